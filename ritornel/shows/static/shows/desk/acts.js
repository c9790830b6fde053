// The acts beside the stage: what can be put on the slide, and what can be done with what is selected.

import { el } from "../../site/dom.js";
import { chooseAsset, uploadFiles } from "./assets.js";
import { openBuildMenu } from "./build_menu.js";
import { editText } from "./text_editing.js";

const TEXT_SIZE = 40;

export class ActsRail {
  constructor(desk) {
    this.desk = desk;
    this.store = desk.store;
    this.rail = document.getElementById("acts");
    for (const name of ["show", "selection"]) this.store.on(name, () => this.draw());
    this.draw();
  }

  draw() {
    const { store, desk } = this;
    const key = `${Boolean(store.slide)} ${store.objects.size > 0}`;
    if (key === this.drawn) return;
    this.drawn = key;
    const act = (label, key, run, disabled = false) =>
      el("button.act", { onclick: run, disabled, title: key ? `${label} (${key})` : label, data: { act: label } }, label);
    const told = (label, key, run) => el("button.act", { onclick: run, data: { act: label } }, label, el("kbd", {}, key));
    const none = !store.slide;
    const acts = [
      act("New slide", "N", () => addSlide(desk)),
      act("Pictures…", "P", () => choosePictures(desk)),
      el("hr"),
      act("Text", "T", () => addText(desk), none),
      act("Rectangle", "R", () => addShape(desk, "rectangle"), none),
      act("Ellipse", "E", () => addShape(desk, "ellipse"), none),
      act("Line", "", () => addLine(desk), none),
      act("Picture…", "I", () => addMedia(desk, "picture"), none),
      act("Clip…", "C", () => addMedia(desk, "clip"), none),
      act("Sound…", "S", () => addMedia(desk, "sound"), none),
    ];
    if (store.objects.size) {
      acts.push(
        el("hr"),
        told("Build it", "B", (event) => openBuildMenu(desk, event.currentTarget)),
        told("Duplicate", "Ctrl D", () => duplicate(desk)),
        told("Delete", "Del", () => remove(desk)),
      );
    }
    this.rail.replaceChildren(...acts);
  }
}

export function addSlide({ store }) {
  store.edit({ do: "add-slide", after: store.focus }).then((answer) => {
    if (!answer) return;
    const at = answer.order.findIndex((row) => row[0] === store.focus);
    store.focusSlide(answer.order[at + 1]?.[0] ?? answer.order[0][0]);
  });
}

export async function choosePictures(desk) {
  const { openPictureSlides } = await import("./picture_slides.js");
  const input = el("input", { type: "file", multiple: true, accept: "image/png,image/jpeg,image/webp,image/gif" });
  input.addEventListener("change", () => openPictureSlides(desk, [...input.files]));
  input.click();
}

/** Puts a new object on the slide and selects it. */
async function add({ store, stage }, object) {
  stage.setFace("arrange");
  const answer = await store.edit({ do: "add-object", slide: store.focus, object });
  const id = answer && store.slide.doc.objects.at(-1).id;
  if (id) store.selectObjects([id]);
  return id;
}

export async function addText(desk) {
  const { show } = desk.store.shown;
  const width = show.width * 0.5;
  const id = await add(desk, {
    kind: "text", x: show.width * 0.25, y: show.height * 0.4, width, height: TEXT_SIZE * 2,
    size: TEXT_SIZE, paragraphs: [{ text: "Text" }], colour: inkOn(desk.store.slide.doc.background),
  });
  if (id) editText(desk, id);
}

export function addShape(desk, form) {
  const { show } = desk.store.shown;
  const height = show.height / 3;
  const width = form === "ellipse" ? height : height * 1.5;
  add(desk, { kind: "shape", form, x: (show.width - width) / 2, y: height, width, height });
}

function addLine(desk) {
  const { show } = desk.store.shown;
  const line = inkOn(desk.store.slide.doc.background);
  add(desk, { kind: "line", x: show.width * 0.3, y: show.height * 0.45, width: show.width * 0.4, height: 60, line });
}

export async function addMedia(desk, kind) {
  const asset = await chooseAsset(desk, kind);
  if (asset) placeMedia(desk, asset);
}

/** Puts an asset on the slide, as large as half the stage allows, in its own proportions. */
function placeMedia(desk, asset) {
  const { show } = desk.store.shown;
  const object = { kind: asset.kind, asset: asset.id };
  if (asset.kind === "sound") {
    return add(desk, { ...object, x: 24, y: show.height - 64, width: 200, height: 40 });
  }
  const scale = Math.min((show.width * 0.6) / asset.width, (show.height * 0.7) / asset.height);
  const width = Math.round(asset.width * scale);
  const height = Math.round(asset.height * scale);
  return add(desk, { ...object, x: (show.width - width) / 2, y: (show.height - height) / 2, width, height });
}

/** Takes files in and puts each on the slide. */
export async function placeFiles(desk, files) {
  for (const asset of await uploadFiles(desk, files)) await placeMedia(desk, asset);
}

export function duplicate({ store }) {
  const before = new Set(store.slide.doc.objects.map((thing) => thing.id));
  if (!store.objects.size) {
    store.edit({ do: "duplicate-slides", slides: [store.focus] });
    return;
  }
  store.edit({ do: "duplicate-objects", slide: store.focus, objects: [...store.objects] }).then((answer) => {
    if (answer) store.selectObjects(store.slide.doc.objects.map((t) => t.id).filter((id) => !before.has(id)));
  });
}

/** Deletes what is selected: builds, objects, or, with neither, nothing. */
export function remove({ store }) {
  if (store.steps.size) store.edit({ do: "delete-steps", slide: store.focus, steps: [...store.steps] });
  else if (store.objects.size) store.edit({ do: "delete-objects", slide: store.focus, objects: [...store.objects] });
}

/** Dark ink on light ground, paper on dark. */
function inkOn(background) {
  const [r, g, b] = [1, 3, 5].map((i) => Number.parseInt(background.slice(i, i + 2), 16));
  return 0.3 * r + 0.59 * g + 0.11 * b > 128 ? "#211c2b" : "#faf6ec";
}
