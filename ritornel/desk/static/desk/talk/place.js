// What somebody means when they want to say something: the nearest thing first, then all that it belongs to.

import { minutes } from "../../site/times.js";

/** [{words, place}]: selected objects, selected words, the instant that is looked at, the slide, the show. */
export function placeMeant(desk) {
  const { store } = desk;
  const show = { words: "the show", place: {} };
  if (!store.focus) return [show];
  const slide = store.focus;
  const things = [...store.objects].map((id) => store.object(id)).filter(Boolean);
  const found = things.map((thing) => ({ words: `this ${thing.kind}${thing.name ? `, ${thing.name}` : ""}`, place: { slide, object: thing.id } }));
  const words = wordsMeant(desk);
  if (words) found.push({ words: `“${words.text.slice(0, 40)}”`, place: { slide, start: words.start, end: words.end } });
  const { time } = desk.stage;
  const instant = { words: `the instant ${minutes(time)}`, place: { slide, instant: Math.round(time) } };
  const isInside = time >= store.start() && time < store.start() + store.length();
  const wide = { words: `slide ${store.slideIndex() + 1}`, place: { slide } };
  if (!isInside) return [...found, wide, show];
  return desk.stage.face === "run" ? [...found, instant, wide, show] : [...found, wide, instant, show];
}

/** Where the words that are selected in the script stand in it: the occurrence with as many words before it. */
function wordsMeant({ store, book }) {
  const selected = book.editor?.selectedWords;
  const script = store.slide?.document.script ?? "";
  if (!selected) return null;
  const before = (at) => script.slice(0, at).replace(/\[\d+\]/g, " ").split(/\s+/).filter(Boolean).length;
  let best = null;
  for (let at = script.indexOf(selected.words); at >= 0; at = script.indexOf(selected.words, at + 1)) {
    const off = Math.abs(before(at) - selected.word);
    if (!best || off < best.off) best = { off, start: at, end: at + selected.words.length, text: selected.words };
  }
  return best;
}
