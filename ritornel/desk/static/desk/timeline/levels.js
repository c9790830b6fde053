// What the levels of zoom show: the show, the chapter, the slide in focus, what is selected; each as [from, length] in ms.

import { chapterAround } from "../../parts/state/states.js";

export const LEVELS = { show: ofShow, chapter: ofChapter, slide: ofSlide, selection: ofSelection };

function ofShow({ shown }) {
  return [0, shown.length || 10000];
}

function ofChapter({ shown, focus }) {
  const [first, next] = chapterAround(shown, focus);
  const from = shown.order[first]?.[1] ?? 0;
  return [from, (shown.order[next]?.[1] ?? shown.length) - from];
}

/** The slide in focus, and something of those beside it. */
function ofSlide(store) {
  if (!store.focus) return ofShow(store);
  const own = store.length();
  return [store.start() - own * 0.7, own * 2.4];
}

/** What is selected: builds, or slides; else the slide in focus. */
function ofSelection(store) {
  const steps = [...store.steps].map((id) => store.timed(id)).filter(Boolean);
  const slides = [...store.slides].map((id) => [store.start(id), store.start(id) + store.length(id)]);
  const spans = steps.length ? steps.map(({ start, end }) => [store.start() + start, store.start() + end]) : slides.length ? slides : [[store.start(), store.start() + store.length()]];
  const [from, to] = [Math.min(...spans.map(([a]) => a)), Math.max(...spans.map(([, b]) => b))];
  const room = Math.max(300, (to - from) * 0.15);
  return [Math.max(0, from - room), to - from + 2 * room];
}
