// How far a bed goes down for who speaks, as a handle where it is down: dragged up or down, and heard while it is.

import { html } from "../../../site/vendor/lit.js";
import { decibels } from "../../../site/numbers.js";

const DB_A_PX = 0.3;
const KEY_DB = 1;
const NEAR_DB = 0.05;

/** The handle of a bed's duck: in the first stretch in view in which it is down. */
export function duckGrip(timeline, bed, span, first, last, heightOf) {
  if (!bed.duck || !span.line) return "";
  const { times, decibels: gains } = span.line;
  const depth = depthOf(timeline.store, bed);
  for (let n = 0; n + 1 < times.length; n++) {
    const [from, to] = [Math.max(first, times[n]), Math.min(last, times[n + 1])];
    const isDown = Math.abs(gains[n] - gains[n + 1]) < NEAR_DB && gains[n] < depth / 2;
    if (!isDown || to <= from) continue;
    const at = (from + to) / 2;
    const words = `${decibels(depth)} while somebody speaks`;
    return html`<button class="tl-duck" data-bed=${bed.id} data-arrows aria-label="Room for who speaks, ${words}" title="${words}: drag it up or down" .style=${`left:${timeline.x(at)}px;top:${3 + heightOf(span, at)}px`}></button>`;
  }
  return "";
}

export function pressDuck(timeline, event, { dataset }) {
  const { store } = timeline;
  const bed = bedOf(store, dataset.bed);
  const before = depthOf(store, bed);
  const { clientY } = event;
  timeline.drag(event, { at: timeline.timeAt(event), make: (by, e) => deeper(bed, before + (clientY - e.clientY) * DB_A_PX), says: () => "room for who speaks" });
}

export function keyDuck({ store }, event, { dataset }) {
  const by = { ArrowUp: KEY_DB, ArrowDown: -KEY_DB }[event.key];
  if (!by) return;
  event.preventDefault();
  const bed = bedOf(store, dataset.bed);
  store.edit(deeper(bed, depthOf(store, bed) + by));
}

function depthOf({ vocabulary }, { duck }) {
  return duck.depth_db ?? vocabulary.defaults.duck.depth_db;
}

function deeper(bed, depth) {
  return { do: "set-bed", bed: bed.id, values: { duck: { ...bed.duck, depth_db: Math.min(0, Math.max(-60, Math.round(depth * 2) / 2)) } } };
}

function bedOf({ shown }, id) {
  return shown.show.beds.find((bed) => bed.id === id);
}
