// Lanes of what plays: clips with their frames and trim handles, narration with marks, beds with their gain.

import { el, svg } from "../../site/dom.js";
import { valueAt } from "../../site/play/evaluate.js";
import { drawPeaks } from "./peaks.js";

const LEAST_MS = 100;
const GAIN_POINTS = 120;

/** A clip or sound of the slide in focus: where it plays, with handles for its in and out points. */
export function clipLane(timeline, thing) {
  const { store } = timeline;
  const start = store.start();
  const asset = store.state.assets[thing.asset];
  const steps = store.slide.time.groups.flatMap((group) => group.steps).filter((step) => step.object === thing.id && step.kind === "play");
  const content = [];
  const drawn = [];
  for (const span of store.slide.score.spans.filter((s) => s.source === "object" && s.id === thing.id)) {
    const box = el("div.tl-clip", { data: { clip: thing.id }, title: `${store.slide.names[thing.id]}: drag its ends to trim it` });
    const left = timeline.x(start + span.start);
    const width = Math.max(8, timeline.x(span.end - span.start));
    Object.assign(box.style, { left: `${left}px`, width: `${width}px` });
    if (asset?.strip) showFrames(timeline, box, asset, span);
    else if (asset) drawn.push(() => drawPeaks(box, asset, span.from, span.from + (span.end - span.start) * span.rate, { wrap: span.out, start: span.in }));
    const play = steps.find((step) => step.start === span.start);
    box.addEventListener("pointerdown", (event) => grab(timeline, event, box, thing, span, play, asset));
    content.push(box);
  }
  return { content, drawn: () => drawn.forEach((draw) => draw()) };
}

/** Frames of the strip, as wide as the time they stand for. */
function showFrames(timeline, box, asset, span) {
  const whole = timeline.x(asset.length / span.rate);
  box.style.backgroundImage = `url("${asset.strip}")`;
  box.style.backgroundSize = `${whole}px 100%`;
  box.style.backgroundPosition = `${-timeline.x(span.in / span.rate)}px 0`;
}

function grab(timeline, event, box, thing, span, play, asset) {
  const { store } = timeline;
  const place = box.getBoundingClientRect();
  const reach = Math.min(10, place.width / 3);
  const start = store.start();
  const trim = (values) => ({ do: "set-objects", slide: store.focus, values: { [thing.id]: values } });
  const most = asset?.length ?? span.out;
  const click = () => timeline.selectObject(thing.id);
  if (event.clientX > place.right - reach) {
    const make = (by) => trim({ out: Math.max(span.in + LEAST_MS, Math.min(most, Math.round(span.out + by * span.rate))) });
    timeline.drag(event, { at: start + span.end, make, click });
  } else if (event.clientX < place.left + reach) {
    const make = (by) => trim({ in: Math.max(0, Math.min(span.out - LEAST_MS, Math.round(span.in + by * span.rate))) });
    timeline.drag(event, { at: start + span.start, make, click });
  } else if (play) {
    const make = (by) => ({ do: "drag-build", slide: store.focus, step: play.id, by });
    timeline.drag(event, { at: start + span.start, make, click });
  } else {
    timeline.drag(event, { at: start + span.start, make: () => null, click });
  }
}

/** The recorded voices, with the marks of their cues. */
export function narrationLane(timeline) {
  const { store } = timeline;
  const content = [];
  const drawn = [];
  for (const { start, slide } of timeline.slidesInView()) {
    const span = slide.score.spans.find((s) => s.source === "narration");
    const asset = span && store.state.assets[span.asset];
    if (!asset) continue;
    const box = el("div.tl-span");
    Object.assign(box.style, { left: `${timeline.x(start + span.start)}px`, width: `${timeline.x(span.end - span.start)}px` });
    drawn.push(() => drawPeaks(box, asset, span.in, span.out));
    content.push(box);
    slide.doc.narration.marks.forEach((mark) => {
      if (mark === null) return;
      const line = el("div.tl-cue-line");
      Object.assign(line.style, { left: `${timeline.x(start + span.start + mark)}px`, top: "0", bottom: "0" });
      content.push(line);
    });
  }
  return { content, drawn: () => drawn.forEach((draw) => draw()) };
}

/** A bed: its waveform under the stretch in view, and the computed gain line over it. */
export function bedLane(timeline, span) {
  const asset = timeline.store.state.assets[span.asset];
  const [from, to] = timeline.visible;
  const first = Math.max(span.start, from);
  const last = Math.min(span.end, to);
  if (last <= first) return { content: [] };
  const box = el("div.tl-span");
  const width = timeline.x(last - first);
  Object.assign(box.style, { left: `${timeline.x(first)}px`, width: `${width}px` });
  const height = 33;
  const points = Array.from({ length: GAIN_POINTS + 1 }, (_, i) => {
    const at = first + ((last - first) * i) / GAIN_POINTS;
    return `${((width * i) / GAIN_POINTS).toFixed(1)} ${(height - 3 - (height - 6) * Math.sqrt(valueAt(span.gain, at))).toFixed(1)}`;
  });
  const line = svg("svg", { class: "tl-svg", width: 1, height }, svg("path", { d: `M${points.join("L")}`, fill: "none", stroke: "#1f7a6d", "stroke-width": 1.6 }));
  const drawn = () => {
    if (asset) drawPeaks(box, asset, span.in + (first - span.start), span.in + (last - span.start), { wrap: span.out, start: span.in, alpha: 0.35 });
    box.append(line);
  };
  return { content: [box], drawn };
}
