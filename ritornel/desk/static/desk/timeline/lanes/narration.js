// The recorded voices, with the marks of their cues.

import { html, nothing, ref } from "../../../site/vendor/lit.js";
import { drawPeaks } from "../../../parts/media/peaks.js";

export const NARRATION = {
  rows(timeline) {
    const { shown } = timeline.store;
    if (!Object.values(shown.briefs).some((brief) => brief.voice)) return [];
    const items = timeline.slides().map(({ start, brief: { voice } }) => {
      const asset = voice && shown.assets[voice.asset];
      if (!asset) return nothing;
      const place = (at) => `left:${timeline.x(start + voice.start + at)}px`;
      const stretch = (one) => html`<div class="tl-span" .style=${`left:${timeline.x(start + one.start)}px;width:${timeline.x(one.end - one.start)}px`}><canvas class="tl-peaks" ${ref((canvas) => canvas && drawPeaks(canvas, asset, one.in, one.out))}></canvas></div>`;
      return html`${voice.stretches.map(stretch)}${voice.marks.map((mark) => html`<div class="tl-cue-line" .style=${`${place(mark)};top:0;bottom:0`}></div>`)}`;
    });
    return [{ key: "narration", label: "Narration", height: 38, items: html`${items}` }];
  },
};
