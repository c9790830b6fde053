// How surely words were heard in a voice, and the cues that come by them.

export const SURE = 60; // percent

export function isUnsure(word) {
  return word.start === undefined || word.sure < SURE;
}

/** The cues of a slide that come by a word which was not surely heard; none where its voice was not heard, or by hand. */
export function unsureCues({ voice, document }) {
  const found = new Set();
  const byHand = new Set(document.narration?.by_hand);
  for (const [n, item] of (voice?.items ?? []).entries()) {
    const word = item.kind === "cue" && !byHand.has(item.number) && voice.items.slice(n).find(({ kind }) => kind === "word");
    if (word && isUnsure(word)) found.add(item.number);
  }
  return found;
}
