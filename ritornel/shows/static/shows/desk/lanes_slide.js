// Lanes of what is seen: slides as blocks, cues as flags, builds as the outlines of their own curves.

import { el, seconds, svg } from "../../site/dom.js";
import { thumbnail } from "../../site/play/stage.js";

const THUMB_PX = 78;
const EDGE_PX = 6;
const FLAGS_FROM_PX = 26; // flags of a slide that is not in focus need this much room
const EDGED_FROM_PX = 14;
const thumbs = new WeakMap();

/** Blocks as wide as the slides last, their transition as a slanted corner. */
export function slideLane(timeline) {
  const { store } = timeline;
  if (!store.shown.order.length) return { content: el("div.tl-empty", {}, "Drop pictures here, or press N for a new slide.") };
  return { content: timeline.slidesInView().flatMap((row) => [block(timeline, row), endGrip(timeline, row)]) };
}

function block(timeline, { id, start, length, slide, number }) {
  const { store } = timeline;
  const width = timeline.x(length);
  const corner = Math.min(width, timeline.x(slide.time.transition));
  const button = el(`button.tl-block${id === store.focus ? ".is-focus" : ""}`, { "aria-label": `Slide ${number}, ${store.title(id)}`, data: { slide: id } });
  Object.assign(button.style, { left: `${timeline.x(start)}px`, width: `${width}px` });
  button.classList.toggle("is-narrow", width < EDGED_FROM_PX);
  if (corner >= 1) {
    const shape = svg("svg", { class: "tl-corner", width: corner, height: "100%", viewBox: "0 0 10 10", preserveAspectRatio: "none" },
      svg("path", { d: "M0 0L10 10H0Z", fill: id === store.focus ? "#7a2552" : "#d3adb0" }));
    button.append(shape);
  }
  const inside = el("div.tl-block-in");
  const hidden = timeline.scroll.scrollLeft - timeline.x(start); // what lies left of the view: the words stay in sight
  inside.style.left = `${Math.max(Math.min(corner, 20), Math.min(hidden, width - THUMB_PX - 70)) + 5}px`;
  if (width > 24) inside.append(smallPicture(slide, store.play));
  if (width > THUMB_PX + 60) {
    inside.append(el("span.tl-block-words", {}, `${number} ${slide.doc.title || ""}`, el("small", {}, lengthWords(length))));
  }
  button.append(inside);
  button.addEventListener("pointerdown", (event) => reorder(timeline, event, id));
  return button;
}

function smallPicture(slide, play) {
  if (!thumbs.has(slide)) thumbs.set(slide, thumbnail(slide, play, THUMB_PX));
  return thumbs.get(slide);
}

function endGrip(timeline, { id, start, length, number }) {
  const grip = el("div.tl-grip", { title: `End of slide ${number}: drag to hold it longer or shorter`, data: { end: id } });
  grip.style.left = `${timeline.x(start + length)}px`;
  grip.addEventListener("pointerdown", (event) =>
    timeline.drag(event, { at: start + length, make: (by) => ({ do: "drag-slide-end", slide: id, by }) }));
  return grip;
}

/** A click puts a slide in focus; a drag moves it to another place. */
function reorder(timeline, event, id) {
  if (event.button !== 0) return;
  event.preventDefault();
  event.stopPropagation();
  document.activeElement?.blur();
  const { store } = timeline;
  const start = event.clientX;
  const mark = el("div.tl-drop");
  let before;
  const move = (e) => {
    if (Math.abs(e.clientX - start) < 5 && before === undefined) return;
    const at = timeline.timeAt(e);
    const next = store.shown.order.find(([, from, length]) => at < from + length / 2);
    before = next?.[0] ?? null;
    mark.style.left = `${timeline.x(next ? next[1] : store.shown.length) - 1}px`;
    if (!mark.isConnected) timeline.lanes.children[1].append(mark);
  };
  const up = () => {
    document.removeEventListener("pointermove", move);
    document.removeEventListener("pointerup", up);
    mark.remove();
    if (before === undefined) store.focusSlide(id);
    else if (before !== id) store.edit({ do: "move-slides", slides: [id], before });
  };
  document.addEventListener("pointermove", move);
  document.addEventListener("pointerup", up);
}

/** Numbered flags; those of other slides are pale. */
export function cueLane(timeline) {
  const { store } = timeline;
  const content = [];
  for (const { id, start, length, slide } of timeline.slidesInView()) {
    const near = id === store.focus;
    if (!near && timeline.x(length) < FLAGS_FROM_PX) continue;
    for (const group of slide.time.groups) {
      if (!group.cue) continue;
      const at = start + group.start;
      const flag = el(`button.tl-flag${near ? "" : ".is-far"}`, { data: { cue: group.cue, slide: id }, title: `Cue ${group.cue}`, "aria-label": `Cue ${group.cue}`, tabindex: near ? 0 : -1 }, String(group.cue));
      flag.style.left = `${timeline.x(at)}px`;
      flag.addEventListener("pointerdown", (event) =>
        timeline.drag(event, { at, make: (by) => ({ do: "drag-cue", slide: id, cue: group.cue, by }), click: () => timeline.desk.stage.scrub(at) }));
      content.push(flag);
      if (near) {
        const line = el("div.tl-cue-line");
        Object.assign(line.style, { left: `${timeline.x(at)}px`, top: "20px", height: `${timeline.laneObjects().length * 27 + 6}px` });
        content.push(line);
      }
    }
  }
  return { content };
}

/** The builds of one object of the slide in focus, and the line on which it stands while it is there. */
export function objectLane(timeline, thing) {
  const { store } = timeline;
  const start = store.start();
  const steps = store.slide.time.groups.flatMap((group) => group.steps.map((step) => ({ ...step, cue: group.cue }))).filter((step) => step.object === thing.id);
  const height = 26;
  const picture = svg("svg", { class: "tl-svg", width: 1, height });
  for (const [from, to] of presence(steps, store.slide.time.length)) {
    picture.append(svg("line", { x1: timeline.x(start + from), x2: timeline.x(start + to), y1: height - 3.5, y2: height - 3.5, stroke: "#211c2b", "stroke-width": 1.3 }));
  }
  const content = [picture];
  for (const step of steps) {
    picture.append(svg("path", { d: envelope(timeline, step, start, height), fill: "#4a4453" }));
    content.push(grabber(timeline, step, start));
  }
  return { content };
}

/** When the object is there, in slide time. */
function presence(steps, length) {
  const inOut = steps.filter((step) => step.kind === "entrance" || step.kind === "exit").sort((a, b) => a.start - b.start);
  const whole = inOut.filter((step) => step.paragraph === null);
  const order = whole.length ? whole : inOut.filter((step) => step.kind === "entrance").slice(0, 1);
  const spans = [];
  let from = order[0]?.kind === "entrance" ? null : 0;
  for (const step of order) {
    if (step.kind === "entrance" && from === null) from = step.start;
    if (step.kind === "exit" && from !== null) {
      spans.push([from, step.end]);
      from = null;
    }
  }
  if (from !== null) spans.push([from, length]);
  return spans;
}

function envelope(timeline, step, start, height) {
  const left = timeline.x(start + step.start);
  const width = Math.max(2, timeline.x(step.end - step.start));
  const top = 4;
  const base = height - 3;
  const points = step.outline.map((h, i) => `${(left + (width * i) / (step.outline.length - 1)).toFixed(1)} ${(base - (base - top) * Math.max(0, Math.min(1.05, h))).toFixed(1)}`);
  return `M${left.toFixed(1)} ${base}L${points.join("L")}L${(left + width).toFixed(1)} ${base}Z`;
}

function grabber(timeline, step, start) {
  const { store } = timeline;
  const at = start + step.start;
  const width = Math.max(12, timeline.x(step.end - step.start));
  const button = el(`button.tl-build${store.steps.has(step.id) ? ".is-selected" : ""}`, { data: { step: step.id }, title: `${step.name} ${step.verb}`, "aria-label": `${step.name} ${step.verb}` });
  Object.assign(button.style, { left: `${timeline.x(at)}px`, width: `${width}px` });
  if (step.paragraph !== null) button.append(el("span.tl-build-name", {}, `line ${step.paragraph + 1}`));
  button.addEventListener("pointermove", (event) => {
    button.style.cursor = edgeAt(button, event) ? "ew-resize" : "grab";
  });
  button.addEventListener("pointerdown", (event) => {
    const edge = edgeAt(button, event);
    const command = (by) => edge
      ? { do: "stretch-build", slide: store.focus, step: step.id, edge, by }
      : { do: "drag-build", slide: store.focus, step: step.id, by };
    timeline.drag(event, { at: edge === "end" ? start + step.end : at, make: command, click: () => store.selectSteps([step.id]) });
  });
  return button;
}

function edgeAt(button, event) {
  const place = button.getBoundingClientRect();
  const reach = Math.min(EDGE_PX, place.width / 3);
  if (event.clientX > place.right - reach) return "end";
  return event.clientX < place.left + reach ? "start" : null;
}

function lengthWords(ms) {
  return `${seconds(Math.round(ms / 100) * 100)} s`;
}
