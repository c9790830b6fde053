// Sketches of commands on the running order and its times.

import { withLength, withSlide } from "./states.js";

const LEAST_DURATION_MS = 50; // as core.edits.retime has it

export const TIME_SKETCHES = {
  "drag-build": (state, { slide, step, by, others = [], joins = false }) => {
    const groups = state.slides[slide]?.time.groups ?? [];
    const group = groups.find((g) => g.steps[0]?.id === step);
    const takesItsCue = group?.cue && (group.cue === 1 || group.steps[0].start + by >= groups[group.cue - 1].start);
    return takesItsCue && !joins && !others.length ? cueMoved(state, slide, group.cue, by) : state;
  },

  "stretch-build": (state, { slide, step, edge, by }) =>
    withSlide(state, slide, (s) => {
      const { delay = 0, duration, repeat } = s.document.running_order.find((one) => one.id === step) ?? {};
      if (repeat !== 1 || !duration || s.document.narration) return s;
      if (edge === "end") return withStepTime(s, step, ({ start }) => ({ end: start + Math.max(LEAST_DURATION_MS, duration + by) }));
      const later = Math.min(Math.max(0, delay + by), Math.max(delay, delay + duration - LEAST_DURATION_MS));
      return withStepTime(s, step, ({ start }) => ({ start: start - delay + later }));
    }),

  "drag-cue": (state, { slide, cue, by }) => cueMoved(state, slide, cue, by),

  "drag-slide-end": (state, { slide, by }) => {
    const time = state.slides[slide]?.time;
    if (!time) return withLength(state, slide, by);
    const grown = Math.max(time.needed - time.length, by);
    return withSlide(withLength(state, slide, grown), slide, (s) => ({ ...s, time: { ...s.time, length: time.length + grown, hold: Math.max(0, time.hold + grown) } }));
  },

  "set-wait": (state, { slide, cue, wait }) =>
    withSlide(state, slide, (s) => {
      const { [cue]: _, ...waits } = s.document.waits;
      return { ...s, document: { ...s.document, waits: wait === null ? waits : { ...waits, [cue]: wait } } };
    }),

  "set-steps": (state, { slide, steps, values }, defaults) =>
    withSlide(state, slide, (s) => {
      const set = Object.fromEntries(Object.entries(values).map(([name, value]) => [name, value ?? defaults.step[name] ?? null]));
      const params = (step) => (values.params && !values.effect ? { params: { ...step.params, ...values.params } } : {});
      const order = s.document.running_order.map((step) => (steps.includes(step.id) ? { ...step, ...set, ...params(step) } : step));
      return { ...s, document: { ...s.document, running_order: order } };
    }),

  "delete-steps": (state, { slide, steps }) =>
    withSlide(state, slide, (s) => ({
      ...s,
      document: { ...s.document, running_order: s.document.running_order.filter((step) => !steps.includes(step.id)) },
    })),

  "add-builds": (state, command, defaults) => withSlide(state, command.slide, (s) => withBuilds(s, command, defaults)),
};

/** A cue moves, and with it all that comes after it on its slide and in the show; where the voice or a fixed length has
 * its say in that, the answer tells. */
function cueMoved(state, slideId, cue, by) {
  const slide = state.slides[slideId];
  const { groups, hold, length } = slide?.time ?? { groups: [] };
  if (!groups[cue] || slide.document.narration || length !== groups.at(-1).settle + hold) return state;
  if (slide.document.length !== null || slide.document.objects.some((thing) => thing.waited_for)) return state;
  const moved = Math.max(groups[cue - 1].settle - groups[cue].start, by);
  const later = (time) => time + moved;
  const shifted = groups.map((g, n) =>
    n < cue ? g : { ...g, start: later(g.start), settle: later(g.settle), steps: g.steps.map((s) => ({ ...s, start: later(s.start), end: later(s.end) })) });
  const time = { ...slide.time, length: length + moved, groups: shifted };
  const brief = state.briefs[slideId];
  const cues = brief.cues.map((at, n) => (n + 1 < cue ? at : at + moved));
  const longer = withLength({ ...state, briefs: { ...state.briefs, [slideId]: { ...brief, cues } } }, slideId, moved);
  return withSlide(longer, slideId, (s) => ({ ...s, time }));
}

function withStepTime(slide, id, change) {
  const groups = slide.time.groups.map((g) => ({ ...g, steps: g.steps.map((s) => (s.id === id ? { ...s, ...change(s) } : s)) }));
  return { ...slide, time: { ...slide.time, groups } };
}

/** New builds at the end of the running order, so that they can be gone on with; whose they are where there are several,
 * and when they happen, the answer tells. */
function withBuilds(slide, { objects, kind, effect, order, by = "whole", ids }, defaults) {
  const alone = objects.length === 1 ? objects[0] : undefined;
  const lines = (slide.document.objects.find(({ id }) => id === alone)?.paragraphs ?? []).flatMap(({ text }, paragraph) => (text?.trim() ? [{ paragraph }] : []));
  const parts = by === "line" && lines.length > 1 ? lines : objects.map(() => null);
  if (!["whole", "line"].includes(by) || (by === "line" && !alone) || parts.length !== ids?.length) return slide;
  const steps = parts.map((part, n) => {
    const opens = n === 0 || order === "each";
    return { ...defaults.step, id: ids[n], object: alone, part, kind, effect, trigger: opens ? "cue" : order === "following" ? "following" : "alongside" };
  });
  return { ...slide, document: { ...slide.document, running_order: [...slide.document.running_order, ...steps] } };
}
