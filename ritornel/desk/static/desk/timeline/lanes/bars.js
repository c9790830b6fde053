// The bars of a bed as handles under its waveform: one is dragged to where it is heard, and all beats move along.

import { html } from "../../../site/vendor/lit.js";
import { beatsOf } from "../beats.js";
import { stepOf } from "../dragging.js";

const APART_PX = 44; // nearer to each other bars could not be grabbed
const FINE = 10; // a key moves beats by a tenth of what it moves else

/** Handles of the bars that are in view, where there is room to grab them. */
export function barGrips(timeline, bed, span, asset, first, last) {
  const bars = beatsOf(bed, span, asset, first, last).filter((beat) => beat.opens);
  if (bars.length < 2 || timeline.x((bars.at(-1).at - bars[0].at) / (bars.length - 1)) < APART_PX) return "";
  return bars.map(({ at }) => html`<button class="tl-bar" data-bed=${bed.id} data-at=${at} data-arrows aria-label="A bar of the music at ${(at / 1000).toFixed(1)} s" title="A bar: drag it to where it is heard; all beats move along" .style=${`left:${timeline.x(at)}px`}></button>`);
}

export function pressBar(timeline, event, { dataset }) {
  timeline.drag(event, { at: Number(dataset.at), make: (by) => moved(timeline.store, dataset.bed, by), says: () => "all beats" });
}

export function keyBar({ store }, event, { dataset }) {
  const by = stepOf(event) / FINE;
  if (by) store.edit(moved(store, dataset.bed, by));
}

/** The command that moves all beats of a bed, which are set by hand then. */
function moved({ shown, trial }, id, by) {
  const { show, assets } = trial.from ?? shown;
  const bed = show.beds.find((one) => one.id === id);
  const asset = assets?.[bed.asset] ?? shown.assets[bed.asset];
  const own = bed.beats.length ? bed : { beats: asset.beats, bar: asset.bar, first: asset.first };
  const beats = own.beats.map((at) => Math.round(at + by));
  const gone = beats.filter((at) => at < 0).length;
  return { do: "set-bed", bed: id, values: { beats: beats.slice(gone), bar: own.bar, first: (((own.first - gone) % own.bar) + own.bar) % own.bar } };
}
