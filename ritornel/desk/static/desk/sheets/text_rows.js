// How texts look. While someone writes, what is set goes to the letters that are selected, or to the lines; else to all.

import { html, nothing } from "../../site/vendor/lit.js";
import { fontFamily } from "../../play/families.js";
import { oneOf, openMenu, section } from "../../parts/menus.js";
import { linkSettings } from "./link_settings.js";
import { across, check, choice, colourField, numberField, row, setting } from "../../parts/fields.js";

const MARKERS = [["none", "no list"], ["bullet", "bullets"], ["number", "numbers"]];
const ALIGNS = [["left", "left"], ["centre", "centre"], ["right", "right"]];
const STANDS = [["top", "at top"], ["middle", "in middle"], ["bottom", "at foot"]];
const OF_ALL = ["font", "size", "colour", "weight", "italic"];
const OF_LINES = ["align", "marker", "level", "space_before"];

/** The rows of what is set often, and of what is set seldom. */
export function textRows(desk, things) {
  const { store } = desk;
  const writing = desk.stage.writing?.seen && things.length === 1 ? desk.stage.writing : null;
  const edit = (values) => store.edit({ do: "style-texts", slide: store.focus, objects: things.map((t) => t.id), values });
  const set = (values) => {
    const lines = Object.keys(values).every((name) => OF_LINES.includes(name));
    if (writing && (lines || writing.editor.hasSelection)) writing.style(values);
    else edit(values);
  };
  const selected = Boolean(writing?.editor.hasSelection);
  const whole = lookOf(things);
  const letters = selected ? {} : Object.fromEntries(OF_ALL.map((name) => [name, whole[name]])); // what is set now is set on all of it
  const look = writing ? { ...writing.editor.look, ...letters } : whole;
  const first = [
    things.some((thing) => thing.tells) ? html`<p class="soft">It says the credits by itself, as they are written in the library. Write in it, and the words are your own.</p>` : nothing,
    row(
      "letters",
      selected ? across(html`<span class="soft">of the words that are selected</span>`) : nothing,
      setting("", faceButton(desk, look.font, (font) => set({ font })), { span: 2 }),
      setting("size", numberField("Size", look.size, (size) => set({ size }), { least: 4, most: 1000 })),
      setting("", colourField("Colour", look.colour, (colour) => set({ colour }), true)),
      check("bold", look.weight === null ? null : look.weight === 600, (on) => set({ weight: on ? 600 : 400 })),
      check("italic", look.italic, (italic) => set({ italic })),
      check("underlined", look.underline, (underline) => set({ underline })),
      selected ? linkSettings(desk, look.link, (link) => set({ link }), { label: "Words lead to", words: "lead to" }) : nothing,
    ),
    row(
      "lines",
      setting("", choice("Align", look.align, ALIGNS, (align) => set({ align }))),
      setting("", choice("Stands", look.valign, STANDS, (valign) => edit({ valign }))),
      setting("", choice("List", look.marker, MARKERS, (marker) => set({ marker }))),
      setting("level", numberField("Level", look.level === null ? null : look.level + 1, (level) => set({ level: Math.round(level) - 1 }), { least: 1, most: 6, places: 0 })),
      setting("space before", numberField("Space before, in sizes", look.space_before ?? look.gap, (before) => set({ space_before: before }), { least: 0, most: 5, places: 2 }), { span: 2 }),
      setting("line height", numberField("Line height, in sizes", look.line_height, (line_height) => edit({ line_height }), { least: 0.5, most: 5, places: 2 }), { span: 2 }),
    ),
  ];
  const further = row(
    "outline",
    setting("", colourField("Outline", look.outline, (outline) => edit({ outline }), true)),
    setting("width", numberField("Outline width", look.outline_width, (outline_width) => edit({ outline_width }), { least: 0.1, most: 100 })),
    setting("", colourField("Plate behind its words", look.plate?.colour ?? "none", (colour) => edit({ plate: colour === "none" ? null : { ...look.plate, colour } }), true)),
    setting("", check("as high as its text", look.grows, (grows) => edit({ grows })), { span: 2 }),
  );
  return { first, further };
}

/** What texts have in common; null where they differ. */
function lookOf(things) {
  const looks = things.map((thing) => {
    const lines = thing.paragraphs;
    const alike = (field, none) => (lines.every((p) => (p[field] ?? none) === (lines[0]?.[field] ?? none)) ? (lines[0]?.[field] ?? none) : null);
    const covered = (field) => lines.length > 0 && lines.every((p) => p.runs?.length && p.runs.every((run) => run[field]));
    return { ...thing, marker: alike("marker", "none"), level: alike("level", 0), space_before: alike("space_before", null), underline: covered("underline") };
  });
  return Object.fromEntries(Object.keys(looks[0]).map((field) => [field, looks.every((look) => look[field] === looks[0][field]) ? looks[0][field] : null]));
}

/** The face in its own letters; what else there is, each in its own. */
function faceButton(desk, font, choose) {
  const { families } = desk.store.vocabulary;
  const open = (event) =>
    openMenu("Face", event.currentTarget, (menu) => section("Face", Object.entries(families).map(([name, { label, voice }]) =>
      oneOf(html`<span class="face-sample" .style=${`font-family:${fontFamily(name)}`}>${label}</span> <span class="soft">${voice}</span>`, voice, name === font, () => (menu.close(), choose(name))))));
  return html`<button class="field face-button" aria-label="Face: ${families[font]?.label ?? "several"}" aria-haspopup="menu" .style=${font ? `font-family:${fontFamily(font)}` : ""} @click=${open}>${families[font]?.label ?? "several"}</button>`;
}
