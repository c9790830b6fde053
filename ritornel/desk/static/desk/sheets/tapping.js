// Tapping along: the music plays, and a key is pressed at each beat. What is tapped gives the tempo and where the beats lie;
// beats that were found and lie near are kept as they were found.

import { html } from "../../site/vendor/lit.js";
import { footButtons, openDialog } from "../../parts/dialogs.js";
import { tempoOf } from "../timeline/beats.js";

const HAND_MS = 60; // a hand that follows what it hears is so late, once it is in time
const LEAST = 6;
const NEAR = 0.22; // share of a beat

/** Plays the sound of a bed, and keeps beats that are tapped along with it. */
export function openTapping(desk, bed, asset, keep) {
  const taps = [];
  const audio = new Audio(asset.url);
  audio.currentTime = bed.in / 1000;
  const tap = (event) => {
    if (event.type === "keydown" && (event.repeat || event.key !== " ")) return;
    event.preventDefault();
    if (audio.paused) audio.play().catch(() => {});
    else taps.push(audio.currentTime * 1000 - HAND_MS);
    dialog?.update();
  };
  let dialog;
  const draw = (own) => {
    dialog = own;
    const words = taps.length < LEAST ? `${taps.length} of at least ${LEAST} taps` : `${taps.length} taps, ${tempoOf(taps)} beats a minute`;
    const done = () => {
      keep({ beats: beatsBy(taps, asset), first: 0 });
      own.close();
    };
    return html`<h2 class="page-title">Tap along</h2><p class="sentence">The space bar, or the button, starts the music; then it is pressed at every beat, the first one being the first of a bar.</p>
      <p class="mt-3"><button class="act-main" id="tap" @pointerdown=${tap} @keydown=${tap}>Tap</button> <span class="soft ml-3" aria-live="polite">${words}</span></p>
      ${footButtons(html`<button class="act-main" ?disabled=${taps.length < LEAST} @click=${done}>Keep these beats</button>`, html`<button class="act" @click=${() => own.close()}>Leave them</button>`)}`;
  };
  const closed = openDialog("Tap along", draw, { width: "520px", store: desk.store });
  Promise.resolve(closed).finally(() => audio.pause());
  return closed;
}

/** Beats by what was tapped: at its pace over the whole sound, moved to those that were found nearby. */
export function beatsBy(taps, asset) {
  const count = taps.length - 1;
  const mean = count / 2;
  const middle = taps.reduce((sum, at) => sum + at, 0) / taps.length;
  const slope = taps.reduce((sum, at, n) => sum + (n - mean) * (at - middle), 0) / taps.reduce((sum, _, n) => sum + (n - mean) ** 2, 0);
  const start = middle - slope * mean;
  const found = asset.beats ?? [];
  const first = Math.max(0, start);
  const beats = [];
  for (let at = first; at <= asset.length; at += slope) {
    const near = found.find((beat) => Math.abs(beat - at) < NEAR * slope);
    beats.push(Math.round(near ?? at));
  }
  return beats.filter((at, n) => n === 0 || at > beats[n - 1]);
}
