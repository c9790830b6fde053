// The sheet of what is selected on the stage: its name, place, style, media, and the builds it has.

import { html, nothing, repeat } from "../../../site/vendor/lit.js";
import { actButton } from "../acts/rail.js";
import { entry } from "../book/entries.js";
import { fieldValue } from "../pane.js";
import { clipTrim } from "./clip_trim.js";
import { check, choice, colourField, numberField, row, textField } from "./fields.js";
import { itsSlides } from "./its_slides.js";
import { placingRows } from "./placings.js";

const STYLES = { text: textRows, shape: shapeRows, line: lineRows, picture: pictureRows, clip: pictureRows, sound: () => nothing };

/** The sheet of the selected object, or of several at once. */
export function objectSheet(desk) {
  const { store } = desk;
  const ids = [...store.objects];
  const thing = store.object(ids[0]);
  if (ids.length > 1) {
    return html`<div class="sheet"><h2>${ids.length} objects</h2><p class="soft">${ids.map((id) => store.slide.names[id]).join(", ")}</p>
      <div class="sheet-grid">${placingRows(desk)}</div>${builds(desk, ids)}</div>`;
  }
  if (!thing) return nothing;
  return html`${repeat([thing.id], (id) => id, () => single(desk, thing))}`;
}

function single(desk, thing) {
  const { store } = desk;
  const set = (values) => store.edit({ do: "set-objects", slide: store.focus, values: { [thing.id]: values } });
  const timed = thing.kind === "clip" || thing.kind === "sound";
  const found = store.shown.findings.filter((f) => f.slide === store.focus && f.object === thing.id);
  return html`<div class="sheet">
    <input class="book-title" aria-label="Name of the object" @change=${(event) => set({ name: event.target.value.trim() || null })} ${fieldValue(store.slide.names[thing.id])}>
    <p class="soft">${kindWords(thing)}</p>
    ${found.map((finding) => html`<p class="notice mt-2">${finding.message.replace(/^slide \d+: /, "")}</p>`)}
    ${timed ? clipTrim(desk, thing) : nothing}
    <div class="sheet-grid">${placeRows(thing, set, store.shown.show)}${STYLES[thing.kind](thing, set)}
      ${row("Describe", textField("Description for those who cannot see it", thing.alt, (alt) => set({ alt: alt || null }), "for those who cannot see it"), true)}${itsSlides(desk, thing)}</div>
    ${builds(desk, [thing.id])}</div>`;
}

function builds(desk, ids) {
  const { store } = desk;
  const steps = store.slide.time.groups.flatMap((group) => group.steps.filter((step) => ids.includes(step.object)).map((step) => ({ step, group })));
  return html`<h3 class="border-b border-ink pb-1">Builds</h3>
    ${steps.length ? repeat(steps, ({ step }) => step.id, ({ step, group }) => entry(desk, step, group)) : html`<p class="soft py-2">None yet: it stands there as long as the slide does.</p>`}
    <div class="flex gap-4 mt-2 flex-wrap">${actButton(desk, "build", { className: "act-quiet" })}${actButton(desk, "to-front")}${actButton(desk, "to-back")}${actButton(desk, "select-nothing", { label: "Back to the script" })}</div>`;
}

function placeRows(thing, set, stage) {
  const keeps = thing.kind === "picture" || thing.kind === "clip";
  const ratio = thing.width / thing.height;
  return [
    row("Left", numberField("Left", thing.x, (x) => set({ x }), { whole: stage.width })),
    row("Top", numberField("Top", thing.y, (y) => set({ y }), { whole: stage.height })),
    row("Width", numberField("Width", thing.width, (width) => set(keeps ? { width, height: width / ratio } : { width }), { least: 1, whole: stage.width })),
    row("Height", numberField("Height", thing.height, (height) => set(keeps ? { height, width: height * ratio } : { height }), { least: 1, whole: stage.height })),
    row("Turn, °", numberField("Turn", thing.rotation, (rotation) => set({ rotation }), { least: -360, most: 360 })),
    row("Opacity, %", numberField("Opacity", thing.opacity * 100, (percent) => set({ opacity: percent / 100 }), { least: 0, most: 100 })),
  ];
}

function textRows(thing, set) {
  return [
    row("Face", choice("Face", thing.font, [["plex-sans", "Plex Sans"], ["fraunces", "Fraunces"]], (font) => set({ font }))),
    row("Size", numberField("Size", thing.size, (size) => set({ size }), { least: 4, most: 1000 })),
    row("Align", choice("Align", thing.align, [["left", "left"], ["centre", "centre"], ["right", "right"]], (align) => set({ align }))),
    row("Stands", choice("Stands", thing.valign, [["top", "at the top"], ["middle", "in the middle"], ["bottom", "at the bottom"]], (valign) => set({ valign }))),
    row("Colour", colourField("Colour", thing.colour, (colour) => set({ colour }))),
    row("Weight", html`<span class="inline-flex gap-3">${check("bold", thing.weight === 600, (on) => set({ weight: on ? 600 : 400 }))}${check("italic", thing.italic, (italic) => set({ italic }))}</span>`),
    html`<div class="all">${check("as high as its text", thing.grows, (grows) => set({ grows }))}</div>`,
  ];
}

function shapeRows(thing, set) {
  return [
    row("Form", choice("Form", thing.form, [["rectangle", "rectangle"], ["ellipse", "ellipse"]], (form) => set({ form }))),
    row("Corners", numberField("Corner radius", thing.corner_radius, (corner_radius) => set({ corner_radius }), { least: 0 })),
    row("Fill", colourField("Fill", thing.fill, (fill) => set({ fill }), true)),
    row("Line", colourField("Line", thing.line, (line) => set({ line }), true)),
    row("Line width", numberField("Line width", thing.line_width, (line_width) => set({ line_width }), { least: 0, most: 400 })),
  ];
}

function lineRows(thing, set) {
  return [
    row("Line", colourField("Line", thing.line, (line) => set({ line }))),
    row("Width", numberField("Line width", thing.line_width, (line_width) => set({ line_width }), { least: 0.5, most: 400 })),
    row("Runs", choice("Runs", String(thing.rising), [["false", "downwards"], ["true", "upwards"]], (value) => set({ rising: value === "true" })), true),
  ];
}

function pictureRows(thing, set) {
  return row("Picture", choice("Picture", thing.fit, [["whole", "whole in its box"], ["fill", "filling its box, cut at the edges"]], (fit) => set({ fit })), true);
}

function kindWords(thing) {
  const lines = thing.paragraphs?.length ?? 0;
  return { text: `text, ${lines} line${lines === 1 ? "" : "s"}`, shape: thing.form, line: "line", picture: "picture", clip: "clip", sound: "sound" }[thing.kind];
}
