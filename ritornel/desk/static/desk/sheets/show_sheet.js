// What belongs to the show as a whole: its pace, its beds, its documents.

import { html, nothing } from "../../site/vendor/lit.js";
import { footButtons, openDialog } from "../../parts/dialogs.js";
import { choice, numberField, timeField } from "../../parts/fields.js";
import { languageChoices } from "../../parts/languages.js";
import { bedSentences } from "./bed_sentences.js";
import { Sounding } from "./sounding.js";

/** Opens it; a bed that was grabbed stands out in it. */
export function openShowSheet(desk, bed = null) {
  const { store } = desk;
  let open = null;
  const sounding = new Sounding(desk, () => open?.update());
  const draw = (dialog) => (open = dialog) && html`<h2 class="page-title">Pace and beds</h2>
    ${paceSentences(store)}${bedSentences(desk, bed)}${sounding.draw()}
    ${footButtons(html`<button class="act-main" @click=${() => dialog.close()}>Close</button>`, html`<a class="act" href="document">Export document</a>`, html`<a class="act" href="zip">Export with media</a>`)}`;
  const closed = openDialog("Pace and beds", draw, { width: "640px", store });
  document.querySelector("dialog .bed.is-opened")?.scrollIntoView({ block: "nearest" });
  return Promise.resolve(closed).finally(() => (sounding.left = true));
}

/** How fast things are said and read, how long is waited and held, and how builds move: the words of it are the settings. */
function paceSentences(store) {
  const { pace } = store.shown.show;
  const set = (values) => store.edit({ do: "set-show", values: { pace: values } });
  const rate = (label, name) => numberField(label, pace[name], (now) => set({ [name]: now }), { least: 1, most: 2000 });
  const time = (label, name) => timeField(label, pace[name], (now) => set({ [name]: now }));
  const said = Object.values(store.shown.briefs).map((brief) => brief.voice?.said ?? [0, 0]);
  const [words, ms] = said.reduce((sum, one) => [sum[0] + one[0], sum[1] + one[1]], [0, 0]);
  const given = words > 1 && ms ? html`<p class="sentence">In its voices it is said at ${Math.round((words * 60_000) / ms)} words a minute, pauses counted. <button class="act-quiet" @click=${() => store.edit({ do: "take-pace" })}>Plan at that pace</button></p>` : nothing;
  return html`<p class="sentence">The script is in ${languageOf(store)}, and said at ${rate("Words a minute", "wpm")} words a minute, with ${time("After a sentence, s", "sentence_pause")} s
    after a sentence and ${time("After a clause, s", "clause_pause")} s after a clause. What is only to be read takes a second for ${rate("Characters a second", "cps")} letters.</p>${given}
    <p class="sentence">Before a cue it is still for at least ${time("Least wait, s", "least_wait")} s, or ${time("Wait otherwise, s", "default_wait")} s where nothing is said;
    at the end a slide holds for at least ${time("Least hold, s", "least_hold")} s, or ${time("Hold otherwise, s", "default_hold")} s. Builds move <span class="whitespace-nowrap">${easingOf(store, set)}.</span></p>`;
}

/** The language of the scripts: what voices are listened to in, and made voices speak. */
function languageOf(store) {
  const { language } = store.shown.show;
  return choice("Language of the scripts", language, languageChoices([language]), (tag) => store.edit({ do: "set-show", values: { language: tag } }));
}

/** How builds move that have no pace of their own. */
function easingOf(store, set) {
  const { easing } = store.shown.show.pace;
  const ways = [["", "each in its own way"], ...store.vocabulary.easings];
  if (!ways.some(([way]) => way === easing)) ways.push([easing, easing]);
  return choice("How builds move", easing, ways, (way) => set({ easing: way || null }));
}
