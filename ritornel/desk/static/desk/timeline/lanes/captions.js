// The captions of the slides that are near, under their voice. Those of the slide in focus are dragged, and drawn longer or
// shorter at their ends; opened, they are written.

import { html } from "../../../site/vendor/lit.js";
import { openCaptions } from "../../sheets/captions.js";
import { stepOf } from "../dragging.js";

const LEAST_PX = 18; // narrower ones could not be read
const LEAST_MS = 200;

export const CAPTIONS = {
  rows(timeline) {
    const { store } = timeline;
    if (!store.slide?.captions?.length) return [];
    const items = timeline.slides().map(({ id, start }) => {
      const captions = (store.shown.slides[id]?.captions ?? []).map((caption, n) => [...caption, n]).filter(([from, to]) => timeline.x(to - from) >= LEAST_PX);
      return captions.map(([from, to, text, n]) => {
        const place = `left:${timeline.x(start + from)}px;width:${Math.max(2, timeline.x(to - from) - 2)}px`;
        if (id !== store.focus) return html`<div class="tl-caption" title=${text} .style=${place}>${text}</div>`;
        return html`<button class="tl-caption" data-caption=${n} data-arrows title=${text} aria-label="Caption: ${text}" .style=${place}><i class="tl-caption-end is-first" data-end="0"></i>${text}<i class="tl-caption-end" data-end="1"></i></button>`;
      });
    });
    return [{ key: "captions", label: "Captions", height: 30, items: html`${items}` }];
  },
  grips: {
    "button.tl-caption": { press, key: move, act: (timeline, event, { dataset }) => openCaptions(timeline.desk, Number(dataset.caption)) },
  },
};

function press(timeline, event, { dataset }) {
  const { store } = timeline;
  const number = Number(dataset.caption);
  const end = event.target.closest(".tl-caption-end")?.dataset.end;
  const [from, to] = store.slide.captions[number];
  const at = store.start() + (end === "1" ? to : from);
  timeline.drag(event, { at, make: (by) => moved(store, number, by, end), click: () => openCaptions(timeline.desk, number) });
}

function move(timeline, event, { dataset }) {
  const by = stepOf(event);
  if (by) timeline.store.edit(moved(timeline.store, Number(dataset.caption), by));
}

/** The command that moves a caption, or one `end` of it ("0" its beginning, "1" its end); others make room. */
export function moved(store, number, by, end) {
  const captions = store.slide.captions.map((caption) => [...caption]);
  const own = captions[number];
  if (end !== "1") own[0] = Math.max(0, own[0] + by);
  if (end !== "0") own[1] += by;
  own[0] = Math.round(Math.min(own[0], own[1] - LEAST_MS));
  own[1] = Math.round(Math.max(own[1], own[0] + LEAST_MS));
  const before = captions[number - 1];
  if (before && before[1] > own[0]) before[1] = Math.max(before[0] + LEAST_MS, own[0]);
  const after = captions[number + 1];
  if (after && after[0] < own[1]) after[0] = Math.min(after[1] - LEAST_MS, own[1]);
  return { do: "set-captions", slide: store.focus, captions };
}
