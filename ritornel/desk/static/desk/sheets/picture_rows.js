// How pictures and clips are framed: fit, crop, form, border, tone. `set` gets values, or a function that gives those of a thing.

import { html, nothing } from "../../site/vendor/lit.js";
import { across, check, choice, colourField, numberField, row, setting } from "../../parts/fields.js";
import { common } from "./several.js";

const FITS = [["whole", "whole in its box"], ["fill", "filling its box, cut at the edges"]];
const SIDES = ["Left", "Top", "Right", "Bottom"];
const MOST_CUT = 0.9;

/** The rows of what is set often, and of what is set seldom. */
export function pictureRows(things, set, { store, arranging }) {
  const { defaults, forms, masks } = store.vocabulary;
  const frames = things.map((thing) => framingOf(store, thing));
  const frame = common(frames);
  const tone = common(frames.map((one) => ({ ...defaults.tone, ...one.tone })));
  const crop = SIDES.map((_, side) => common(frames.map((one) => one.crop[side])));
  const each = (values) =>
    set((thing) => {
      const own = framingOf(store, thing);
      return { frame: { ...own, ...values(own) } };
    });
  const change = (values) => each(() => values);
  const cut = (side, share) => each(({ crop: own }) => ({ crop: own.map((now, n) => (n === side ? Math.min(share, MOST_CUT - own[(n + 2) % 4]) : now)) }));
  const toned = (values) => each((own) => ({ tone: { ...defaults.tone, ...own.tone, ...values } }));
  const amount = (label, name) => setting(label.toLowerCase(), numberField(label, tone[name], (share) => toned({ [name]: share }), { least: 0, most: 300, places: 0, factor: 100 }), { unit: "%", span: 2 });
  const first = row("picture", setting("", choice("Picture", common(things).fit, FITS, (fit) => set({ fit })), { span: 4 }));
  const further = [
    row(
      "cut off",
      SIDES.map((label, side) => setting(label.toLowerCase(), numberField(`Cut off, ${label.toLowerCase()}`, crop[side], (share) => cut(side, share), { least: 0, most: 100 * MOST_CUT, factor: 100 }), { unit: "%" })),
      across(html`${things.length === 1 ? html`<button class="act" @click=${() => arranging.beginCrop(things[0].id)}>Cut on the stage</button>` : nothing}${crop.some((share) => share !== 0) ? html`<button class="act" @click=${() => change({ crop: defaults.framing.crop })}>Nothing cut off</button>` : nothing}`),
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
