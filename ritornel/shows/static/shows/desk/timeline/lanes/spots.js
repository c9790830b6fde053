// The spot sounds of the slide in focus: each as long as it is heard.

import { html, nothing, ref } from "../../../../site/vendor/lit.js";
import { drawPeaks } from "../peaks.js";

export const SPOTS = {
  rows(timeline) {
    const { store } = timeline;
    const spots = store.slide?.score.spans.filter((span) => span.source === "spot") ?? [];
    if (!spots.length) return [];
    const items = spots.map((span) => {
      const asset = store.shown.assets[span.asset];
      const name = asset?.name.replace(/\.[^.]+$/, "") ?? "a sound";
      const peaks = asset ? html`<canvas class="tl-peaks" ${ref((canvas) => canvas && drawPeaks(canvas, asset, 0, span.end - span.start, { wrap: span.out, start: 0 }))}></canvas>` : nothing;
      return html`<button class="tl-spot" data-spot=${span.id} data-arrows title=${name} aria-label="Spot sound: ${name}" .style=${`left:${timeline.x(store.start() + span.start)}px;width:${Math.max(6, timeline.x(span.end - span.start))}px`}>${peaks}</button>`;
    });
    return [{ key: "spots", label: "Spot sounds", height: 26, items: html`${items}` }];
  },
  grips: {
    ".tl-spot": { press: (timeline, event, { dataset }) => open(timeline, dataset.spot), act: (timeline, event, { dataset }) => open(timeline, dataset.spot) },
  },
};

/** Opens the sentence that the sound belongs to. */
function open({ desk, store }, spot) {
  if (spot !== "transition") store.select("steps", [spot]);
  desk.book.openMotion("sound");
}
