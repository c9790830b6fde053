// The beats of a bed: how many a minute, in which bars; halved, doubled, tapped along by hand.

import { html, nothing } from "../../site/vendor/lit.js";
import { choice } from "../../parts/fields.js";
import { tempoOf } from "../timeline/beats.js";
import { openTapping } from "./tapping.js";

const BARS = ["2", "3", "4", "5", "6", "8"];

/** What is known of the beats of a bed, and how they are corrected. */
export function beatSentence(desk, bed, asset, set) {
  const own = bed.beats.length > 0;
  const beats = own ? bed.beats : (asset.beats ?? []);
  const { bar, first } = own ? bed : { bar: asset.bar ?? 4, first: asset.first ?? 0 };
  const keep = (values) => set({ beats, bar, first, ...values });
  const tap = html`<button class="act" @click=${() => openTapping(desk, bed, asset, keep)}>${beats.length ? "Tap along" : "Tap its beats"}</button>`;
  if (beats.length < 2) return html`<p class="sentence">No beats are found in it. ${tap}</p>`;
  const openers = Array.from({ length: bar }, (_, n) => [String(n), n === 0 ? "the first beat" : `beat ${n + 1}`]);
  return html`<p class="sentence">It has ${tempoOf(beats)} beats a minute, in bars of ${choice("Beats in a bar", String(bar), BARS.map((n) => [n, n]), (n) => keep({ bar: Number(n), first: first % Number(n) }))}
    from ${choice("Opens the first bar", String(first % bar), openers, (n) => keep({ first: Number(n) }))} on.
    <span class="bed-acts"><button class="act" @click=${() => keep({ beats: halved(beats, first), first: 0 })}>Half as many</button> <button class="act" @click=${() => keep({ beats: doubled(beats), first: first * 2 })}>Twice as many</button> ${tap}
    ${own ? html`<button class="act" @click=${() => set({ beats: null, bar: null, first: null })}>As they were found</button>` : nothing}</span></p>`;
}

function halved(beats, first) {
  return beats.filter((_, number) => number % 2 === first % 2);
}

function doubled(beats) {
  return beats.flatMap((at, n) => (n + 1 < beats.length ? [at, Math.round((at + beats[n + 1]) / 2)] : [at]));
}
