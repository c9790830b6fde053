// How shapes and lines look: their form and its settings, fill, line.

import { html, nothing } from "../../../site/vendor/lit.js";
import { across, check, choice, colourField, numberField, row, setting } from "./fields.js";

const DASHES = [["solid", "whole"], ["dashes", "dashes"], ["dots", "dots"]];
const CAPS = [["round", "round"], ["butt", "cut off"], ["square", "square"]];
const ENDS = [["none", "nothing"], ["arrow", "an arrow"], ["dot", "a dot"], ["bar", "a bar"]];
const FILLS = [["plain", "one colour"], ["linear", "colours along a line"], ["radial", "colours from the middle"]];
const INNER = { star: "notches", arrow: "head", ring: "hole" };

export function shapeRows(thing, set, desk) {
  const { store } = desk;
  const { forms } = store.vocabulary;
  const heeds = (name) => forms[thing.form].settings.includes(name);
  const inner = INNER[thing.form];
  const first = [
    row(
      "form",
      setting("", choice("Form", thing.form, Object.entries(forms).filter(([name]) => name !== "path" || thing.path).map(([name, { label }]) => [name, label]), (form) => set({ form })), { span: 2 }),
      heeds("corner_radius") ? setting("corners", numberField("Corner radius", thing.corner_radius, (corner_radius) => set({ corner_radius }), { least: 0, most: 2000 })) : nothing,
      heeds("corners") ? setting("points", numberField("Number of points", thing.corners, (corners) => set({ corners: Math.round(corners) }), { least: 3, most: 60, places: 0 })) : nothing,
      heeds("inner") ? setting(inner, numberField(inner, thing.inner * 100, (share) => set({ inner: share / 100 }), { least: 5, most: 95 }), { unit: "%" }) : nothing,
    ),
    fillRow(thing, set, desk),
    row("line", ...strokeSettings(thing, set, { canBeNone: true, least: 0 })),
  ];
  return { first };
}

export function lineRows(thing, set) {
  const first = [
    row("line", ...strokeSettings(thing, set, { canBeNone: false, least: 0.5 })),
    row(
      "ends",
      setting("begins with", choice("Begins with", thing.starts, ENDS, (starts) => set({ starts })), { span: 2 }),
      setting("ends with", choice("Ends with", thing.ends, ENDS, (ends) => set({ ends })), { span: 2 }),
      setting("bends", numberField("Bends", thing.bend * 100, (bend) => set({ bend: bend / 100 }), { least: -100, most: 100 }), { unit: "%", span: 2 }),
      setting("runs", choice("Runs", String(thing.rising), [["false", "downwards"], ["true", "upwards"]], (value) => set({ rising: value === "true" })), { span: 2 }),
    ),
  ];
  return { first };
}

/** Colour, width, dashes and ends of what is drawn along a line. */
function strokeSettings(thing, set, { canBeNone, least }) {
  return [
    setting("", colourField("Line", thing.line, (line) => set({ line }), canBeNone)),
    setting("width", numberField("Line width", thing.line_width, (line_width) => set({ line_width }), { least, most: 400 })),
    thing.line === "none" ? nothing : [
      setting("", choice("Drawn", thing.dash, DASHES, (dash) => set({ dash }))),
      setting("ends", choice("Line ends", thing.cap, CAPS, (cap) => set({ cap }))),
    ],
  ];
}

function fillRow(thing, set, { store }) {
  const { gradient } = thing;
  const change = (kind) => set({ gradient: kind === "plain" ? null : { stops: [{ at: 0, colour: thing.fill }, { at: 1, colour: "#211c2b" }], ...gradient, kind } });
  return row(
    "fill",
    setting("", choice("Fill", gradient ? (gradient.kind ?? store.vocabulary.defaults.gradient.kind) : "plain", FILLS, change), { span: 2 }),
    gradient ? gradientSettings(store, gradient, (values) => set({ gradient: { ...gradient, ...values } })) : setting("", colourField("Fill", thing.fill, (fill) => set({ fill }), true)),
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
      <span class="soft">at</span>${numberField(`Place of colour ${n + 1}, %`, stop.at * 100, (share) => at(n, { at: share / 100 }), { least: 0, most: 100, places: 0 })}<span class="soft">%</span>
      ${stops.length > 2 ? html`<button class="act" aria-label="Take colour ${n + 1} out" @click=${() => set({ stops: stops.filter((_, m) => m !== n) })}>×</button>` : nothing}</span>`)}
      ${stops.length < 12 ? html`<button class="act" @click=${add}>Another colour</button>` : nothing}`),
  ];
}

/** A shadow and a soft edge: any object can have them. */
export function edgeRow(thing, set, { store }) {
  const shadow = thing.shadow && { ...store.vocabulary.defaults.shadow, ...thing.shadow };
  const change = (values) => set({ shadow: { ...shadow, ...values } });
  const number = (words, label, name, limits, factor = 1, unit = "") => setting(words, numberField(label, shadow[name] * factor, (value) => change({ [name]: value / factor }), limits), { unit });
  return row(
    "edge",
    setting("soft", numberField("Soft edge", thing.soft_edge, (soft_edge) => set({ soft_edge }), { least: 0, most: 200 })),
    setting("", check("casts a shadow", Boolean(shadow), (on) => set({ shadow: on ? {} : null })), { span: 3 }),
    shadow ? [
      number("across", "Shadow across", "x", { least: -500, most: 500 }), number("down", "Shadow down", "y", { least: -500, most: 500 }),
      number("blur", "Shadow blur", "blur", { least: 0, most: 200 }), number("dark", "Shadow dark, %", "opacity", { least: 0, most: 100 }, 100, "%"),
    ] : nothing,
  );
}
