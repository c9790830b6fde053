// The sheet of what is selected on the stage: its name, place, style, media, and the builds it has.

import { html, nothing, repeat } from "../../site/vendor/lit.js";
import { actButton } from "../acts/rail.js";
import { entry } from "../book/entries.js";
import { fieldValue } from "../../parts/pane.js";
import { clipTrim } from "./clip_trim.js";
import { choice, numberField, row, setting, textField } from "../../parts/fields.js";
import { linkSettings } from "./link_settings.js";
import { itsSlides } from "./its_slides.js";
import { placingRows } from "./placings.js";
import { pictureRows } from "./picture_rows.js";
import { common } from "./several.js";
import { edgeRow, lineRows, shapeRows, strokeSettings } from "./shape_rows.js";
import { textRows } from "./text_rows.js";

const STYLES = { text: (things, set, desk) => textRows(desk, things), shape: shapeRows, line: lineRows, picture: pictureRows, clip: pictureRows, sound: () => ({}) };

/** The sheet of the selected object, or of several at once. */
export function objectSheet(desk) {
  const things = [...desk.store.objects].map((id) => desk.store.object(id)).filter(Boolean); // some may be on their way
  const [thing] = things;
  if (things.length > 1) return several(desk, things);
  if (!thing) return nothing;
  return html`${repeat([thing.id], (id) => id, () => single(desk, thing))}`;
}

/** Sets values of things, or what a function gives for each as it is then: fields may be left faster than they are drawn anew. */
function setter({ store }, things) {
  return (values) => {
    const given = things.map(({ id }) => [id, typeof values === "function" ? values(store.object(id)) : values]);
    return store.edit({ do: "set-objects", slide: store.focus, values: Object.fromEntries(given) });
  };
}

/** What several objects have in common, set on all of them at once. */
function several(desk, things) {
  const { store } = desk;
  const ids = things.map(({ id }) => id);
  const look = common(things);
  const set = setter(desk, things);
  const all = (...kinds) => things.every((thing) => kinds.includes(thing.kind));
  const mixed = all("picture", "clip") ? pictureRows : all("shape", "line") ? outlined : all("shape", "text") ? labelled : () => ({});
  const styles = look.kind ? STYLES[look.kind] : mixed;
  const { first = nothing, further = nothing } = styles(things, set, desk);
  const seen = things.every((thing) => thing.kind !== "sound");
  return html`<div class="sheet"><h2>${things.length} objects</h2><p class="soft">${ids.map((id) => store.slide.names[id]).join(", ")}</p>
    ${placingRows(desk)}
    ${seen ? row("all", ...turnAndOpacity(look, set)) : nothing}${roleRow(desk, things)}${first}${builds(desk, ids)}${further}${seen ? edgeRow(things, set, desk) : nothing}
    ${seen ? row("lead to", linkSettings(desk, look.link, (link) => set({ link }))) : nothing}</div>`;
}

function outlined(things, set) {
  return { first: row("line", ...strokeSettings(things, set, { canBeNone: false, least: 0.5 })) };
}

/** Shapes and the words in them: the rows of both. */
function labelled(things, set, desk) {
  const [shapes, texts] = ["shape", "text"].map((kind) => things.filter((thing) => thing.kind === kind));
  return { first: [shapeRows(shapes, setter(desk, shapes), desk).first, textRows(desk, texts).first] };
}

function single(desk, thing) {
  const { store } = desk;
  const set = setter(desk, [thing]);
  const heard = thing.kind === "sound";
  const { first = nothing, further = nothing } = STYLES[thing.kind]([thing], set, desk);
  const timed = heard || thing.kind === "clip";
  const found = desk.found.filter((f) => f.slide === store.focus && f.object === thing.id);
  return html`<div class="sheet">
    <input class="book-title" aria-label="Name of the object" @change=${(event) => set({ name: event.target.value.trim() || null })} ${fieldValue(store.slide.names[thing.id])}>
    <p class="soft">${kindWords(desk, thing)} ${thing.asset ? actButton(desk, "exchange") : nothing} ${thing.role === "speaker" ? actButton(desk, "only-voice") : nothing}</p>
    ${found.map((finding) => html`<p class="notice mt-2">${finding.message.replace(/^slide \d+: /, "")} ${mend(desk, finding)}</p>`)}
    ${timed ? clipTrim(desk, thing) : nothing}
    ${placeRow(thing, set, store.shown.show)}${roleRow(desk, [thing])}${first}${builds(desk, [thing.id])}${further}${heard ? nothing : edgeRow([thing], set, desk)}
    ${row("describe", setting("", textField("Description for those who cannot see it", thing.alt, (alt) => set({ alt: alt || null }), "for those who cannot see it"), { span: 4 }))}
    ${heard ? nothing : row("leads to", linkSettings(desk, thing.link, (link) => set({ link })))}${itsSlides(desk, thing)}</div>`;
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
    ...turnAndOpacity(thing, set),
  );
}

function turnAndOpacity({ rotation, opacity }, set) {
  return [
    setting("turned", numberField("Turn", rotation, (degrees) => set({ rotation: degrees }), { least: -360, most: 360 }), { unit: "°", span: 2 }),
    setting("opacity", numberField("Opacity", opacity, (share) => set({ opacity: share }), { least: 0, most: 100, factor: 100 }), { unit: "%", span: 2 }),
  ];
}

function kindWords({ store }, thing) {
  const lines = thing.paragraphs?.length ?? 0;
  return { text: `text, ${lines} line${lines === 1 ? "" : "s"}`, shape: store.vocabulary.forms[thing.form]?.label, line: "line", picture: "picture", clip: "clip", sound: "sound" }[thing.kind];
}

/** What objects are on their slide: then they look, and stand, as the house style has it. */
function roleRow({ store }, things) {
  const texts = things.every((thing) => thing.kind === "text");
  const pictures = things.every((thing) => ["picture", "clip"].includes(thing.kind));
  if (!store.shown.show.style || !(texts || pictures)) return nothing;
  const { picture, ornament, speaker, ...words } = store.vocabulary.roles;
  const roles = texts ? words : { picture, speaker };
  const set = (role) => store.edit({ do: "set-role", slide: store.focus, objects: things.map(({ id }) => id), role });
  const select = setting("", choice("Role in the house style", common(things.map((thing) => thing.role ?? "")), [["", "none in the house style"], ...Object.entries(roles)], set), { span: 4 });
  const [thing] = things;
  if (things.length > 1 || !thing.role || !thing.own?.length) return row("role", select);
  const edit = (name, values) => store.edit({ do: name, slide: store.focus, ...values });
  const called = store.vocabulary.roles[thing.role].toLowerCase();
  const look = thing.kind !== "text" || thing.own.some((name) => !OF_ITS_PLACE.includes(name));
  return row("role", select, html`<div data-span="4" class="own-look"><p class="soft">Its ${inWords(thing.own)} ${thing.own.length > 1 ? "are" : "is"} set by hand.</p>
    <div class="act-row">${look ? html`<button class="act" title="Every ${called} of the show gets it" @click=${() => edit("look-for-all", { object: thing.id })}>So for all</button>` : nothing}
    <button class="act" title="The house style has it from now on; what follows the style follows" @click=${() => edit("look-in-style", { object: thing.id })}>So in the style</button>
    <button class="act" @click=${() => edit("follow-style", { objects: [thing.id] })}>As the style has it</button></div></div>`);
}

const OF_ITS_PLACE = ["x", "y", "width", "height", "align", "valign", "fit"];

/** Fields as people say them; the place is one. */
function inWords(fields) {
  const place = fields.some((name) => OF_ITS_PLACE.slice(0, 4).includes(name)) ? ["place"] : [];
  return [...place, ...fields.filter((name) => !OF_ITS_PLACE.slice(0, 4).includes(name)).map((name) => name.replace("_", " "))].join(", ");
}
