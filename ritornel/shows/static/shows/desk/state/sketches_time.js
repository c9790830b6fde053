// Sketches of commands on the running order and its times.

import { withLength, withSlide } from "./states.js";

const SKETCHED_MS = 600;

export const TIME_SKETCHES = {
  "drag-build": (state, { slide, step, by }) => {
    const group = state.slides[slide]?.time.groups.find((g) => g.steps.some((s) => s.id === step));
    if (group?.cue && group.steps[0].id === step) return cueMoved(state, slide, group.cue, by);
    return withSlide(state, slide, (s) => withStepTime(s, step, ({ start, end }) => ({ start: Math.max(0, start + by), end: Math.max(0, end + by) })));
  },

  "stretch-build": (state, { slide, step, edge, by }) =>
    withSlide(state, slide, (s) =>
      withStepTime(s, step, ({ start, end }) => (edge === "end" ? { start, end: Math.max(start, end + by) } : { start: Math.min(end, Math.max(0, start + by)), end }))),

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
      time: { ...s.time, groups: s.time.groups.map((g) => ({ ...g, steps: g.steps.filter((step) => !steps.includes(step.id)) })).filter((g) => !g.cue || g.steps.length) },
    })),

  "add-builds": (state, command, defaults) => withSlide(state, command.slide, (s) => withBuilds(s, command, defaults)),
};

/** A cue moves, and with it all that comes after it on its slide and in the show. */
function cueMoved(state, slideId, cue, by) {
  const slide = state.slides[slideId];
  if (!slide) return state;
  const { groups } = slide.time;
  const moved = Math.max(groups[cue - 1].settle - groups[cue].start, by);
  const later = (time) => time + moved;
  const shifted = groups.map((g, n) =>
    n < cue ? g : { ...g, start: later(g.start), settle: later(g.settle), steps: g.steps.map((s) => ({ ...s, start: later(s.start), end: later(s.end) })) });
  const time = { ...slide.time, length: slide.time.length + moved, groups: shifted };
  const outline = state.outlines[slideId];
  const cues = outline.cues.map((at, n) => (n + 1 < cue ? at : at + moved));
  const longer = withLength({ ...state, outlines: { ...state.outlines, [slideId]: { ...outline, cues } } }, slideId, moved);
  return withSlide(longer, slideId, (s) => ({ ...s, time }));
}

function withStepTime(slide, id, change) {
  const groups = slide.time.groups.map((g) => ({ ...g, steps: g.steps.map((s) => (s.id === id ? { ...s, ...change(s) } : s)) }));
  return { ...slide, time: { ...slide.time, groups } };
}

/** New builds at the end of the running order; when they happen, the answer tells. */
function withBuilds(slide, { objects, kind, effect, order, by = "whole", ids }, defaults) {
  if (!ids?.length) return slide;
  const moves = objects.flatMap((id) => {
    const lines = (slide.document.objects.find((o) => o.id === id)?.paragraphs ?? []).flatMap(({ text }, paragraph) => (text.trim() ? [{ id, part: { paragraph } }] : []));
    return by === "line" && lines.length > 1 ? lines : [{ id, part: null }];
  });
  if (moves.length !== ids.length) return slide;
  const last = slide.time.groups.at(-1);
  let groups = slide.time.groups;
  const steps = moves.map(({ id, part }, n) => {
    const opens = n === 0 || order === "each";
    const trigger = opens ? "cue" : order === "following" ? "following" : "alongside";
    const step = { ...defaults.step, id: ids[n], object: id, part, kind, effect, trigger };
    const timed = {
      id: ids[n], object: id, paragraph: part?.paragraph ?? null, part: part ? `line ${part.paragraph + 1}` : "", kind, effect, verb: "", name: slide.names[id] ?? "", start: last.settle,
      end: last.settle + SKETCHED_MS, duration: null, outline: [0, 1],
    };
    if (opens) groups = [...groups, { cue: groups.length, start: last.settle, settle: last.settle, wait: null, reason: null, steps: [timed] }];
    else groups = [...groups.slice(0, -1), { ...groups.at(-1), steps: [...groups.at(-1).steps, timed] }];
    return step;
  });
  return {
    ...slide,
    document: { ...slide.document, running_order: [...slide.document.running_order, ...steps] },
    time: { ...slide.time, groups },
  };
}
