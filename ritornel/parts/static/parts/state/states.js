// States of a show as the desk has them, and how answers and changes go into them. A state is never changed: each
// change gives a new one, which shares with the old one what is the same.
//
//   revision, kept, undo, redo     the head
//   show, length, bed_spans, findings, assets
//   order       [id, start, length, version] of every slide
//   briefs    by id: title, ground, transition, cues, look, voice
//   slides      by id, of those that were come to: document, nodes, names, score, time, spoken

/** A state with an answer of the server in it. Whole slides of other versions than the order's are forgotten. */
export function withAnswer(state, answer) {
  if (!answer.order) return state;
  const slides = {};
  const briefs = {};
  for (const [id, , , version] of answer.order) {
    const slide = answer.slides[id] ?? state.slides[id];
    if (slide?.version === version) slides[id] = slide;
    briefs[id] = answer.briefs[id] ?? state.briefs[id];
  }
  const assets = answer.assets ? { ...state.assets, ...answer.assets } : state.assets;
  return { ...state, ...answer, slides, briefs, assets };
}

/** A state with whole slides in it that were asked for; those of other versions than the order's are passed over. */
export function withSlides(state, slides) {
  const fresh = state.order.filter(([id, , , version]) => slides[id]?.version === version).map(([id]) => [id, slides[id]]);
  return fresh.length ? { ...state, slides: { ...state.slides, ...Object.fromEntries(fresh) } } : state;
}

/** A state with its slides in another order: `rows` as in `order`, their starts computed anew. */
export function withOrder(state, rows) {
  let start = 0;
  const order = rows.map(([id, , length, version]) => {
    const row = [id, start, length, version];
    start += length;
    return row;
  });
  return { ...state, order, length: start };
}

/** A state with one slide changed; the same state if that slide was not come to. */
export function withSlide(state, id, change) {
  const slide = state.slides[id];
  if (!slide) return state;
  const changed = change(slide);
  return changed === slide ? state : { ...state, slides: { ...state.slides, [id]: changed } };
}

/** A state with a slide longer or shorter by some ms. */
export function withLength(state, id, by) {
  return withOrder(state, state.order.map((row) => (row[0] === id ? [row[0], row[1], Math.max(0, row[2] + by), row[3]] : row)));
}

export function indexOf(state, id) {
  return state.order.findIndex((row) => row[0] === id);
}

/** The slides of the chapter in which a slide is: [from, to) in the order; all of them where there is no chapter. */
export function chapterAround(state, id) {
  const at = indexOf(state, id);
  const starts = state.show.chapters.map((chapter) => indexOf(state, chapter.first));
  return [starts.filter((start) => start <= at).at(-1) ?? 0, starts.find((start) => start > at) ?? state.order.length];
}
