// Sketches of commands on slides, and on the show as a whole.

import { mergedWords } from "./merging.js";
import { indexOf, withOrder, withSlide } from "./states.js";

export const SLIDE_SKETCHES = {
  "add-slide": (state, { after, ids }, defaults) => {
    if (!ids?.[0]) return state;
    const place = after === null || after === undefined ? state.order.length : indexOf(state, after) + 1;
    const like = state.order[place - 1]?.[0];
    const length = (state.briefs[like]?.transition ?? 0) + state.show.pace.default_hold;
    return inserted(state, place, [{ id: ids[0], length, slide: emptySlide(state, ids[0], like, length, defaults), brief: emptyOutline(state, like, defaults) }]);
  },

  "delete-slides": (state, { slides }) => withOrder(state, state.order.filter(([id]) => !slides.includes(id))),

  "duplicate-slides": (state, { slides, ids }) => {
    const chosen = state.order.filter(([id]) => slides.includes(id));
    if (!chosen.length || ids?.length !== chosen.length || chosen.some(([id]) => isReadInItsTime(state.slides[id]))) return state;
    const copies = chosen.map(([id, , length], n) => ({ id: ids[n], length, slide: copied(state.slides[id], ids[n]), brief: state.briefs[id] }));
    return inserted(state, indexOf(state, chosen.at(-1)[0]) + 1, copies);
  },

  "move-slides": (state, { slides, before }) => {
    const moved = state.order.filter(([id]) => slides.includes(id));
    const rest = state.order.filter(([id]) => !slides.includes(id));
    const place = rest.findIndex(([id]) => id === before);
    const at = place < 0 ? rest.length : place;
    return withOrder(state, [...rest.slice(0, at), ...moved, ...rest.slice(at)]);
  },

  "set-slides": (state, { slides, values, within_transition: within }, defaults) =>
    (slides ?? state.order.map(([id]) => id)).reduce((shown, id) => {
      const set = Object.fromEntries(Object.entries(values).map(([name, value]) => [name, value ?? defaults.slide[name]]));
      if (set.transition) set.transition = { ...defaults.transition, ...(within ? shown.slides[id]?.document.transition : {}), ...set.transition };
      const brief = shown.briefs[id];
      const known = Object.fromEntries(Object.entries(set).filter(([name]) => ["title", "skipped", "hold", "advance"].includes(name)));
      const told = brief ? { ...shown, briefs: { ...shown.briefs, [id]: { ...brief, ...known, ground: set.background ?? brief.ground } } } : shown;
      return withSlide(told, id, (s) => ({ ...s, document: { ...s.document, ...set }, background: set.background ?? s.background }));
    }, state),

  "write-script": (state, { slide, script, was }) =>
    withSlide(state, slide, (s) => ({ ...s, document: { ...s.document, script: mergedWords(was ?? "", script, s.document.script) } })),

  "set-show": (state, { values }) => {
    const { pace, ...rest } = values;
    return { ...state, show: { ...state.show, ...rest, pace: { ...state.show.pace, ...pace } } };
  },

  "set-chapter": (state, { slide, title }) => {
    const others = state.show.chapters.filter((chapter) => chapter.first !== slide);
    const id = state.show.chapters.find((chapter) => chapter.first === slide)?.id;
    const chapters = title.trim() ? [...others, { id, title: title.trim(), first: slide }] : others;
    chapters.sort((a, b) => indexOf(state, a.first) - indexOf(state, b.first));
    return { ...state, show: { ...state.show, chapters } };
  },

  "set-bed": (state, { bed: id, values }, defaults) => {
    const set = Object.fromEntries(Object.entries(values).map(([name, value]) => [name, value ?? defaults.bed[name]]));
    return withBeds(state, (beds) => beds.map((bed) => (bed.id === id ? { ...bed, ...set } : bed)));
  },

  "set-bed-point": (state, { bed: id, at = 0, to_db: to = null, was = null }) => withBeds(state, (beds) => beds.map((bed) => (bed.id === id ? { ...bed, line: lineWith(bed.line, at, to, was) } : bed))),
  "delete-bed": (state, { bed: id }) => withBeds(state, (beds) => beds.filter((bed) => bed.id !== id)),
};

function withBeds(state, change) {
  return { ...state, show: { ...state.show, beds: change(state.show.beds) } };
}

function inserted(state, place, made) {
  const rows = made.map(({ id, length }) => [id, 0, length, undefined]);
  const slides = { ...state.slides };
  const briefs = { ...state.briefs };
  for (const { id, slide, brief } of made) {
    if (slide) slides[id] = slide;
    briefs[id] = brief;
  }
  const order = [...state.order.slice(0, place), ...rows, ...state.order.slice(place)];
  return withOrder({ ...state, slides, briefs }, order);
}

function copied(slide, id) {
  if (!slide) return slide;
  const spans = slide.score.spans.map((span) => (span.source === "narration" ? { ...span, id: span.id.replace(slide.score.id, id) } : span));
  const score = { ...slide.score, id, transition: undefined, spans };
  return { ...slide, version: undefined, document: { ...slide.document, id }, score };
}

function emptyOutline(state, like, defaults) {
  const { ground = "#fffdf7", transition = 0, transition_verb = "" } = state.briefs[like] ?? {};
  return { title: "", ground, transition, transition_verb, hold: null, advance: defaults.slide.advance, cues: [], stops: [], kind: "", skipped: false, look: "", voice: null, scripted: false };
}

function emptySlide(state, id, like, length, defaults) {
  const background = state.briefs[like]?.ground ?? defaults.slide.background;
  const transition = state.slides[like]?.document.transition ?? { ...defaults.transition, type: "cut" };
  const begins = state.briefs[like]?.transition ?? 0;
  return {
    document: { ...defaults.slide, id, background, transition, objects: [], running_order: [] },
    background,
    title: "",
    nodes: [],
    names: {},
    score: { length, targets: [], spans: [] },
    time: { transition: begins, length, hold: length - begins, hold_reason: "default", needed: begins, too_short: 0, groups: [{ cue: 0, start: begins, settle: begins, wait: null, reason: null, steps: [] }] },
    spoken: { words: 0, ms: 0, passages: [[0, 0]] },
  };
}

/** Whether a slide lasts as long as its words take to read: the second time they are there they are not read again. */
function isReadInItsTime(slide) {
  const { script, objects } = slide?.document ?? { script: "", objects: [] };
  return !script && objects.some((thing) => thing.kind === "text" && thing.paragraphs.some((p) => p.text));
}

/** A gain line with a point set, moved, or taken away. */
function lineWith(line, at, to, was) {
  const points = new Map(line);
  if (was !== null) points.delete(was);
  if (to !== null) points.set(at, to);
  return [...points].sort((a, b) => a[0] - b[0]);
}
