// Beds: the waveform of the stretch that is drawn, and the computed gain line over it.

import { html, nothing, ref, svg } from "../../../site/vendor/lit.js";
import { valueAt } from "../../../play/evaluate.js";
import { stepOf } from "../dragging.js";
import { drawPeaks } from "../../../parts/media/peaks.js";

const GAIN_POINTS = 120;
const HEIGHT = 40;

export const BEDS = {
  grips: {
    ".tl-fade": {
      press(timeline, event, { dataset }) {
        const { store } = timeline;
        const span = store.shown.bed_spans.find(({ id }) => id === dataset.bed);
        const { at } = fades(timeline, span).find((fade) => fade.field === dataset.fade);
        timeline.drag(event, { at, make: (by) => faded(store, dataset, by), says: () => "fade" });
      },
      key({ store }, event, { dataset }) {
        const by = stepOf(event);
        if (by) store.edit(faded(store, dataset, by));
      },
    },
  },
  rows(timeline) {
    const { shown } = timeline.store;
    return shown.bed_spans.map((span) => {
      const asset = shown.assets[span.asset];
      return { key: `bed/${span.id}`, label: `Bed: ${asset?.name.replace(/\.[^.]+$/, "") ?? "missing"}`, height: HEIGHT, items: bed(timeline, span, asset) };
    });
  },
};

function bed(timeline, span, asset) {
  const first = Math.max(span.start, timeline.range[0]);
  const last = Math.min(span.end, timeline.range[1]);
  if (last <= first) return nothing;
  const width = timeline.x(last - first);
  const tall = HEIGHT - 7;
  const points = Array.from({ length: GAIN_POINTS + 1 }, (_, i) => {
    const at = first + ((last - first) * i) / GAIN_POINTS;
    return `${((width * i) / GAIN_POINTS).toFixed(1)} ${(tall - 3 - (tall - 6) * Math.sqrt(valueAt(span.gain, at))).toFixed(1)}`;
  });
  const stretch = { wrap: span.out, start: span.in, alpha: 0.35 };
  return html`<div class="tl-span" .style=${`left:${timeline.x(first)}px;width:${width}px`}>
    ${asset ? html`<canvas class="tl-peaks" ${ref((canvas) => canvas && drawPeaks(canvas, asset, span.in + (first - span.start), span.in + (last - span.start), stretch))}></canvas>` : nothing}
    <svg class="tl-svg" width="1" height=${tall}>${svg`<path d="M${points.join("L")}" fill="none" stroke="#1f7a6d" stroke-width="1.6"></path>`}</svg></div>
    ${fades(timeline, span).map(({ field, label, at }) => html`<button class="tl-fade" data-bed=${span.id} data-fade=${field} data-arrows aria-label=${label} title="${label}: drag it" .style=${`left:${timeline.x(at)}px`}></button>`)}`;
}

/** Where the fades of a bed end and begin. */
function fades({ store }, span) {
  const bed = store.shown.show.beds.find(({ id }) => id === span?.id);
  if (!bed) return [];
  return [
    { field: "fade_in", label: "End of the bed's fade in", at: span.start + bed.fade_in },
    { field: "fade_out", label: "Beginning of the bed's fade out", at: span.end - bed.fade_out },
  ];
}

/** The command by which a bed's fade ends, or begins, so much later. */
function faded({ trial: { from } }, { bed: id, fade }, by) {
  const bed = from.show.beds.find((one) => one.id === id);
  return { do: "set-bed", bed: id, values: { [fade]: Math.max(0, Math.round((bed?.[fade] ?? 0) + (fade === "fade_in" ? by : -by))) } };
}
