// The ruler over the lanes: ticks for the time in view.

import { html, render } from "../../site/vendor/lit.js";
import { minutes } from "../../site/times.js";

const TICKS_MS = [40, 100, 200, 500, 1000, 2000, 5000, 10000, 30000, 60000, 300000, 1800000];
const TICK_PX = 74;

/** Draws the ticks of what the timeline has drawn. */
export function drawRuler(timeline) {
  const { drawnScale, range } = timeline;
  const each = TICKS_MS.find((ms) => ms * drawnScale >= TICK_PX) ?? TICKS_MS.at(-1);
  const ticks = [];
  for (let at = Math.max(0, Math.floor(range[0] / each) * each); at <= range[1]; at += each) {
    ticks.push(tick(at * drawnScale, each < 1000 ? finely(at) : minutes(at), (each * drawnScale) / 5));
  }
  render(ticks, timeline.ruler.firstElementChild);
}

/** Moves the ticks to the view; while the lanes are stretched, so are they. */
export function placeRuler(timeline) {
  const { scale, drawnScale, axis, ruler } = timeline;
  const stretch = scale === drawnScale ? "" : ` scaleX(${scale / drawnScale})`;
  for (const drawn of [ruler.firstElementChild, timeline.talk]) drawn.style.transform = `translateX(${-axis.left}px)${stretch}`;
}

/** A tick with its time; the four small ones behind it are its own shadow. */
function tick(x, words, apart) {
  const small = [1, 2, 3, 4].map((n) => `${(n * apart).toFixed(1)}px 0 0 var(--color-rule)`);
  return html`<div class="tl-tick" .style=${`transform:translateX(${x.toFixed(1)}px);--small:${small.join(",")}`}>${words}</div>`;
}

function finely(ms) {
  return `${minutes(ms)}.${String(Math.round(ms % 1000)).padStart(3, "0").replace(/0+$/, "") || "0"}`;
}
