// The sheet of what is selected on the stage: its name, place, style, media, and the builds it has.

import { el } from "../../site/dom.js";
import { openBuildMenu } from "./build_menu.js";
import { drawClipTrim } from "./clip_trim.js";
import { drawEntry } from "./entries.js";
import { check, choice, colourField, numberField, row, textField } from "./fields.js";

/** The sheet of the selected object, or of several at once. */
export function drawObjectSheet(desk) {
  const { store } = desk;
  const ids = [...store.objects];
  if (ids.length > 1) return severalSheet(desk, ids);
  const thing = store.object(ids[0]);
  const set = (values) => store.edit({ do: "set-objects", slide: store.focus, values: { [thing.id]: values } }, { typed: true });
  const style = { text: textRows, shape: shapeRows, line: lineRows, picture: pictureRows, clip: pictureRows, sound: () => [] };
  return el("div.sheet", {},
    el("input.book-title", { value: store.slide.names[thing.id], "aria-label": "Name of the object", onchange: (event) => set({ name: event.target.value.trim() || null }) }),
    el("p.soft", {}, kindWords(thing)),
    thing.kind === "clip" || thing.kind === "sound" ? drawClipTrim(desk, thing) : null,
    el("div.sheet-grid", {}, placeRows(thing, set), style[thing.kind](thing, set),
      ...row("Describe", textField("Description for those who cannot see it", thing.alt, (alt) => set({ alt: alt || null }), "for those who cannot see it"), true)),
    builds(desk, ids));
}

function severalSheet(desk, ids) {
  const { store } = desk;
  return el("div.sheet", {},
    el("h2", {}, `${ids.length} objects`),
    el("p.soft", {}, ids.map((id) => store.slide.names[id]).join(", ")),
    builds(desk, ids));
}

function builds(desk, ids) {
  const { store } = desk;
  const groups = store.slide.time.groups;
  const entries = groups.flatMap((group) =>
    group.steps.filter((step) => ids.includes(step.object)).map((step) => drawEntry(desk, step, group)));
  return el("div", {},
    el("h3.border-b.border-ink.pb-1", {}, "Builds"),
    entries.length ? entries : el("p.soft.py-2", {}, "None yet: it stands there as long as the slide does."),
    el("div.flex.gap-4.mt-2", {},
      el("button.act-quiet", { onclick: (event) => openBuildMenu(desk, event.currentTarget) }, "Build it"),
      el("button.act", { onclick: () => store.edit({ do: "restack", slide: store.focus, objects: ids, to: "front" }), title: "]" }, "To the front"),
      el("button.act", { onclick: () => store.edit({ do: "restack", slide: store.focus, objects: ids, to: "back" }), title: "[" }, "To the back"),
      el("button.act", { onclick: () => store.selectObjects([]), title: "Esc" }, "Back to the script")));
}

function placeRows(thing, set) {
  const keeps = thing.kind === "picture" || thing.kind === "clip";
  const ratio = thing.width / thing.height;
  return [
    ...row("Left", numberField("Left", thing.x, (x) => set({ x }))),
    ...row("Top", numberField("Top", thing.y, (y) => set({ y }))),
    ...row("Width", numberField("Width", thing.width, (width) => set(keeps ? { width, height: width / ratio } : { width }), { least: 1 })),
    ...row("Height", numberField("Height", thing.height, (height) => set(keeps ? { height, width: height * ratio } : { height }), { least: 1 })),
    ...row("Turn, °", numberField("Turn", thing.rotation, (rotation) => set({ rotation }), { least: -360, most: 360 })),
    ...row("Opacity, %", numberField("Opacity", thing.opacity * 100, (percent) => set({ opacity: percent / 100 }), { least: 0, most: 100 })),
  ];
}

function textRows(thing, set) {
  return [
    ...row("Face", choice("Face", thing.font, [["plex-sans", "Plex Sans"], ["fraunces", "Fraunces"]], (font) => set({ font }))),
    ...row("Size", numberField("Size", thing.size, (size) => set({ size }), { least: 4, most: 1000 })),
    ...row("Align", choice("Align", thing.align, [["left", "left"], ["centre", "centre"], ["right", "right"]], (align) => set({ align }))),
    ...row("Stands", choice("Stands", thing.valign, [["top", "at the top"], ["middle", "in the middle"], ["bottom", "at the bottom"]], (valign) => set({ valign }))),
    ...row("Colour", colourField("Colour", thing.colour, (colour) => set({ colour }))),
    ...row("Weight", el("span.inline-flex.gap-3", {}, check("bold", thing.weight === 600, (on) => set({ weight: on ? 600 : 400 })), check("italic", thing.italic, (italic) => set({ italic })))),
  ];
}

function shapeRows(thing, set) {
  return [
    ...row("Form", choice("Form", thing.form, [["rectangle", "rectangle"], ["ellipse", "ellipse"]], (form) => set({ form }))),
    ...row("Corners", numberField("Corner radius", thing.corner_radius, (corner_radius) => set({ corner_radius }), { least: 0 })),
    ...row("Fill", colourField("Fill", thing.fill, (fill) => set({ fill }), true)),
    ...row("Line", colourField("Line", thing.line, (line) => set({ line }), true)),
    ...row("Line width", numberField("Line width", thing.line_width, (line_width) => set({ line_width }), { least: 0, most: 400 })),
  ];
}

function lineRows(thing, set) {
  return [
    ...row("Line", colourField("Line", thing.line, (line) => set({ line }))),
    ...row("Width", numberField("Line width", thing.line_width, (line_width) => set({ line_width }), { least: 0.5, most: 400 })),
    ...row("Runs", choice("Runs", String(thing.rising), [["false", "downwards"], ["true", "upwards"]], (value) => set({ rising: value === "true" })), true),
  ];
}

function pictureRows(thing, set) {
  return row("Picture", choice("Picture", thing.fit, [["whole", "whole in its box"], ["fill", "filling its box, cut at the edges"]], (fit) => set({ fit })), true);
}

function kindWords(thing) {
  return { text: `text, ${thing.paragraphs?.length} line${thing.paragraphs?.length === 1 ? "" : "s"}`, shape: thing.form, line: "line", picture: "picture", clip: "clip", sound: "sound" }[thing.kind];
}
