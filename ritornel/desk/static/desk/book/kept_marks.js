// Marks stay with their meaning when words around them are written anew: each goes to the nearest place that is left.
//
// Texts are what `linear` of script_editor.js gives: letters, and each mark one letter of its own.

import { change } from "../../parts/state/merging.js";

const MOST_COMPARED = 400;
const WORD = /\S+/g;

/**
 * Where marks that were lost stand in a text that was written anew: {cue, at}, counted in letters of `after`.
 *
 * `lost` are {cue, at}: their letters in `before`, in order. A mark stands before the word that called for it, if that is
 * still there; else by the words of old and new that are the same; else as far into what is new as it was into what was there.
 */
export function keptMarks(before, after, lost) {
  const { start, end, text } = change(before, after);
  const gone = lost.map((mark) => mark.at);
  const old = wordsOf(before, start, end, gone);
  const now = wordsOf(after, start, start + text.length, []);
  const pairs = alike(old, now);
  return lost.map(({ cue, at }) => {
    if (at < start) return { cue, at };
    if (at >= end) return { cue, at: start + text.length + at - end };
    const index = old.filter((word) => word.at < at).length;
    return { cue, at: placeOf(index, old.length, now, pairs, start, text.length) };
  });
}

/** Its place in the new words: beside the nearest that is the same, or the edge of what is new; without any, by its share. */
function placeOf(index, count, now, pairs, start, length) {
  if (!pairs.length) {
    const word = now[Math.round((index / Math.max(1, count)) * now.length)];
    return word ? word.at : start + (2 * index < count ? 0 : length);
  }
  const [next, to] = pairs.find(([a]) => a >= index) ?? [count, now.length];
  const [last, from] = pairs.findLast(([a]) => a < index) ?? [-1, -1];
  return now[next - index <= index - 1 - last ? to : from + 1]?.at ?? start + length;
}

/** The words of a stretch, without the marks that are lost, each with its place. */
function wordsOf(text, from, to, gone) {
  const bare = [...text].map((letter, at) => (gone.includes(at) ? " " : letter)).join("");
  return [...bare.slice(from, to).matchAll(WORD)].map((match) => ({ word: match[0].toLowerCase().replace(/[.,;:!?…"“”]/g, ""), at: from + match.index }));
}

/** Pairs of words that are the same in both, in order, as many as can be: the longest common subsequence. */
function alike(old, now) {
  if (!old.length || !now.length || old.length * now.length > MOST_COMPARED ** 2) return [];
  const rows = Array.from({ length: old.length + 1 }, () => new Uint16Array(now.length + 1));
  for (let a = old.length - 1; a >= 0; a--) {
    for (let b = now.length - 1; b >= 0; b--) rows[a][b] = old[a].word === now[b].word ? rows[a + 1][b + 1] + 1 : Math.max(rows[a + 1][b], rows[a][b + 1]);
  }
  const pairs = [];
  for (let a = 0, b = 0; a < old.length && b < now.length; ) {
    if (old[a].word === now[b].word) pairs.push([a++, b++]);
    else if (rows[a + 1][b] >= rows[a][b + 1]) a++;
    else b++;
  }
  return pairs;
}
