// The foot of the contact sheet: what is selected, set in one line.

import { html, nothing } from "../site/vendor/lit.js";
import { openDialog, footButtons } from "../parts/dialogs.js";
import { Pane } from "../parts/pane.js";
import { transitionToBe } from "../parts/sentences/transitions.js";
import { choice, colourField, timeField } from "../parts/fields.js";
import { newIds } from "../parts/state/ids.js";
import "../parts/sentences/sentence.js";

export function footPane(contact) {
  const { store, sheet } = contact;
  return new Pane(document.getElementById("foot"), {
    shows: () => [store.shown, store.selection.slides],
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
    <span class="flex-1"></span>
    <button class="act" @click=${() => duplicateChosen(contact)}>Duplicate</button>
    <button class="act" @click=${() => skipChosen(contact)}>${skipped ? "Take in again" : "Skip"}</button>
    <button class="act" @click=${() => deleteChosen(contact)}>Delete</button>
    <button class="act" @click=${() => playChosen(contact)}>Play these</button>`;
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

/** The transition of all that is selected, as a sentence. */
function openTransition(contact, slides) {
  const { store } = contact;
  let transition = store.shown.slides[slides[0]].document.transition;
  const given = () => ({ ...store.vocabulary.defaults.transition, ...transition });
  return openDialog("Transition", (dialog) => html`<h2 class="page-title">${slides.length === 1 ? "How it comes in" : `How ${slides.length} slides come in`}</h2>
    <motion-sentence .subject=${transitionToBe(contact, given, (changed) => ((transition = changed), dialog.update()))}></motion-sentence>
    ${footButtons(html`<button class="act-main" @click=${() => (store.edit({ do: "set-slides", slides, values: { transition } }), dialog.close())}>Set it</button>`, html`<button class="act" @click=${() => dialog.close()}>Leave it</button>`)}`, { width: "560px" });
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
