// The captions of a slide: their words and times, in every language; and how the show's captions look.

import { html, nothing } from "../../site/vendor/lit.js";
import { footButtons, openDialog } from "../../parts/dialogs.js";
import { choice, timeField } from "../../parts/fields.js";
import { languageChoices, languageName } from "../../parts/languages.js";

const SHOWN = [["true", "shown from the beginning"], ["false", "shown when somebody wishes"]];
const LINE = 42;
const NEAR_MS = 400;
const SIZES = [["small", "small"], ["usual", "of the usual size"], ["large", "large"]];
const PLACES = [["free", "at the foot, or where no text stands"], ["foot", "at the foot"], ["head", "at the head"]];
const GROUNDS = [["dark", "light on dark"], ["light", "dark on light"], ["none", "light without a ground"]];

/** Opens the captions of the slide in focus; the caret stands in one of them. */
export function openCaptions(desk, number = 0) {
  const { store } = desk;
  const slide = store.focus;
  let language = store.shown.show.language;
  return openDialog("Captions", (dialog) => {
    const own = language === store.shown.show.language;
    const whole = store.shown.slides[slide];
    const written = Boolean(whole.document.captions?.[language]);
    const captions = own ? whole.captions : beside(whole.captions, whole.translated?.[language] ?? []);
    const set = (changed) => store.edit({ do: "set-captions", slide, language, captions: changed });
    const put = (n, values) => set(captions.map((caption, other) => (other === n ? Object.assign([...caption], values) : caption)));
    const turn = (tag) => {
      language = tag;
      dialog.update();
    };
    const row = ([from, to, text], n) => html`<li class="caption-row">
        <span class="caption-times">${timeField(`From, caption ${n + 1}`, from, (ms) => put(n, { 0: ms }))}<span class="soft">to</span>${timeField(`To, caption ${n + 1}`, to, (ms) => put(n, { 1: ms }))}</span>
        ${own ? nothing : html`<span class="caption-own" lang=${store.shown.show.language}>${whole.captions.find(([start]) => Math.abs(start - from) < NEAR_MS)?.[2] ?? ""}</span>`}
        <textarea class="field" rows="2" maxlength="300" lang=${language} dir="auto" aria-label="Caption ${n + 1}" ?autofocus=${n === number} .value=${text} @change=${(event) => put(n, { 2: event.target.value })} @input=${toLong}></textarea>
        <button class="act" title="Take this caption away" @click=${() => set(captions.filter((_, other) => other !== n))}>Take away</button></li>`;
    return html`<h2 class="page-title">Captions of ${store.title(slide)}</h2>
      <p class="sentence mt-1">They are in ${choice("Language of the captions", language, languageChoices([language, ...store.shown.show.captions.languages]), turn)}, ${written ? html`written by hand. <button class="act" @click=${() => store.edit({ do: "set-captions", slide, language, captions: null })}>${own ? "Let them be computed again" : `Take the ${languageName(language)} ones away`}</button>` : own ? "computed from the script and its voice." : "not written yet: write them beside those of the script."}</p>
      ${captions.length ? html`<ol class="caption-rows">${captions.map(row)}</ol>` : html`<p class="soft mt-3">There is no script yet, so there are no captions.</p>`}
      ${lookSentence(store)}
      ${footButtons(html`<button class="act-main" @click=${() => dialog.close()}>Close</button>`, html`<a class="act" href="as/captions">Captions of the show (WebVTT)</a>`)}`;
  }, { width: "720px", store });
}

/** Captions of another language, and for those of the script that have none there, empty ones to be written. */
function beside(captions, translated) {
  const missing = captions.filter(([from]) => !translated.some(([start]) => Math.abs(start - from) < NEAR_MS));
  return [...translated, ...missing.map(([from, to]) => [from, to, ""])].sort((a, b) => a[0] - b[0]);
}

/** How the show's captions look: the words of it are the settings. */
function lookSentence(store) {
  const { languages, ...look } = store.shown.show.captions;
  const set = (values) => store.edit({ do: "set-caption-look", look: { ...look, ...values } });
  return html`<p class="sentence mt-3">In the whole show they are ${choice("Whether captions are shown", String(look.shown), SHOWN, (shown) => set({ shown: shown === "true" }))}: ${choice("Size of captions", look.size, SIZES, (size) => set({ size }))}, ${choice("What captions stand on", look.ground, GROUNDS, (ground) => set({ ground }))}, ${choice("Where captions stand", look.place, PLACES, (place) => set({ place }))}.</p>`;
}

/** Lines longer than may be are told as they are written. */
function toLong({ target }) {
  const longest = Math.max(...target.value.split("\n").map((line) => line.length));
  target.classList.toggle("field-wrong", longest > LINE);
  target.title = longest > LINE ? `A line has ${longest} letters; more than ${LINE} are hard to read at once` : "";
}
