// One lane for each object of the slide in focus: its builds as the envelopes of their own curves on the line on which it
// stands while it is there; a clip or a sound as what plays of it.

import { html, nothing, ref, repeat, svg } from "../../../site/vendor/lit.js";
import { stepOf } from "../dragging.js";
import { drawPeaks } from "../../../parts/media/peaks.js";
import { CLIP_FADES, fadeHandles } from "./clip_fades.js";
import { envelope, presence } from "./envelopes.js";

const HEIGHT = 26;
const MEDIA_HEIGHT = 32;
const EDGE_PX = 6;
const LEAST_MS = 100;
const ACTS = { pause: "‖", seek: "↷", rate: "×", volume: "dB" };

export const OBJECTS = {
  rows(timeline) {
    const { slide } = timeline.store;
    return inLanes(timeline.store).map((thing) => {
      const media = thing.kind === "clip" || thing.kind === "sound";
      const items = media ? clipItems(timeline, thing) : buildItems(timeline, thing);
      return { key: `object/${thing.id}`, label: slide.names[thing.id] ?? "", height: media ? MEDIA_HEIGHT : HEIGHT, items, objectId: thing.id };
    });
  },
  grips: {
    ".tl-build": { press: pressBuild, key: moveBuild, act: (timeline, event, { dataset }) => timeline.store.select("steps", [dataset.step]) },
    ...CLIP_FADES,
    ".tl-trim": { press: pressTrim, key: moveTrim },
    ".tl-clip": { press: pressClip, key: moveBuild, act: (timeline, event, { dataset }) => timeline.selectObject(dataset.clip) },
  },
};

function stepsOf({ store }, id) {
  return store.slide.time.groups.flatMap((group) => group.steps).filter((step) => step.object === id && store.step(step.id));
}

// ---- builds

function buildItems(timeline, thing) {
  const { store } = timeline;
  const start = store.start();
  const steps = stepsOf(timeline, thing.id);
  const line = presence(steps, store.length()).map(([from, to]) => `M${timeline.x(start + from).toFixed(1)} ${HEIGHT - 3.5}H${timeline.x(start + to).toFixed(1)}`);
  const shapes = steps.map((step) => envelope(step.envelope, timeline.x(start + step.start), timeline.x(step.end - step.start), 4, HEIGHT - 3));
  return html`<svg class="tl-svg" width="1" height=${HEIGHT}>${svg`<path d=${line.join("")} stroke="#211c2b" stroke-width="1.3"></path><path d=${shapes.join("")} fill="#4a4453"></path>`}</svg>
    ${repeat(steps, (step) => step.id, (step) => grabber(timeline, step, start, named(timeline, step, steps)))}`;
}

/** The name of a build's part, at its end: once for those of one part that run together, at the last end, as wide as there is room. */
function named(timeline, step, steps) {
  const outlasts = (other, n) => other.end > step.end || (other.end === step.end && n > steps.indexOf(step));
  if (!step.part || steps.some((other, n) => other.part === step.part && other.start <= step.end && outlasts(other, n))) return "";
  const later = steps.map((other) => other.start).filter((begins) => begins >= step.end);
  return nameOf(step.part, later.length ? `max-width:${timeline.x(Math.min(...later) - step.end)}px` : "");
}

export function nameOf(words, style = "") {
  return html`<span class="tl-build-name" .style=${style}>${words}</span>`;
}

export function grabber(timeline, step, start, name) {
  const width = Math.max(12, timeline.x(step.end - step.start));
  const words = `${step.name} ${step.verb}`;
  return html`<button class="tl-build ${timeline.store.steps.has(step.id) ? "is-selected" : ""}" data-step=${step.id} data-arrows title=${words} aria-label=${words}
    .style=${`left:${timeline.x(start + step.start)}px;width:${width}px`}>${name}</button>`;
}

function edgeAt(element, event) {
  const place = element.getBoundingClientRect();
  const reach = Math.min(EDGE_PX, place.width / 3);
  if (event.clientX > place.right - reach) return "end";
  return event.clientX < place.left + reach ? "start" : null;
}

function pressBuild(timeline, event, element) {
  const { store } = timeline;
  const slide = store.focus;
  const step = store.timed(element.dataset.step);
  const edge = edgeAt(element, event);
  const others = store.steps.has(step.id) ? [...store.steps].filter((id) => id !== step.id) : [];
  const reordered = edge ? () => null : reordering(store, step);
  const make = (by, { shiftKey }) => reordered(by) ?? (edge ? { do: "stretch-build", slide, step: step.id, edge, by } : { do: "drag-build", slide, step: step.id, by, others, joins: shiftKey });
  const at = store.start() + (edge === "end" ? step.end : step.start);
  const opens = step.group.cue && step.group.steps[0].id === step.id && step.group.steps.length === 1;
  const says = () => (edge ? "" : given(store, step.id) + (opens && given(store, step.id).startsWith("cue") ? " (Shift: with what runs there)" : ""));
  timeline.drag(event, { at, make, says, click: () => choose(store, step.id, event) });
}

/** For a build that goes to a view: the command by which that comes before another, once it is dragged past the start of one; else null. */
function reordering(store, step) {
  const slide = store.focus;
  const views = store.slide.time.groups.flatMap((group) => group.steps).filter(({ id, kind }) => kind === "view" && id !== step.id && store.step(id));
  const stands = views.find(({ start }) => start >= step.start);
  return (by) => {
    if (step.kind !== "view") return null;
    const before = views.find(({ start }) => start > step.start + by);
    return before?.id === stands?.id ? null : { do: "move-views", slide, steps: [step.id], before: before?.id ?? "" };
  };
}

/** What gives a build its cue, in words. */
function given(store, id) {
  const timed = store.timed(id);
  if (!timed) return "";
  const { group } = timed;
  if (group.steps[0].id === id) return group.cue ? `cue ${group.cue}` : "from the beginning";
  return `${store.step(id).trigger}${group.cue ? `, with cue ${group.cue}` : ""}`;
}

/** A click selects a build; with Shift or Ctrl it too. */
function choose(store, id, { shiftKey, ctrlKey, metaKey }) {
  const before = [...store.steps];
  if (!shiftKey && !ctrlKey && !metaKey) store.select("steps", [id]);
  else store.select("steps", before.includes(id) ? before.filter((one) => one !== id) : [...before, id]);
}

/** By keys: a build moves, with Ctrl its end does. */
function moveBuild(timeline, event, { dataset }) {
  const { store } = timeline;
  const by = dataset.step ? stepOf(event) : 0;
  if (!by) return;
  const others = store.steps.has(dataset.step) ? [...store.steps].filter((id) => id !== dataset.step) : [];
  const stretch = event.ctrlKey ? { do: "stretch-build", edge: "end" } : { do: "drag-build", others };
  store.edit({ ...stretch, slide: store.focus, step: dataset.step, by });
}

// ---- clips and sounds

function clipItems(timeline, thing) {
  const { store } = timeline;
  const start = store.start();
  const asset = store.shown.assets[thing.asset];
  const plays = stepsOf(timeline, thing.id).filter((step) => step.kind === "play");
  const spans = store.slide.score.spans.filter((span) => span.source === "object" && span.id === thing.id);
  const told = stepsOf(timeline, thing.id).filter((step) => !plays.includes(step));
  return html`${spans.map((span) => {
    const width = Math.max(8, timeline.x(span.end - span.start));
    const frames = asset?.strip ? framesOf(timeline, asset, span) : "";
    const play = plays.find((step) => step.start === span.start);
    const peaks = asset && !asset.strip ? html`<canvas class="tl-peaks" ${ref((canvas) => canvas && drawPeaks(canvas, asset, span.from, span.from + (span.end - span.start) * span.rate, { wrap: span.out, start: span.in }))}></canvas>` : nothing;
    const left = timeline.x(start + span.start);
    const name = store.slide.names[thing.id];
    return html`<button class="tl-clip" data-clip=${thing.id} data-step=${play?.id ?? ""} data-arrows aria-label=${name} title="${name}: drag its ends to trim it" .style=${`left:${left}px;width:${width}px;${frames}`}>${peaks}</button>
      <button class="tl-trim" data-clip=${thing.id} data-edge="in" data-arrows aria-label="In point of ${name}" .style=${`left:${left}px`}></button>
      <button class="tl-trim" data-clip=${thing.id} data-edge="out" data-arrows aria-label="Out point of ${name}" .style=${`left:${left + width}px`}></button>`;
  })}${fadeHandles(timeline, thing, spans, store.slide.names[thing.id])}${repeat(told, (step) => step.id, (step) => grabber(timeline, step, start, ACTS[step.kind] ? nameOf(ACTS[step.kind]) : ""))}`;
}

/** Frames of the strip, as wide as the time they stand for. */
function framesOf(timeline, asset, span) {
  const whole = timeline.x(asset.length / span.rate);
  return `background-image:url("${asset.strip}");background-size:${whole}px 100%;background-position:${-timeline.x(span.in / span.rate)}px 0`;
}

function pressClip(timeline, event, { dataset }) {
  const { store } = timeline;
  const step = dataset.step && store.timed(dataset.step);
  const make = (by) => (step ? { do: "drag-build", slide: store.focus, step: step.id, by } : null);
  timeline.drag(event, { at: store.start() + (step ? step.start : 0), make, click: () => timeline.selectObject(dataset.clip) });
}

/** The command that moves a clip's in or out point by so much of the slide's time. */
function trimmed({ store }, { clip, edge }, by) {
  const thing = store.trial.from.slides[store.focus].document.objects.find((o) => o.id === clip);
  const most = store.shown.assets[thing.asset]?.length ?? Infinity;
  const to = thing.out ?? most;
  const far = Math.round(by * thing.rate);
  const values = edge === "in" ? { in: Math.max(0, Math.min(to - LEAST_MS, thing.in + far)) } : { out: Math.max(thing.in + LEAST_MS, Math.min(most, to + far)) };
  return { do: "set-objects", slide: store.focus, values: { [clip]: values } };
}

function pressTrim(timeline, event, { dataset }) {
  const { store } = timeline;
  const spans = store.slide.score.spans.filter((span) => span.source === "object" && span.id === dataset.clip);
  const at = store.start() + (dataset.edge === "in" ? spans[0].start : spans.at(-1).end);
  timeline.drag(event, { at, make: (by) => trimmed(timeline, dataset, by), click: () => timeline.selectObject(dataset.clip) });
}

function moveTrim(timeline, event, { dataset }) {
  const by = stepOf(event);
  if (by) timeline.store.edit(trimmed(timeline, dataset, by));
}

/** The objects of the slide in focus: those with builds first, in the order of their builds. */
export function inLanes({ slide }) {
  if (!slide) return [];
  const { document: doc } = slide;
  const first = new Map();
  doc.running_order.forEach((step, place) => first.has(step.object) || first.set(step.object, place));
  const rank = (thing) => first.get(thing.id) ?? 1000 + doc.objects.length - doc.objects.indexOf(thing);
  const shown = doc.objects.filter((thing) => thing.role !== "ornament" || first.has(thing.id));
  return shown.sort((a, b) => rank(a) - rank(b));
}
