// How pictures and clips are framed: fit, crop, form, border, tone.

import { html, nothing } from "../../../site/vendor/lit.js";
import { across, check, choice, colourField, numberField, row, setting } from "./fields.js";

const FITS = [["whole", "whole in its box"], ["fill", "filling its box, cut at the edges"]];
const SIDES = ["Left", "Top", "Right", "Bottom"];
const MOST_CUT = 0.9;

/** The rows of what is set often, and of what is set seldom. */
export function pictureRows(thing, set, { store, arranging }) {
  const { defaults, forms, masks } = store.vocabulary;
  const frame = framingOf(store, thing);
  const tone = { ...defaults.tone, ...frame.tone };
  const change = (values) => set({ frame: { ...frame, ...values } });
  const cut = (side, share) => change({ crop: frame.crop.map((now, n) => (n === side ? Math.min(share, MOST_CUT - frame.crop[(n + 2) % 4]) : now)) });
  const toned = (values) => change({ tone: { ...tone, ...values } });
  const amount = (label, name) => setting(label.toLowerCase(), numberField(label, tone[name] * 100, (percent) => toned({ [name]: percent / 100 }), { least: 0, most: 300, places: 0 }), { unit: "%", span: 2 });
  const first = row("picture", setting("", choice("Picture", thing.fit, FITS, (fit) => set({ fit })), { span: 4 }));
  const further = [
    row(
      "cut off",
      SIDES.map((label, side) => setting(label.toLowerCase(), numberField(`Cut off, ${label.toLowerCase()}`, frame.crop[side] * 100, (percent) => cut(side, percent / 100), { least: 0, most: 100 * MOST_CUT }), { unit: "%" })),
      across(html`<button class="act" @click=${() => arranging.beginCrop(thing.id)}>Cut on the stage</button>${frame.crop.some(Boolean) ? html`<button class="act" @click=${() => change({ crop: defaults.framing.crop })}>Nothing cut off</button>` : nothing}`),
    ),
    row(
      "frame",
      setting("form", choice("Form", frame.mask, masks.map((name) => [name, forms[name].label]), (mask) => change({ mask })), { span: 2 }),
      setting("corners", numberField("Corner radius", frame.corner_radius, (corner_radius) => change({ corner_radius }), { least: 0, most: 2000 }), { span: 2 }),
      setting("border", colourField("Border", frame.line, (line) => change({ line }), true), { span: 2 }),
      setting("width", numberField("Border width", frame.line_width, (line_width) => change({ line_width }), { least: 0, most: 200 }), { span: 2 }),
    ),
    row("turned", setting("", check("mirrored", frame.mirrored, (mirrored) => change({ mirrored })), { span: 2 }), setting("", check("upside down", frame.upside_down, (upside_down) => change({ upside_down })), { span: 2 })),
    row(
      "tone",
      amount("Light", "light"), amount("Contrast", "contrast"), amount("Colour", "colour"),
      setting("one colour", colourField("One colour", tone.one_colour, (one_colour) => toned({ one_colour }), true), { span: 2 }),
    ),
  ];
  return { first, further };
}

export function framingOf({ vocabulary }, thing) {
  return { ...vocabulary.defaults.framing, ...thing.frame };
}
