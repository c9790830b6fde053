// What fills a plane: a picture, a drawing or a page of a document as all of it; pictures laid out over it.

import { html, nothing } from "../../site/vendor/lit.js";
import { anchorOf } from "../../parts/beside.js";
import { footButtons, openDialog } from "../../parts/dialogs.js";
import { check, choice } from "../../parts/fields.js";
import { item, openMenu, section } from "../../parts/menus.js";
import { accepted, kindOf } from "../../parts/media/kinds.js";
import { uploadFiles } from "../../parts/media/uploading.js";
import { newIds } from "../../parts/state/ids.js";
import { send } from "../../site/sending.js";
import { VIEW } from "../stage/tools/view.js";

const LAYOUTS = [["row", "in a row"], ["grid", "in a grid"], ["ring", "in a ring"]];
const ALONG = ["line", "along the selected line"];

const how = { layout: "row", framed: true }; // as it was chosen last

/** Asks for a file, and lays it under everything as all of the plane of the slide that was in focus. */
export function choosePlane(desk) {
  chooseFiles(desk, ["picture", "document"], false, ([file]) => spreadFile(desk, file));
}

/** Asks for pictures, and how they are to lie on the plane. */
export function choosePicturesOver(desk) {
  const line = lineOf(desk);
  chooseFiles(desk, ["picture"], true, (files) => layOutFiles(desk, files, line));
}

/** All that a plane is made and walked through with. */
export function planeMenu(desk, event) {
  const { plane } = desk.arranging;
  const some = desk.store.objects.size;
  openMenu("Plane", anchorOf(event), (menu) => {
    const act = (words, key, run) => item(html`<span>${words} <kbd class="soft">${key}</kbd></span>`, "", () => (menu.close(), run()));
    return html`
      ${section("A plane wider than the stage", [act("A stage wider on every side", "Shift P", () => plane.widen()), act("A picture, or a page, as the plane…", "Shift G", () => choosePlane(desk)), act("Pictures over it…", "Shift R", () => choosePicturesOver(desk))])}
      ${section("Views of it, one after another", [
        act("Draw a view", "Shift D", () => desk.arranging.takeTool(VIEW)),
        act("View of what is looked at", "Shift H", () => plane.addLook()),
        some ? [act("Frame what is selected", "Shift E", () => plane.frameSelected(false)), act("Frame each of it", "Alt E", () => plane.frameSelected(true))] : nothing,
        act("All of it first and last", "Shift A", () => plane.addOverviews()),
      ])}`;
  });
}

function chooseFiles(desk, kinds, multiple, chosen) {
  const accept = kinds.map((kind) => accepted(kind, desk.files)).join(",");
  const input = Object.assign(document.createElement("input"), { type: "file", multiple, accept });
  input.addEventListener("change", () => {
    const files = [...input.files].filter((file) => kinds.includes(kindOf(file, desk.files)));
    if (files.length) chosen(files);
    else desk.notice.say(`Choose ${kinds.includes("document") ? "a picture, a drawing (svg) or a document (pdf)" : "pictures"}.`);
  });
  input.click();
}

async function spreadFile(desk, file) {
  const { store } = desk;
  const slide = store.focus;
  const [taken] = await uploadFiles(desk, [file]);
  const asset = taken?.kind === "document" ? await pageOf(desk, taken) : taken;
  if (asset) await spread(desk, asset, slide);
}

export async function spread({ store, stage, arranging }, asset, slide = store.focus) {
  const { done } = await store.edit({ do: "spread-picture", slide, asset: asset.id, ids: newIds("object", 1) });
  if (!done || slide !== store.focus) return;
  stage.setFace("arrange");
  arranging.plane.showAll();
}

/** A page of a document as a picture, as fine as a plane needs it; of several one is asked for. */
async function pageOf({ notice }, { id, name, pages }) {
  const number = pages > 1 ? await askPage(name, pages) : 1;
  if (!number) return null;
  notice.say(`Drawing page ${number} of ${name}`, { stays: 0 });
  const { status, data } = await send(`/library/media/${id}/pages/${number}?for=plane`);
  notice.clear();
  if (status === 200) return data.asset;
  notice.leave([data.error ?? `page ${number} of ${name} could not be had`]);
  return null;
}

function askPage(name, pages) {
  let number = 1;
  const read = (dialog, value) => {
    number = Number(value);
    dialog.update();
  };
  return openDialog("A page as the plane", (dialog) => {
    const fits = Number.isInteger(number) && number >= 1 && number <= pages;
    return html`<h2 class="page-title">A page as the plane</h2>
      <p class="mt-3">Page <input class="field w-16" autofocus inputmode="numeric" aria-label="Page" .value=${String(number)} @input=${(event) => read(dialog, event.target.value)}> of ${pages} of ${name}</p>
      ${footButtons(html`<button class="act-main" ?disabled=${!fits} @click=${() => dialog.close(number)}>Lay it out</button>`, html`<button class="act" @click=${() => dialog.close()}>Leave</button>`)}`;
  }, { width: "420px" });
}

/** The line or shape that is selected alone. */
function lineOf({ store }) {
  const [id, more] = [...store.objects];
  const thing = id && !more ? store.object(id) : null;
  return ["line", "shape"].includes(thing?.kind) ? id : "";
}

async function layOutFiles(desk, files, line) {
  const { store } = desk;
  const slide = store.focus;
  const chosen = await askHow(files.length, line);
  if (!chosen) return;
  const pictures = (await uploadFiles(desk, files)).filter((asset) => asset.kind === "picture");
  if (!pictures.length) return;
  const [ids, builds] = [newIds("object", pictures.length), chosen.framed ? newIds("build", pictures.length) : []];
  const command = { do: "lay-out-pictures", slide, assets: pictures.map(({ id }) => id), ...chosen, line: chosen.layout === "line" ? line : "", ids, builds };
  const { done } = await store.edit(command);
  if (!done || slide !== store.focus) return;
  desk.stage.setFace("arrange");
  desk.arranging.plane.showAll();
  store.select("objects", ids);
}

function askHow(count, line) {
  const ways = line ? [ALONG, ...LAYOUTS] : LAYOUTS;
  const asked = { ...how, layout: line ? "line" : how.layout === "line" ? "row" : how.layout };
  const set = (dialog, values) => {
    Object.assign(asked, values);
    dialog.update();
  };
  const make = (dialog) => {
    Object.assign(how, asked);
    dialog.close(asked);
  };
  return openDialog("Pictures over the plane", (dialog) => html`<h2 class="page-title">${count === 1 ? "A picture" : `${count} pictures`} over the plane</h2>
    <p class="sentence mt-3">They lie ${choice("Layout", asked.layout, ways, (layout) => set(dialog, { layout }))}.</p>
    <p class="mt-2">${check("each is shown in a view of its own, one after another", asked.framed, (framed) => set(dialog, { framed }))}</p>
    ${footButtons(html`<button class="act-main" autofocus @click=${() => make(dialog)}>Lay out</button>`, html`<button class="act" @click=${() => dialog.close()}>Leave</button>`)}`, { width: "460px" });
}
