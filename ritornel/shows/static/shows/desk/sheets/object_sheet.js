// The sheet of what is selected on the stage: its name, place, style, media, and the builds it has.

import { html, nothing, repeat } from "../../../site/vendor/lit.js";
import { actButton } from "../acts/rail.js";
import { entry } from "../book/entries.js";
import { fieldValue } from "../pane.js";
import { clipTrim } from "./clip_trim.js";
import { choice, colourField, numberField, row, setting, textField } from "./fields.js";
import { linkSettings } from "./link_settings.js";
import { itsSlides } from "./its_slides.js";
import { placingRows } from "./placings.js";
import { pictureRows } from "./picture_rows.js";
import { edgeRow, lineRows, shapeRows } from "./shape_rows.js";
import { textRows } from "./text_rows.js";

const STYLES = { text: (thing, set, desk) => textRows(desk, [thing]), shape: shapeRows, line: lineRows, picture: pictureRows, clip: pictureRows, sound: () => ({}) };

/** The sheet of the selected object, or of several at once. */
export function objectSheet(desk) {
  const { store } = desk;
  const ids = [...store.objects];
  const thing = store.object(ids[0]);
  if (ids.length > 1) {
    return html`<div class="sheet"><h2>${ids.length} objects</h2><p class="soft">${ids.map((id) => store.slide.names[id]).join(", ")}</p>
      ${placingRows(desk)}${commonRows(desk, ids.map((id) => store.object(id)))}${builds(desk, ids)}</div>`;
  }
  if (!thing) return nothing;
  return html`${repeat([thing.id], (id) => id, () => single(desk, thing))}`;
}

/** What several objects have in common, set on all of them at once. */
function commonRows(desk, things) {
  const { store } = desk;
  const set = (values) => store.edit({ do: "set-objects", slide: store.focus, values: Object.fromEntries(things.map((t) => [t.id, values])) });
  const alike = (field) => (things.every((t) => t[field] === things[0][field]) ? things[0][field] : null);
  const all = (...kinds) => things.every((t) => kinds.includes(t.kind));
  const opacity = alike("opacity");
  return [
    row(
      "all",
      setting("turned", numberField("Turn", alike("rotation"), (rotation) => set({ rotation }), { least: -360, most: 360 }), { unit: "°", span: 2 }),
      setting("opacity", numberField("Opacity", opacity === null ? null : opacity * 100, (percent) => set({ opacity: percent / 100 }), { least: 0, most: 100 }), { unit: "%", span: 2 }),
      all("shape") ? setting("fill", colourField("Fill", alike("fill"), (fill) => set({ fill }), true), { span: 2 }) : nothing,
      all("shape", "line") ? [
        setting("line", colourField("Line", alike("line"), (line) => set({ line }), all("shape")), { span: 2 }),
        setting("line width", numberField("Line width", alike("line_width"), (line_width) => set({ line_width }), { least: 0.5, most: 400 }), { span: 2 }),
      ] : nothing,
    ),
    all("text") ? Object.values(textRows(desk, things)) : nothing,
  ];
}

function single(desk, thing) {
  const { store } = desk;
  const set = (values) => store.edit({ do: "set-objects", slide: store.focus, values: { [thing.id]: values } });
  const heard = thing.kind === "sound";
  const { first = nothing, further = nothing } = STYLES[thing.kind](thing, set, desk);
  const timed = heard || thing.kind === "clip";
  const found = store.shown.findings.filter((f) => f.slide === store.focus && f.object === thing.id);
  return html`<div class="sheet">
    <input class="book-title" aria-label="Name of the object" @change=${(event) => set({ name: event.target.value.trim() || null })} ${fieldValue(store.slide.names[thing.id])}>
    <p class="soft">${kindWords(desk, thing)}</p>
    ${found.map((finding) => html`<p class="notice mt-2">${finding.message.replace(/^slide \d+: /, "")} ${mend(desk, finding)}</p>`)}
    ${timed ? clipTrim(desk, thing) : nothing}
    ${placeRow(thing, set, store.shown.show)}${roleRow(desk, thing)}${first}${builds(desk, [thing.id])}${further}${heard ? nothing : edgeRow(thing, set, desk)}
    ${row("describe", setting("", textField("Description for those who cannot see it", thing.alt, (alt) => set({ alt: alt || null }), "for those who cannot see it"), { span: 4 }))}
    ${heard ? nothing : row("leads to", linkSettings(desk, thing.link, (link) => set({ link: link || null })))}${itsSlides(desk, thing)}</div>`;
}

/** What puts a finding right, where it can be computed. */
function mend({ store }, { rule, object }) {
  if (rule !== "text-overflows") return nothing;
  const edit = (command) => store.edit({ slide: store.focus, ...command });
  return html`<button class="act" @click=${() => edit({ do: "shrink-texts", objects: [object] })}>Shrink to the box</button>
    <button class="act" @click=${() => edit({ do: "set-objects", values: { [object]: { grows: true } } })}>Let it grow</button>`;
}

function builds(desk, ids) {
  const { store } = desk;
  const steps = store.slide.time.groups.flatMap((group) => group.steps.filter((step) => ids.includes(step.object)).map((step) => ({ step, group })));
  return row("builds", html`<div data-span="4">
    ${steps.length ? repeat(steps, ({ step }) => step.id, ({ step, group }) => entry(desk, step, group)) : html`<p class="soft">None yet: it stands there as long as the slide does.</p>`}
    <div class="act-row">${actButton(desk, "build")}${actButton(desk, "to-front")}${actButton(desk, "to-back")}${actButton(desk, "select-nothing", { label: "Back to the script" })}</div></div>`);
}

function placeRow(thing, set, stage) {
  const keeps = thing.kind === "picture" || thing.kind === "clip";
  const ratio = thing.width / thing.height;
  return row(
    "place",
    setting("left", numberField("Left", thing.x, (x) => set({ x }), { whole: stage.width })),
    setting("top", numberField("Top", thing.y, (y) => set({ y }), { whole: stage.height })),
    setting("width", numberField("Width", thing.width, (width) => set(keeps ? { width, height: width / ratio } : { width }), { least: 1, whole: stage.width })),
    setting("height", numberField("Height", thing.height, (height) => set(keeps ? { height, width: height * ratio } : { height }), { least: 1, whole: stage.height })),
    setting("turned", numberField("Turn", thing.rotation, (rotation) => set({ rotation }), { least: -360, most: 360 }), { unit: "°", span: 2 }),
    setting("opacity", numberField("Opacity", thing.opacity * 100, (percent) => set({ opacity: percent / 100 }), { least: 0, most: 100 }), { unit: "%", span: 2 }),
  );
}

function kindWords({ store }, thing) {
  const lines = thing.paragraphs?.length ?? 0;
  return { text: `text, ${lines} line${lines === 1 ? "" : "s"}`, shape: store.vocabulary.forms[thing.form]?.label, line: "line", picture: "picture", clip: "clip", sound: "sound" }[thing.kind];
}

/** What an object is on its slide: then it looks, and stands, as the house style has it. */
function roleRow({ store }, thing) {
  if (!store.shown.show.style || !["text", "picture", "clip"].includes(thing.kind)) return nothing;
  const { picture, ornament, ...words } = store.vocabulary.roles;
  const roles = thing.kind === "text" ? words : { picture };
  const set = (role) => store.edit({ do: "set-role", slide: store.focus, objects: [thing.id], role });
  return row("role", setting("", choice("Role in the house style", thing.role ?? "", [["", "none in the house style"], ...Object.entries(roles)], set), { span: 4 }));
}
