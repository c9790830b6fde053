// The captions of the slides that are near: what is said, in pieces, under its voice.

import { html, nothing } from "../../../site/vendor/lit.js";

const LEAST_PX = 18; // narrower ones could not be read

export const CAPTIONS = {
  rows(timeline) {
    const { store } = timeline;
    if (!store.slide?.captions?.length) return [];
    const items = timeline.slides().map(({ id, start }) => {
      const captions = (store.shown.slides[id]?.captions ?? []).filter(([from, to]) => timeline.x(to - from) >= LEAST_PX);
      return captions.length ? captions.map(([from, to, text]) => html`<div class="tl-caption" title=${text} .style=${`left:${timeline.x(start + from)}px;width:${Math.max(2, timeline.x(to - from) - 2)}px`}>${text}</div>`) : nothing;
    });
    return [{ key: "captions", label: "Captions", height: 30, items: html`${items}` }];
  },
};
