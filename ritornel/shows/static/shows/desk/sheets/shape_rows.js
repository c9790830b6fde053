// How shapes and lines look: their form and its settings, fill, line.

import { html, nothing } from "../../../site/vendor/lit.js";
import { choice, colourField, numberField, row } from "./fields.js";

const DASHES = [["solid", "whole"], ["dashes", "dashes"], ["dots", "dots"]];
const CAPS = [["round", "round"], ["butt", "cut off"], ["square", "square"]];
const ENDS = [["none", "nothing"], ["arrow", "an arrow"], ["dot", "a dot"], ["bar", "a bar"]];
const FILLS = [["plain", "one colour"], ["linear", "colours along a line"], ["radial", "colours from the middle"]];
const INNER = { star: "Notches, %", arrow: "Head, %", ring: "Hole, %" };

export function shapeRows(thing, set, desk) {
  const { store } = desk;
  const { forms } = store.vocabulary;
  const heeds = (name) => forms[thing.form].settings.includes(name);
  return [
    row("Form", choice("Form", thing.form, Object.entries(forms).filter(([name]) => name !== "path" || thing.path).map(([name, { label }]) => [name, label]), (form) => set({ form }))),
    heeds("corner_radius") ? row("Corners", numberField("Corner radius", thing.corner_radius, (corner_radius) => set({ corner_radius }), { least: 0, most: 2000 })) : nothing,
    heeds("corners") ? row("Points", numberField("Number of points", thing.corners, (corners) => set({ corners: Math.round(corners) }), { least: 3, most: 60, places: 0 })) : nothing,
    heeds("inner") ? row(INNER[thing.form], numberField(INNER[thing.form], thing.inner * 100, (share) => set({ inner: share / 100 }), { least: 5, most: 95 })) : nothing,
    fillRows(thing, set, desk),
    row("Line", colourField("Line", thing.line, (line) => set({ line }), true)),
    row("Line width", numberField("Line width", thing.line_width, (line_width) => set({ line_width }), { least: 0, most: 400 })),
    thing.line === "none" ? nothing : strokeRows(thing, set),
  ];
}

export function lineRows(thing, set) {
  return [
    row("Line", colourField("Line", thing.line, (line) => set({ line }))),
    row("Width", numberField("Line width", thing.line_width, (line_width) => set({ line_width }), { least: 0.5, most: 400 })),
    strokeRows(thing, set),
    row("Begins with", choice("Begins with", thing.starts, ENDS, (starts) => set({ starts }))),
    row("Ends with", choice("Ends with", thing.ends, ENDS, (ends) => set({ ends }))),
    row("Bends, %", numberField("Bends", thing.bend * 100, (bend) => set({ bend: bend / 100 }), { least: -100, most: 100 })),
    row("Runs", choice("Runs", String(thing.rising), [["false", "downwards"], ["true", "upwards"]], (value) => set({ rising: value === "true" }))),
  ];
}

function strokeRows(thing, set) {
  return [
    row("Drawn", choice("Drawn", thing.dash, DASHES, (dash) => set({ dash }))),
    row("Line ends", choice("Line ends", thing.cap, CAPS, (cap) => set({ cap }))),
  ];
}

function fillRows(thing, set, { store }) {
  const { gradient } = thing;
  const change = (kind) => set({ gradient: kind === "plain" ? null : { stops: [{ at: 0, colour: thing.fill }, { at: 1, colour: "#211c2b" }], ...gradient, kind } });
  return [
    row("Fill", choice("Fill", gradient ? (gradient.kind ?? store.vocabulary.defaults.gradient.kind) : "plain", FILLS, change), true),
    gradient ? gradientRows(store, gradient, (values) => set({ gradient: { ...gradient, ...values } })) : row("Colour", colourField("Fill", thing.fill, (fill) => set({ fill }), true), true),
  ];
}

/** The colours of a gradient and where they stand, and its direction. */
export function gradientRows({ vocabulary }, gradient, set) {
  const { stops, kind, angle } = { ...vocabulary.defaults.gradient, ...gradient };
  const at = (n, values) => set({ stops: stops.map((stop, m) => (m === n ? { ...stop, ...values } : stop)) });
  const add = () => set({ stops: [...stops, { ...stops.at(-1), at: 1 }].map((stop, n, all) => (n === all.length - 2 ? { ...stop, at: (all[n - 1].at + 1) / 2 } : stop)) });
  return [
    row("Colours", html`<div class="stops">${stops.map((stop, n) => html`<span class="stop">${colourField(`Colour ${n + 1}`, stop.colour, (colour) => at(n, { colour }))}
      ${numberField(`Place of colour ${n + 1}, %`, stop.at * 100, (share) => at(n, { at: share / 100 }), { least: 0, most: 100, places: 0 })}
      ${stops.length > 2 ? html`<button class="act" aria-label="Take colour ${n + 1} out" @click=${() => set({ stops: stops.filter((_, m) => m !== n) })}>×</button>` : nothing}</span>`)}
      ${stops.length < 12 ? html`<button class="act" @click=${add}>Another colour</button>` : nothing}</div>`, true),
    kind === "linear" ? row("Direction, °", numberField("Direction", angle, (degrees) => set({ angle: degrees }), { least: -360, most: 360 })) : nothing,
  ];
}

/** A shadow and a soft edge: any object can have them. */
export function edgeRows(thing, set, { store }) {
  const shadow = thing.shadow && { ...store.vocabulary.defaults.shadow, ...thing.shadow };
  const change = (values) => set({ shadow: { ...shadow, ...values } });
  const number = (label, name, limits, factor = 1) => row(label, numberField(label, shadow[name] * factor, (value) => change({ [name]: value / factor }), limits));
  return [
    row("Soft edge", numberField("Soft edge", thing.soft_edge, (soft_edge) => set({ soft_edge }), { least: 0, most: 200 })),
    row("Shadow", html`<label class="inline-flex gap-1.5 items-center"><input type="checkbox" .checked=${Boolean(shadow)} @change=${(event) => set({ shadow: event.target.checked ? {} : null })}>falls</label>`),
    shadow ? [
      number("Across", "x", { least: -500, most: 500 }), number("Down", "y", { least: -500, most: 500 }),
      number("Blurred", "blur", { least: 0, most: 200 }), number("Dark, %", "opacity", { least: 0, most: 100 }, 100),
    ] : nothing,
  ];
}
