// What beds say of themselves, and how they are set: from where to where, how loud, how they loop, give way, and make room.

import { html, nothing } from "../../site/vendor/lit.js";
import { minutes } from "../../site/times.js";
import { chooseAsset } from "../../parts/media/choosing.js";
import { check, choice, numberField, timeField } from "../../parts/fields.js";
import { beatSentence } from "./beat_sentence.js";
import { laid } from "./sound_place.js";

const HERE = "here";
const SHOW = "";
const GIVES_WAY_MS = 2000;

/** Every bed in sentences of its own, and a way to lay one more. */
export function bedSentences(desk, opened) {
  const { store } = desk;
  const { beds } = store.shown.show;
  const add = async () => {
    const asset = await chooseAsset(desk, "sound");
    if (asset) store.edit(laid(store, asset));
  };
  if (!beds.length) return html`<p class="sentence">No music lies under the show. <button class="act-quiet" id="choose-bed" @click=${add}>Lay a bed under it…</button></p>`;
  return html`${beds.map((bed, n) => bedSentence(desk, bed, n, bed.id === opened))}<p class="mt-3"><button class="act-quiet" id="choose-bed" @click=${add}>Lay another bed under it…</button></p>`;
}

function bedSentence(desk, bed, place, isOpened) {
  const { store } = desk;
  const which = place ? ` of bed ${place + 1}` : "";
  const set = (values) => store.edit({ do: "set-bed", bed: bed.id, values });
  const choose = async () => {
    const asset = await chooseAsset(desk, "sound");
    if (asset) set({ asset: asset.id });
  };
  const asset = store.shown.assets[bed.asset];
  const time = (label, name, otherwise = null) => timeField(`${label}${which}`, bed[name] ?? otherwise, (ms) => set({ [name]: ms }));
  const isHeard = store.shown.bed_spans.some(({ id }) => id === bed.id);
  return html`<section class="bed ${isOpened ? "is-opened" : ""}" aria-label="Bed ${place + 1}">
    <p class="sentence"><button class="word" title=${asset?.licence ?? ""} @click=${choose}>${asset?.name ?? "A sound that is gone"}</button>${asset ? html`, ${minutes(asset.length)} long,` : nothing}
      lies ${anchorOf(desk, bed, "start", which)} ${anchorOf(desk, bed, "end", which)}, <span class="whitespace-nowrap">${choice(`How often the bed plays${which}`, String(bed.loop), [["true", "again and again"], ["false", "once"]], (again) => set({ loop: again === "true" }))}.</span>
      It fades in over ${time("Fade in", "fade_in")} s and out over ${time("Fade out", "fade_out")} s${wayGiven(store, bed, set, which)}.</p>
    ${isHeard ? nothing : html`<p class="sentence is-wrong">It is not heard: it ends before it begins, or its sound is gone.</p>`}
    ${asset ? playedSentence(bed, asset, time) : nothing}
    <p class="sentence">${asset && hasLevel(store, bed) ? "It is brought to the loudness of a bed, and " : "It is "}${numberField(`Volume${which}`, bed.gain_db, (gain_db) => set({ gain_db }), { least: -96, most: 24 })} dB louder${bed.line.length ? html`, along <button class="word" title="Let it go" @click=${() => set({ line: null })}>a line of ${bed.line.length} ${bed.line.length === 1 ? "point" : "points"}</button>` : nothing}. ${roomSentence(store, bed, set, which)}</p>
    ${asset ? beatSentence(desk, bed, asset, set) : nothing}
    <p class="mt-1"><button class="act" @click=${() => store.edit({ do: "delete-bed", bed: bed.id })}>Take it away</button></p></section>`;
}

function hasLevel({ shown }, bed) {
  return shown.bed_spans.some((span) => span.id === bed.id && span.level !== 0);
}

/** Where a bed begins or ends: at the show's own end, at a slide, at a cue, or where the playhead stands. */
function anchorOf({ store, stage }, bed, end, which) {
  const anchor = bed[end];
  const { order, briefs } = store.shown;
  const slides = order.map(([id], n) => [id, `slide ${n + 1}, “${briefs[id].title || "untitled"}”`]);
  const own = anchor && (anchor.cue || anchor.offset) ? [[JSON.stringify(anchor), anchorWords(store, anchor)]] : [];
  const options = [[SHOW, end === "start" ? "from the show's start" : "to the show's end"], [HERE, end === "start" ? "from where the playhead stands" : "to where the playhead stands"], ...own, ...slides.map(([id, words]) => [id, `${end === "start" ? "from" : "to"} ${words}`])];
  const value = !anchor ? SHOW : own.length ? own[0][0] : anchor.slide;
  return choice(`${end === "start" ? "Begins" : "Ends"}${which}`, value, options, (chosen) => {
    if (own.length && chosen === own[0][0]) return;
    if (chosen === HERE) store.edit({ do: "anchor-bed", bed: bed.id, [end === "start" ? "starts" : "ends"]: Math.round(stage.time) });
    else store.edit({ do: "set-bed", bed: bed.id, values: { [end]: chosen === SHOW ? null : { slide: chosen } } });
  });
}

function anchorWords({ shown }, { slide, cue, offset = 0 }) {
  const number = shown.order.findIndex(([id]) => id === slide) + 1;
  const after = offset ? `${(Math.abs(offset) / 1000).toFixed(2)} s ${offset > 0 ? "after" : "before"} ` : "";
  return `${after}${cue ? `a cue of slide ${number}` : `slide ${number}`}`;
}

function wayGiven({ shown }, bed, set, which) {
  if (shown.show.beds.length < 2) return nothing;
  const gives = bed.gives_way !== null;
  return html`; ${choice(`Gives way${which}`, String(gives), [["false", "it does not heed the next bed"], ["true", "it gives way to the next bed"]], (on) => set({ gives_way: on === "true" ? GIVES_WAY_MS : null }))}${gives ? html` over ${timeField(`Gives way over${which}`, bed.gives_way, (ms) => set({ gives_way: ms }))} s` : nothing}`;
}

/** From where to where it plays, and where it goes on when it loops. */
function playedSentence(bed, asset, time) {
  const whole = html`It plays from ${time("In point", "in")} s to ${time("Out point", "out", asset.length)} s`;
  if (!bed.loop) return html`<p class="sentence">${whole}.</p>`;
  return html`<p class="sentence">${whole}; whenever it comes to ${time("Loop to", "loop_to", bed.out ?? asset.length)} s it goes on at ${time("Loop from", "loop_from", bed.in)} s, over ${time("Joint", "loop_fade")} s.</p>`;
}

function roomSentence({ vocabulary }, bed, set, which) {
  const { duck } = bed;
  const usual = vocabulary.defaults.duck;
  const on = duck !== null;
  const held = { ...usual, ...duck };
  const part = (values) => set({ duck: { ...held, ...values } });
  const time = (label, name) => timeField(`${label}${which}`, held[name], (ms) => part({ [name]: ms }));
  const asked = check("It gives room to who speaks", on, (now) => set({ duck: now ? usual : null }));
  if (!on) return asked;
  return html`${asked}: ${numberField(`Room${which}`, -held.depth_db, (db) => part({ depth_db: -db }), { least: 0, most: 96 })} dB softer, from ${time("Attack", "attack")} s before
    to ${time("Release", "release")} s after; pauses shorter than ${time("Hold", "hold")} s do not let it up.`;
}
