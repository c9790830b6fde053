// The foot of the contact sheet: what is selected, set in one line.

import { html, nothing } from "../site/vendor/lit.js";
import { openDialog, footButtons } from "../parts/dialogs.js";
import { Pane } from "../parts/pane.js";
import { transitionToBe } from "../parts/sentences/transitions.js";
import { choice, colourField, timeField } from "../parts/fields.js";
import { openLengths } from "../parts/lengths/lengths.js";
import { newIds } from "../parts/state/ids.js";
import { forWhom } from "./giving.js";
import "../parts/sentences/sentence.js";

export function footPane(contact) {
  const { store, sheet } = contact;
  return new Pane(document.getElementById("foot"), {
    shows: () => [store.shown, store.selection.slides, contact.told.people],
    draw: () => (sheet.chosen.length ? line(contact, sheet.chosen) : html`<span class="soft">Click slides to select them, drag them into another order; a double click opens one on the desk. <kbd>/</kbd> finds, <kbd>K</kbd> skips, <kbd>P</kbd> plays.</span>`),
  });
}

function line(contact, slides) {
  const { store } = contact;
  store.loader.need(slides[0]);
  const first = store.shown.slides[slides[0]];
  const briefs = slides.map((id) => store.shown.briefs[id]);
  const differs = (field) => briefs.some((brief) => brief[field] !== briefs[0][field]);
  const alike = (field) => (differs(field) ? null : briefs[0][field]);
  const verb = alike("transition_verb");
  const set = (values) => store.edit({ do: "set-slides", slides, values });
  const { chapters, style } = store.shown.show;
  const skipped = briefs.every((brief) => brief.skipped);
  return html`<b class="text-plum">${slides.length === 1 ? "1 slide" : `${slides.length} slides`}</b>
    ${slides.length === 1 ? nothing : html`<span class="soft">${verb === null ? "come in by" : "each"}</span>`}<button class="act foot-word" id="foot-transition" ?disabled=${!first} @click=${() => openTransition(contact, slides)}>${verb ?? "different transitions"}</button>
    <label><span class="soft">hold</span> ${timeField("Hold", alike("hold"), (hold) => set({ hold }), { empty: null, placeholder: differs("hold") ? "various" : "by the clock" })}</label>
    <label title="Who gives the cues when it is shown live"><span class="soft">live, by</span> ${choice("Cues given by", alike("advance") ?? "", [...(differs("advance") ? [["", "various"]] : []), ["presenter", "the presenter"], ["clock", "the clock"]], (advance) => advance && set({ advance }))}</label>
    <label><span class="soft">ground</span> ${colourField("Ground", alike("ground"), (background) => set({ background, ground: null }))}</label>
    ${style ? html`<label><span class="soft">kind</span> ${choice("Kind of slide", alike("kind"), [["", "none"], ...Object.entries(store.vocabulary.slide_kinds)], (kind) => kind && store.edit({ do: "set-kind", slides, kind }))}</label>` : nothing}
    <label><span class="soft">chapter</span> ${choice("Chapter", chapterOf(contact, slides) ?? "", [...(chapterOf(contact, slides) === null ? [["", chapters.length ? "various" : "none"]] : []), ...chapters.map((c) => [c.id, c.title || "untitled"]), ["+", "a new chapter from here"]], (id) => id && toChapter(contact, slides, id))}</label>
    ${forWhom(contact, slides, "Whose these slides are")}
    <span class="flex-1"></span>
    <button class="act" title="How long they last: each so long, longer, fitted, on the beat" @click=${() => lengthsOf(contact)}>Lengths</button>
    <button class="act" @click=${() => duplicateChosen(contact)}>Duplicate</button>
    <button class="act" @click=${() => skipChosen(contact)}>${skipped ? "Take in again" : "Skip"}</button>
    <button class="act" @click=${() => deleteChosen(contact)}>Delete</button>
    <button class="act" @click=${() => playChosen(contact)}>Play</button>`;
}

/** The chapter in which slides stand; null where they stand in several. */
function chapterOf({ sheet }, slides) {
  const found = new Set(sheet.chapters().filter((chapter) => chapter.rows.some((row) => slides.includes(row.id))).map((chapter) => chapter.id));
  return found.size === 1 ? [...found][0] : null;
}

function toChapter(contact, slides, id) {
  const { store, sheet } = contact;
  if (id === "+") return store.edit({ do: "set-chapter", slide: slides[0], title: "New chapter" });
  const chapters = sheet.chapters();
  const at = chapters.findIndex((chapter) => chapter.id === id);
  sheet.move(slides, { before: chapters[at + 1]?.first ?? null, chapter: id });
  return undefined;
}

const OF_ITS_KIND = ["subtype", "colour", "reverse", "softness"]; // what goes with another kind of transition

/** The fields that two transitions have otherwise; what is not set is alike, however that is written. */
function fieldsThatDiffer(one, other) {
  const written = (value) => JSON.stringify(value || null);
  return Object.keys({ ...one, ...other }).filter((field) => written(one[field]) !== written(other[field]));
}

/** The transition of all that is selected, as a sentence, open to be found by typing; Ctrl Enter sets it. */
function openTransition(contact, slides) {
  const { store } = contact;
  let transition = store.shown.slides[slides[0]].document.transition;
  let open = null;
  const given = () => ({ ...store.vocabulary.defaults.transition, ...transition });
  const named = new Set(); // what was chosen: the rest stays as each slide has it
  const subject = transitionToBe(contact, given, (changed) => {
    for (const field of fieldsThatDiffer(given(), changed)) named.add(field);
    if (named.has("type")) for (const field of OF_ITS_KIND) named.add(field);
    transition = changed;
    open.update();
  });
  subject.done = () => {
    const values = { transition: named.size ? Object.fromEntries([...named].map((field) => [field, transition[field] ?? null])) : transition };
    store.edit({ do: "set-slides", slides, values, within_transition: named.size > 0 });
    open.close();
  };
  const ended = openDialog("Transition", (dialog) => ((open = dialog), html`<h2 class="page-title">${slides.length === 1 ? "How it comes in" : `How ${slides.length} slides come in`}</h2>
    <motion-sentence .subject=${subject}></motion-sentence>
    ${footButtons(html`<button class="act-main" title="Ctrl Enter" @click=${() => subject.done()}>Set it</button>`, html`<button class="act" @click=${() => dialog.close()}>Leave it</button>`)}`), { width: "560px" });
  document.querySelector("dialog motion-sentence").touch("what");
  return ended;
}

/** How long what is selected lasts, or the whole show. */
export function lengthsOf({ store, sheet, notice }) {
  const slides = sheet.chosen.length ? sheet.chosen : store.shown.order.map(([id]) => id);
  if (slides.length) openLengths({ store, notice }, slides, sheet.chosen.length ? "each" : "fit");
}

export function skipChosen({ store, sheet, notice }) {
  const slides = sheet.chosen;
  if (!slides.length) return;
  const skipped = !slides.every((id) => store.shown.briefs[id].skipped);
  store.edit({ do: "set-slides", slides, values: { skipped } });
  notice.announce(skipped ? `${slides.length} skipped` : `${slides.length} taken in again`);
}

export function duplicateChosen({ store, sheet }) {
  const slides = sheet.chosen;
  if (!slides.length) return;
  const ids = newIds("slide", slides.length);
  store.edit({ do: "duplicate-slides", slides, ids });
  store.select("slides", ids);
}

export function deleteChosen({ store, sheet, notice }) {
  const slides = sheet.chosen;
  if (!slides.length) return;
  store.edit({ do: "delete-slides", slides });
  store.select("slides", []);
  notice.announce(slides.length === 1 ? "Slide deleted; Ctrl Z takes it back" : `${slides.length} slides deleted; Ctrl Z takes them back`);
}

/** Plays from the first that is selected to the end of the last, on the desk. */
export function playChosen({ sheet, addresses }) {
  const slides = sheet.chosen;
  if (slides.length) location.href = `${addresses.desk}#play:${encodeURIComponent(slides[0])}:${encodeURIComponent(slides.at(-1))}`;
}
