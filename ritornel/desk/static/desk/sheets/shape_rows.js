// How shapes and lines look: their form and its settings, fill, line, edge. `set` gets values, or a function that gives those of a thing.

import { html, nothing } from "../../site/vendor/lit.js";
import { across, check, choice, colourField, numberField, row, setting } from "../../parts/fields.js";
import { common } from "./several.js";

const DASHES = [["solid", "whole"], ["dashes", "dashes"], ["dots", "dots"]];
const CAPS = [["round", "round"], ["butt", "cut off"], ["square", "square"]];
const ENDS = [["none", "nothing"], ["arrow", "an arrow"], ["dot", "a dot"], ["bar", "a bar"]];
const FILLS = [["plain", "one colour"], ["linear", "colours along a line"], ["radial", "colours from the middle"]];
const INNER = { star: "notches", arrow: "head", ring: "hole" };

export function shapeRows(things, set, desk) {
  const { store } = desk;
  const { forms } = store.vocabulary;
  const look = common(things);
  const heed = (name) => things.every((thing) => forms[thing.form].settings.includes(name));
  const inner = INNER[look.form] ?? "inside";
  const offered = Object.entries(forms).filter(([name]) => name !== "path" || things.every((thing) => thing.path));
  const first = [
    row(
      "form",
      setting("", choice("Form", look.form, offered.map(([name, { label }]) => [name, label]), (form) => set({ form })), { span: 2 }),
      heed("corner_radius") ? setting("corners", numberField("Corner radius", look.corner_radius, (corner_radius) => set({ corner_radius }), { least: 0, most: 2000 })) : nothing,
      heed("corners") ? setting("points", numberField("Number of points", look.corners, (corners) => set({ corners: Math.round(corners) }), { least: 3, most: 60, places: 0 })) : nothing,
      heed("inner") ? setting(inner, numberField(inner, look.inner, (share) => set({ inner: share }), { least: 5, most: 95, factor: 100 }), { unit: "%" }) : nothing,
    ),
    fillRow(things, set, desk),
    row("line", ...strokeSettings(things, set, { canBeNone: true, least: 0 })),
  ];
  return { first };
}

export function lineRows(things, set) {
  const look = common(things);
  const first = [
    row("line", ...strokeSettings(things, set, { canBeNone: false, least: 0.5 })),
    row(
      "ends",
      setting("begins with", choice("Begins with", look.starts, ENDS, (starts) => set({ starts })), { span: 2 }),
      setting("ends with", choice("Ends with", look.ends, ENDS, (ends) => set({ ends })), { span: 2 }),
      setting("bends", numberField("Bends", look.bend, (bend) => set({ bend }), { least: -100, most: 100, factor: 100 }), { unit: "%", span: 2 }),
      setting("runs", choice("Runs", look.rising === null ? null : String(look.rising), [["false", "downwards"], ["true", "upwards"]], (value) => set({ rising: value === "true" })), { span: 2 }),
    ),
  ];
  return { first };
}

/** Colour, width, dashes and ends of what is drawn along lines. */
export function strokeSettings(things, set, { canBeNone, least }) {
  const look = common(things);
  return [
    setting("", colourField("Line", look.line, (line) => set({ line }), canBeNone)),
    setting("width", numberField("Line width", look.line_width, (line_width) => set({ line_width }), { least, most: 400 })),
    look.line === "none" ? nothing : [
      setting("", choice("Drawn", look.dash, DASHES, (dash) => set({ dash }))),
      setting("ends", choice("Line ends", look.cap, CAPS, (cap) => set({ cap }))),
    ],
  ];
}

function fillRow(things, set, { store }) {
  const { gradient: usual } = store.vocabulary.defaults;
  const own = (kind) => (thing) => ({ gradient: { stops: [{ at: 0, colour: thing.fill }, { at: 1, colour: "#211c2b" }], ...thing.gradient, kind } });
  const change = (kind) => set(kind === "plain" ? { gradient: null } : own(kind));
  const kind = common(things.map(({ gradient }) => (gradient ? (gradient.kind ?? usual.kind) : "plain")));
  const gradient = common(things.map((thing) => thing.gradient));
  return row(
    "fill",
    setting("", choice("Fill", kind, FILLS, change), { span: 2 }),
    kind === "plain" ? setting("", colourField("Fill", common(things).fill, (fill) => set({ fill }), true)) : nothing,
    gradient?.stops ? gradientSettings(store, gradient, (values) => set((thing) => ({ gradient: { ...thing.gradient, ...values } }))) : nothing,
  );
}

/** The colours of a gradient and where they stand, and its direction. */
export function gradientSettings({ vocabulary }, gradient, set) {
  const { stops, kind, angle } = { ...vocabulary.defaults.gradient, ...gradient };
  const at = (n, values) => set({ stops: stops.map((stop, m) => (m === n ? { ...stop, ...values } : stop)) });
  const add = () => set({ stops: [...stops, { ...stops.at(-1), at: 1 }].map((stop, n, all) => (n === all.length - 2 ? { ...stop, at: (all[n - 1].at + 1) / 2 } : stop)) });
  return [
    kind === "linear" ? setting("turned", numberField("Direction", angle, (degrees) => set({ angle: degrees }), { least: -360, most: 360 }), { unit: "°", span: 2 }) : nothing,
    across(html`${stops.map((stop, n) => html`<span class="stop">${colourField(`Colour ${n + 1}`, stop.colour, (colour) => at(n, { colour }))}
      <span class="soft">at</span>${numberField(`Place of colour ${n + 1}, %`, stop.at, (share) => at(n, { at: share }), { least: 0, most: 100, places: 0, factor: 100 })}<span class="soft">%</span>
      ${stops.length > 2 ? html`<button class="act" aria-label="Take colour ${n + 1} out" @click=${() => set({ stops: stops.filter((_, m) => m !== n) })}>×</button>` : nothing}</span>`)}
      ${stops.length < 12 ? html`<button class="act" @click=${add}>Another colour</button>` : nothing}`),
  ];
}

/** A shadow and a soft edge: any object can have them. */
export function edgeRow(things, set, { store }) {
  const { shadow: usual } = store.vocabulary.defaults;
  const cast = things.filter((thing) => thing.shadow);
  const shadow = cast.length === things.length ? common(cast.map((thing) => ({ ...usual, ...thing.shadow }))) : null;
  const change = (values) => set((thing) => ({ shadow: { ...usual, ...thing.shadow, ...values } }));
  const number = (words, label, name, limits, unit = "") => setting(words, numberField(label, shadow[name], (value) => change({ [name]: value }), limits), { unit });
  return row(
    "edge",
    setting("soft", numberField("Soft edge", common(things).soft_edge, (soft_edge) => set({ soft_edge }), { least: 0, most: 200 })),
    setting("", check("casts a shadow", shadow ? true : cast.length ? null : false, (on) => set({ shadow: on ? {} : null })), { span: 3 }),
    shadow ? [
      number("across", "Shadow across", "x", { least: -500, most: 500 }), number("down", "Shadow down", "y", { least: -500, most: 500 }),
      number("blur", "Shadow blur", "blur", { least: 0, most: 200 }), number("dark", "Shadow dark, %", "opacity", { least: 0, most: 100, factor: 100 }, "%"),
    ] : nothing,
  );
}
