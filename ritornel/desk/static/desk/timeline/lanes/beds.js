// Beds, one lane each: the waveform of what is heard, the computed gain over it, the beats under it. A bed is grabbed at its
// ends and its fades, by its body and by the points of its gain line; opened, it says itself in a sentence.

import { html, nothing, ref, svg } from "../../../site/vendor/lit.js";
import { turns } from "../../../play/mixing.js";
import { gainAt } from "../../../play/spans.js";
import { decibels } from "../../../site/numbers.js";
import { drawPeaks } from "../../../parts/media/peaks.js";
import { openShowSheet } from "../../sheets/show_sheet.js";
import { stepOf } from "../dragging.js";
import { barGrips, keyBar, pressBar } from "./bars.js";
import { duckGrip, keyDuck, pressDuck } from "./ducks.js";
import { beatsOf } from "../beats.js";

const GAIN_POINTS = 160;
const HEIGHT = 44;
const TALL = HEIGHT - 7;
const SOFTEST_DB = -27; // at the lower edge of a lane; the upper one is the loudest that a bed is, or a little above 0
const DB_A_PX = 0.3;
const BEATS_FROM_PX = 5; // nearer to each other beats are not drawn, only bars

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
    ".tl-duck": { press: pressDuck, key: keyDuck },
    ".tl-bar": { press: pressBar, key: keyBar },
    ".tl-bed-point": { press: pressPoint, key: keyPoint },
    ".tl-bed-end": {
      press(timeline, event, { dataset }) {
        const span = spanOf(timeline.store, dataset.bed);
        timeline.drag(event, { at: span[dataset.end], make: (by) => anchored(timeline.store, span, dataset.end, by), says: () => (dataset.end === "start" ? "begins" : "ends") });
      },
      key({ store }, event, { dataset }) {
        const by = stepOf(event);
        if (by) store.edit(anchored(store, spanOf(store, dataset.bed), dataset.end, by));
      },
    },
    ".tl-bed": {
      press(timeline, event, { dataset }) {
        const { store, desk } = timeline;
        const span = spanOf(store, dataset.bed);
        if (event.altKey) return addPoint(timeline, event, span);
        timeline.drag(event, { at: span.start, make: (by) => anchored(store, span, "both", by), click: () => openShowSheet(desk, span.id) });
      },
      key({ store }, event, { dataset }) {
        const by = stepOf(event);
        if (by) store.edit(anchored(store, spanOf(store, dataset.bed), "both", by));
      },
      act: (timeline, event, { dataset }) => openShowSheet(timeline.desk, dataset.bed),
    },
  },
  rows(timeline) {
    const { shown } = timeline.store;
    return shown.show.beds.map((bed) => {
      const span = shown.bed_spans.find(({ id }) => id === bed.id);
      const asset = shown.assets[bed.asset];
      const label = `Bed: ${asset?.name.replace(/\.[^.]+$/, "") ?? "missing"}`;
      return { key: `bed/${bed.id}`, label, height: HEIGHT, items: span ? drawn(timeline, bed, span, asset) : silent(timeline, bed) };
    });
  },
};

/** A bed that is never heard: it can be opened all the same. */
function silent(timeline, bed) {
  return html`<button class="tl-bed-silent" .style=${`left:${timeline.x(Math.max(0, timeline.range[0]))}px`} @click=${() => openShowSheet(timeline.desk, bed.id)}>is not heard</button>`;
}

function drawn(timeline, bed, span, asset) {
  const first = Math.max(span.start, timeline.range[0]);
  const last = Math.min(span.end, timeline.range[1]);
  if (last <= first) return nothing;
  const width = timeline.x(last - first);
  const name = asset?.name ?? "a sound that is gone";
  const stretch = { wrap: span.out, start: span.in, alpha: 0.3 };
  const end = (which, at, label) => (at >= first && at <= last ? html`<button class="tl-bed-end" data-bed=${span.id} data-end=${which} data-arrows aria-label="${label} of the bed ${name}" title="${label}: drag it to a slide or a cue" .style=${`left:${timeline.x(at)}px`}></button>` : nothing);
  return html`<button class="tl-bed" data-bed=${span.id} data-arrows aria-label="The bed ${name}: open its sentence" title="${name}. Drag it, open it, or hold Alt and press where it is to be louder or softer" .style=${`left:${timeline.x(first)}px;width:${width}px`}>
    ${asset ? html`<canvas class="tl-peaks" ${ref((canvas) => canvas && drawPeaks(canvas, asset, span.from + (first - span.start), span.from + (last - span.start), stretch))}></canvas>` : nothing}
    <svg class="tl-svg" width="1" height=${TALL}>${joints(timeline, span, first, last)}${beatMarks(timeline, bed, span, asset, first, last)}${svg`<path d=${curve(timeline, span, first, last, width)} fill="none" stroke="#1f7a6d" stroke-width="1.6"></path>`}</svg></button>
    ${end("start", span.start, "Beginning")}${end("end", span.end, "End")}
    ${fades(timeline, span).map(({ field, label, at }) => html`<button class="tl-fade" data-bed=${span.id} data-fade=${field} data-arrows aria-label=${label} title="${label}: drag it" .style=${`left:${timeline.x(at)}px`}></button>`)}
    ${duckGrip(timeline, bed, span, first, last, heightOf)}${barGrips(timeline, bed, span, asset, first, last)}
    ${bed.line.filter(([at]) => span.start + at >= first && span.start + at <= last).map(([at, db]) => point(timeline, span, at, db))}`;
}

/** The computed gain, from the softest at the lower edge to the loudest at the upper one. */
function curve(timeline, span, first, last, width) {
  const instants = Array.from({ length: GAIN_POINTS + 1 }, (_, i) => first + ((last - first) * i) / GAIN_POINTS);
  const bends = [...(span.line?.times ?? []), ...(span.gain?.times ?? [])].filter((at) => at > first && at < last);
  const places = (bends.length < 400 ? [...instants, ...bends] : instants).sort((a, b) => a - b);
  return `M${places.map((at) => `${(((at - first) / (last - first)) * width).toFixed(1)} ${heightOf(span, at).toFixed(1)}`).join("L")}`;
}

/** Where the gain at an instant is drawn, in px from the top of the lane. */
function heightOf(span, at) {
  const loudest = Math.max(3, (span.level ?? 0) + 6);
  const db = 20 * Math.log10(Math.max(1e-5, gainAt(span, at)));
  return TALL - 3 - (TALL - 6) * Math.min(1, Math.max(0, (db - SOFTEST_DB - (span.level ?? 0)) / (loudest - SOFTEST_DB - (span.level ?? 0))));
}

/** Where a loop goes on. */
function joints(timeline, span, first, last) {
  if ((last - first) / Math.max(1, span.out - span.in) > GAIN_POINTS) return nothing;
  const found = [...turns(span, first, last)].filter((turn) => turn.number > 0 && turn.start >= first);
  return found.map((turn) => svg`<path d="M${timeline.x(turn.start - first)} 0v${TALL}" stroke="#1f7a6d" stroke-width=${Math.max(1, timeline.x(turn.rise))} stroke-opacity="0.16"></path>`);
}

function beatMarks(timeline, bed, span, asset, first, last) {
  const beats = beatsOf(bed, span, asset, first, last);
  if (beats.length < 2) return nothing;
  const apart = timeline.x((beats.at(-1).at - beats[0].at) / (beats.length - 1));
  const near = apart < BEATS_FROM_PX;
  if (apart * bed.bar < BEATS_FROM_PX) return nothing;
  const marks = beats.filter((beat) => beat.opens || !near).map(({ at, opens }) => `M${timeline.x(at - first).toFixed(1)} ${TALL}v${opens ? -9 : -4}`);
  return svg`<path class="tl-beats" d=${marks.join("")} stroke="#7a5c1e" stroke-width="1"></path>`;
}

function point(timeline, span, at, db) {
  const words = `${decibels(db)} at ${((span.start + at) / 1000).toFixed(1)} s`;
  return html`<button class="tl-bed-point" data-bed=${span.id} data-at=${at} data-arrows aria-label="Point of the gain line, ${words}" title="${words}: drag it; Delete takes it away" .style=${`left:${timeline.x(span.start + at)}px;top:${3 + heightOf(span, span.start + at)}px`}></button>`;
}

function pressPoint(timeline, event, { dataset }) {
  const { store } = timeline;
  const span = spanOf(store, dataset.bed);
  const was = Number(dataset.at);
  const [, before] = bedOf(store, dataset.bed).line.find(([at]) => at === was);
  const { clientY } = event;
  timeline.drag(event, {
    at: span.start + was,
    make: (by, e) => ({ do: "set-bed-point", bed: span.id, was, at: Math.max(0, was + by), to_db: loudness(before + (clientY - e.clientY) * DB_A_PX) }),
    says: () => "its gain",
  });
}

function keyPoint({ store }, event, { dataset }) {
  const was = Number(dataset.at);
  const [, db] = bedOf(store, dataset.bed).line.find(([at]) => at === was);
  const up = { ArrowUp: 0.5, ArrowDown: -0.5 }[event.key];
  const by = stepOf(event);
  if (up) event.preventDefault();
  if (["Delete", "Backspace"].includes(event.key)) {
    event.preventDefault();
    event.stopPropagation();
    store.edit({ do: "set-bed-point", bed: dataset.bed, was });
  } else if (up || by) store.edit({ do: "set-bed-point", bed: dataset.bed, was, at: Math.max(0, was + by), to_db: loudness(db + (up ?? 0)) });
}

/** A point where the lane was pressed, as loud as the line is there. */
function addPoint(timeline, event, span) {
  event.preventDefault();
  timeline.store.edit({ do: "set-bed-point", bed: span.id, at: Math.max(0, Math.round(timeline.timeAt(event) - span.start)), to_db: 0 });
}

function loudness(db) {
  return Math.min(24, Math.max(-60, Math.round(db * 2) / 2));
}

/** The command by which a bed begins, ends, or lies, so much later. */
function anchored({ shown }, span, which, by) {
  const last = Math.max(0, shown.length);
  const kept = (time) => Math.round(Math.min(last, Math.max(0, time)));
  if (which === "start") return { do: "anchor-bed", bed: span.id, starts: kept(Math.min(span.start + by, span.end - 1)) };
  if (which === "end") return { do: "anchor-bed", bed: span.id, ends: kept(Math.max(span.end + by, span.start + 1)) };
  const far = kept(span.start + by) - span.start;
  const bed = shown.show.beds.find(({ id }) => id === span.id);
  return { do: "anchor-bed", bed: span.id, starts: span.start + far, ...(bed.end ? { ends: kept(span.end + far) } : {}) };
}

function spanOf({ shown, trial }, id) {
  return (trial.from ?? shown).bed_spans.find((span) => span.id === id) ?? shown.bed_spans.find((span) => span.id === id);
}

function bedOf({ shown }, id) {
  return shown.show.beds.find((bed) => bed.id === id);
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
