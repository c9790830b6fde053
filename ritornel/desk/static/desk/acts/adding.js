// Acts that put something on the slide.

import { html } from "../../site/vendor/lit.js";
import { anchorOf } from "../../parts/beside.js";
import { item, openMenu, section } from "../../parts/menus.js";
import { chooseAsset } from "../../parts/media/choosing.js";
import { send } from "../../site/sending.js";
import { accepted } from "../../parts/media/kinds.js";
import { uploadFiles } from "../../parts/media/uploading.js";
import { openPictureSlides } from "../sheets/picture_slides.js";
import { newId } from "../../parts/state/ids.js";
import { inkOn } from "../../parts/ink.js";
import { freePlace } from "../../parts/geometry/free_place.js";
import { PEN } from "../stage/tools/pen.js";
import { writeNewText } from "../stage/text_editor.js";

const LEAST_SIZE = 0.3; // so small a picture may become rather than lie on what is there

/** Puts a new object on a slide where there is room, and selects it if that slide is still in focus. */
function add({ store, stage }, object, slide = store.focus, least = 1) {
  const id = newId("object");
  const place = freePlace(object, store.shown.slides[slide]?.document.objects ?? [], store.shown.show, least);
  const answer = store.edit({ do: "add-object", slide, object: { ...object, ...place, id } });
  if (slide === store.focus) {
    stage.setFace("arrange");
    store.select("objects", [id]);
  }
  return answer;
}

export function newText(desk) {
  desk.stage.setFace("arrange");
  writeNewText(desk);
}

export function addShape(desk, form) {
  const { show } = desk.store.shown;
  const height = show.height / 3;
  const width = ["rectangle", "arrow", "bubble"].includes(form) ? height * 1.5 : height;
  const more = form === "bubble" ? { corner_radius: 24 } : {};
  add(desk, { kind: "shape", form, x: (show.width - width) / 2, y: height, width, height, ...more });
}

/** The forms that there are, each drawn. */
export function shapeMenu(desk, event) {
  const forms = Object.entries(desk.store.vocabulary.forms).filter(([name]) => name !== "path");
  const sample = (path) => html`<svg class="form-sample" viewBox="0 0 40 36" aria-hidden="true"><path d=${path} fill-rule="evenodd"></path></svg>`;
  openMenu("Shape", anchorOf(event), (menu) => html`
    ${section("Shape", forms.map(([name, { label, sample: path }]) => item(html`<span>${sample(path)}${label}</span>`, "", () => (menu.close(), addShape(desk, name)))))}
    ${section("", [item("drawn here… V", "by hand, or from corner to corner", () => (menu.close(), desk.arranging.takeTool(PEN))), item("from an SVG file…", "its outlines become a shape", () => (menu.close(), addOutline(desk)))])}`);
}

/** The outlines in an SVG file become a shape. */
function addOutline(desk) {
  const { store, notice } = desk;
  const input = Object.assign(document.createElement("input"), { type: "file", accept: "image/svg+xml,.svg" });
  input.addEventListener("change", async () => {
    const [file] = input.files;
    const { status, data } = await send(`/shows/outline?name=${encodeURIComponent(file.name)}`, file);
    if (status !== 200) return notice.say(data.error ?? "There is no line to the server just now; try again.");
    const { width, height } = store.shown.show;
    const id = newId("object");
    const within = [width * 0.3, height * 0.2, width * 0.4, height * 0.6];
    const { done } = await store.edit({ do: "place-outline", slide: store.focus, path: data.path, within, id });
    if (done) store.select("objects", [id]);
  });
  input.click();
}

export function addLine(desk) {
  const { show } = desk.store.shown;
  const line = inkOn(desk.store.slide.background);
  add(desk, { kind: "line", x: show.width * 0.3, y: show.height / 2, width: show.width * 0.4, height: 1, line });
}

export async function addMedia(desk, kind) {
  const slide = desk.store.focus;
  const asset = await chooseAsset(desk, kind);
  if (asset) placeMedia(desk, asset, slide);
}

/** Whether an object is only the style's: an ornament, or a place in which nothing was written yet. */
function isPlace(thing) {
  return thing.role === "ornament" || (thing.kind === "text" && thing.role && thing.paragraphs.every((p) => !p.text));
}

/** Puts an asset on a slide, as large as half the stage allows, in its own proportions. */
export function placeMedia(desk, asset, slide = desk.store.focus) {
  const { show } = desk.store.shown;
  const objects = desk.store.shown.slides[slide]?.document.objects ?? [];
  const alone = asset.kind === "clip" && objects.every(isPlace); // then the slide lasts as long as the clip
  const object = { kind: asset.kind, asset: asset.id, ...(alone ? { waited_for: true } : {}) };
  if (asset.kind === "sound") return add(desk, { ...object, x: 24, y: show.height - 64, width: 200, height: 40 }, slide);
  const scale = Math.min((show.width * 0.6) / asset.width, (show.height * 0.7) / asset.height);
  const width = Math.round(asset.width * scale);
  const height = Math.round(asset.height * scale);
  return add(desk, { ...object, x: (show.width - width) / 2, y: (show.height - height) / 2, width, height }, slide, LEAST_SIZE);
}

/** The one picture, clip or sound that is selected, or null. */
export function exchangeable({ store }) {
  const [id, more] = [...store.objects];
  const thing = id && !more ? store.object(id) : null;
  return ["picture", "clip", "sound"].includes(thing?.kind) ? thing : null;
}

/** Another asset takes the place of the selected object's; its frame, crop, builds and lineage stay. */
export async function exchange(desk) {
  const thing = exchangeable(desk);
  if (!thing) return desk.notice.say("Select one picture, clip or sound to exchange it.");
  const slide = desk.store.focus;
  const asset = await chooseAsset(desk, thing.kind);
  return asset ? exchangeWith(desk, slide, thing, asset) : null;
}

async function exchangeWith({ store, notice }, slide, thing, asset) {
  const { done } = await store.edit({ do: "exchange-asset", slide, object: thing.id, asset: asset.id });
  if (done) notice.announce(`Exchanged for ${asset.name}`);
}

/** A file that is dropped or pasted onto the selected object takes the place of what it shows. */
export async function exchangeFile(desk, thing, file) {
  const slide = desk.store.focus;
  const [asset] = await uploadFiles(desk, [file]);
  if (asset) await exchangeWith(desk, slide, thing, asset);
}

/** Takes files in and puts each on the slide that was in focus. */
export async function placeFiles(desk, files) {
  const slide = desk.store.focus;
  for (const asset of await uploadFiles(desk, files)) await placeMedia(desk, asset, slide);
}

export function choosePictures(desk) {
  const input = document.createElement("input");
  Object.assign(input, { type: "file", multiple: true, accept: accepted("picture", desk.files) });
  input.addEventListener("change", () => openPictureSlides(desk, [...input.files]));
  input.click();
}

/** Lays music under the show; where other music lies, from the slide in focus on, and that gives way to it. */
export async function addMusic(desk) {
  const { store } = desk;
  const asset = await chooseAsset(desk, "sound");
  if (!asset) return;
  const id = newId("bed");
  const isFirst = store.shown.order[0]?.[0] === store.focus;
  const from = store.shown.show.beds.length && store.focus && !isFirst ? { start: { slide: store.focus } } : {};
  store.edit({ do: "add-bed", id, takes_over: Boolean(from.start), values: { asset: asset.id, ...from } });
}
