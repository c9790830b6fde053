// The recorded voices, with the marks of their cues.

import { html, nothing, ref } from "../../../site/vendor/lit.js";
import { drawPeaks } from "../../../parts/media/peaks.js";

export const NARRATION = {
  rows(timeline) {
    const { shown } = timeline.store;
    if (!Object.values(shown.briefs).some((brief) => brief.voice)) return [];
    const { slide, focus } = timeline.store;
    const words = Boolean(slide?.voice?.found);
    const items = timeline.slides().map(({ id, start, brief: { voice } }) => {
      const asset = voice && shown.assets[voice.asset];
      if (!asset) return nothing;
      const place = (at) => `left:${timeline.x(start + voice.start + at)}px`;
      const stretch = (one) => html`<div class="tl-span" .style=${`left:${timeline.x(start + one.start)}px;width:${timeline.x(one.end - one.start)}px;${words ? "bottom:20px" : ""}`}><canvas class="tl-peaks" ${ref((canvas) => canvas && drawPeaks(canvas, asset, one.in, one.out))}></canvas></div>`;
      const said = id === focus && words ? wordsUnder(timeline, slide.voice.items, start + voice.start) : nothing;
      return html`${voice.stretches.map(stretch)}${said}${voice.marks.map((mark) => html`<div class="tl-cue-line" .style=${`${place(mark)};top:0;bottom:0`}></div>`)}`;
    });
    return [{ key: "narration", label: "Narration", height: words ? 54 : 38, items: html`${items}` }];
  },
};

const PX_A_LETTER = 7.4;

/** The words of a voice under their sound, those for which there is room. */
function wordsUnder(timeline, items, begins) {
  let free = -Infinity;
  return items.filter((item) => item.kind === "word" && item.start !== undefined && !item.struck).map(({ text, start }) => {
    const left = timeline.x(begins + start);
    if (left < free) return nothing;
    free = left + text.trim().length * PX_A_LETTER + 4;
    return html`<span class="tl-word" .style=${`left:${left}px`}>${text.trim()}</span>`;
  });
}
