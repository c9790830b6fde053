// The spot sounds of the slide in focus: each as long as it is heard; one that belongs to a build moves with it.

import { html, nothing, ref } from "../../../site/vendor/lit.js";
import { stepOf } from "../dragging.js";
import { drawPeaks } from "../../../parts/media/peaks.js";

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
    ".tl-spot": { press, key: move, act: (timeline, event, { dataset }) => open(timeline, dataset.spot) },
  },
};

function press(timeline, event, { dataset: { spot } }) {
  const { store } = timeline;
  const step = spot === "transition" ? null : store.timed(spot);
  const make = (by) => (step ? dragged(store, spot, by) : null);
  timeline.drag(event, { at: store.start() + (step?.start ?? 0), make, click: () => open(timeline, spot) });
}

function move(timeline, event, { dataset: { spot } }) {
  const by = spot === "transition" ? 0 : stepOf(event);
  if (by) timeline.store.edit(dragged(timeline.store, spot, by));
}

/** The command that moves a sound with its build. */
function dragged(store, step, by) {
  return { do: "drag-build", slide: store.focus, step, by };
}

/** Opens the sentence that the sound belongs to. */
function open({ desk, store }, spot) {
  if (spot !== "transition") store.select("steps", [spot]);
  desk.book.openMotion("sound");
}
