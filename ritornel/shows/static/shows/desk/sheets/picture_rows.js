// How pictures and clips are framed: fit, crop, form, border, tone.

import { html, nothing } from "../../../site/vendor/lit.js";
import { check, choice, colourField, numberField, row } from "./fields.js";

const FITS = [["whole", "whole in its box"], ["fill", "filling its box, cut at the edges"]];
const SIDES = ["Left", "Top", "Right", "Bottom"];
const MOST_CUT = 0.9;

export function pictureRows(thing, set, { store, arranging }) {
  const { defaults, forms, masks } = store.vocabulary;
  const frame = framingOf(store, thing);
  const tone = { ...defaults.tone, ...frame.tone };
  const change = (values) => set({ frame: { ...frame, ...values } });
  const cut = (side, share) => change({ crop: frame.crop.map((now, n) => (n === side ? Math.min(share, MOST_CUT - frame.crop[(n + 2) % 4]) : now)) });
  const toned = (values) => change({ tone: { ...tone, ...values } });
  const amount = (label, name) => row(`${label}, %`, numberField(label, tone[name] * 100, (percent) => toned({ [name]: percent / 100 }), { least: 0, most: 300, places: 0 }));
  return [
    row("Picture", choice("Picture", thing.fit, FITS, (fit) => set({ fit })), true),
    row("Cut off", html`<span class="act-row"><button class="act" @click=${() => arranging.beginCrop(thing.id)}>On the stage</button>${frame.crop.some(Boolean) ? html`<button class="act" @click=${() => change({ crop: defaults.framing.crop })}>Nothing</button>` : nothing}</span>`, true),
    SIDES.map((label, side) => row(`${label}, %`, numberField(`Cut off, ${label.toLowerCase()}`, frame.crop[side] * 100, (percent) => cut(side, percent / 100), { least: 0, most: 100 * MOST_CUT }))),
    row("Form", choice("Form", frame.mask, masks.map((name) => [name, forms[name].label]), (mask) => change({ mask }))),
    row("Corners", numberField("Corner radius", frame.corner_radius, (corner_radius) => change({ corner_radius }), { least: 0, most: 2000 })),
    row("Border", colourField("Border", frame.line, (line) => change({ line }), true)),
    row("Its width", numberField("Border width", frame.line_width, (line_width) => change({ line_width }), { least: 0, most: 200 })),
    row("Turned", html`<span class="inline-flex gap-3">${check("mirrored", frame.mirrored, (mirrored) => change({ mirrored }))}${check("upside down", frame.upside_down, (upside_down) => change({ upside_down }))}</span>`, true),
    amount("Light", "light"), amount("Contrast", "contrast"), amount("Colour", "colour"),
    row("One colour", colourField("One colour", tone.one_colour, (one_colour) => toned({ one_colour }), true)),
  ];
}

export function framingOf({ vocabulary }, thing) {
  return { ...vocabulary.defaults.framing, ...thing.frame };
}
