// Voice files onto slides: which is for which is found by their names, shown as sentences, corrected, and given at once.

import { send } from "../../site/sending.js";
import { seconds } from "../../site/times.js";
import { html, nothing } from "../../site/vendor/lit.js";
import { footButtons, openDialog } from "../../parts/dialogs.js";
import { uploadFiles } from "../../parts/media/uploading.js";

const NUMBERED = /\d/;

/** Whether sounds that came together are voices, as far as their names tell: several, each with a number, or as many as slides. */
export function areVoices(files, slides) {
  return files.length > 1 && (files.every((file) => NUMBERED.test(file.name)) || files.length === slides);
}

/** Takes sounds in and gives them to slides, after a look at which goes where; `among`: the slides they are for. */
export async function giveVoices(desk, files, among = []) {
  const { store, notice } = desk;
  const assets = (await uploadFiles(desk, files)).filter((asset) => asset.sound);
  if (!assets.length) return;
  const { status, data } = await send(`${store.address}voices`, { names: assets.map((asset) => asset.name), among });
  if (status !== 200) return notice.say(data.error ?? "There is no line to the server just now; the voices are in the library.");
  const rows = assets.map((asset, n) => ({ asset, slide: data.slides[n] ?? "" }));
  const given = await askWhere(desk, rows);
  const voices = Object.fromEntries((given ?? []).filter((row) => row.slide).map((row) => [row.slide, { asset: row.asset.id }]));
  if (Object.keys(voices).length) await store.edit({ do: "give-voices", voices });
}

/** One table of sentences: resolves to its rows, or null if it was left. */
function askWhere({ store }, rows) {
  const slides = () => store.shown.order.map(([id]) => id);
  const named = (id) => `${store.slideIndex(id) + 1} ${store.title(id)}`;
  const put = (row, slide, dialog) => {
    const other = rows.find((one) => one !== row && one.slide && one.slide === slide);
    if (other) other.slide = row.slide; // they change places
    row.slide = slide;
    dialog.update();
  };
  const drop = (event, onto, dialog) => {
    event.preventDefault();
    const from = rows[Number(event.dataTransfer.getData("text/voice"))];
    if (from && onto !== from) put(from, onto.slide, dialog);
  };
  return openDialog("Voices", (dialog) => {
    const count = rows.filter((row) => row.slide).length;
    return html`<h2 class="page-title">${rows.length === 1 ? "A voice" : `${rows.length} voices`} onto ${rows.length === 1 ? "a slide" : "slides"}</h2>
    <p class="soft mt-1">Each slide lasts as its voice; everything after it moves. Drag a file onto another's place, or choose its slide.</p>
    <ul class="found-list">${rows.map((row, n) => html`<li class="found voice-row" draggable="true" @dragstart=${(event) => event.dataTransfer.setData("text/voice", String(n))}
        @dragover=${(event) => event.preventDefault()} @drop=${(event) => drop(event, row, dialog)}>
      <span class="voice-file">${row.asset.name} <span class="soft">${seconds(row.asset.length)} s</span></span>
      <label class="sentence">is said on <select class="field" aria-label="Slide of ${row.asset.name}" @change=${(event) => put(row, event.target.value, dialog)} >
        <option value="" .selected=${!row.slide}>no slide</option>${slides().map((id) => html`<option value=${id} .selected=${id === row.slide}>${named(id)}</option>`)}</select>${row.slide && store.shown.briefs[row.slide]?.voice ? html`<span class="soft">, instead of its voice</span>` : nothing}</label></li>`)}</ul>
    ${footButtons(
      html`<button class="act-main" autofocus ?disabled=${!count} @click=${() => dialog.close(rows)}>${count === 1 ? "Give it to the slide" : `Give them to ${count} slides`}</button>`,
      html`<button class="act" @click=${() => dialog.close()}>Only into the library</button>`,
    )}`;
  }, { width: "680px", store });
}

/** Asks once what sounds are that came together: resolves to "voices", "music", "spots" or null; what is likely has the focus. */
export function askWhatSounds(files, likely) {
  const ways = [["voices", "Voices of slides"], ["music", "Music under the show"], ["spots", "Sounds on this slide"]];
  return openDialog("What the sounds are", (dialog) => html`<h2 class="page-title">${files.length} sounds</h2>
    <p class="mt-2">What are they?</p>
    ${footButtons(ways.map(([way, words]) => html`<button class=${way === likely ? "act-main" : "act-quiet"} ?autofocus=${way === likely} @click=${() => dialog.close(way)}>${words}</button>`),
      html`<button class="act" @click=${() => dialog.close()}>Leave them</button>`)}`, { width: "600px" });
}
