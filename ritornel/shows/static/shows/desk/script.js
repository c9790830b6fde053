// The script as passages: the text before cue 1, from cue 1 to cue 2, and so on, and back to one text with marks.

/** Splits at the marks [1]..[cues] that stand in order. Returns cues + 1 of {text, marked}. */
export function passagesOf(script, cues) {
  const passages = Array.from({ length: cues + 1 }, () => ({ text: "", marked: false }));
  let at = 0;
  let from = 0;
  for (const match of script.matchAll(/\[(\d+)\]/g)) {
    const cue = Number(match[1]);
    if (cue <= at || cue > cues) continue;
    passages[at].text = script.slice(from, match.index).trim();
    at = cue;
    passages[cue].marked = true;
    from = match.index + match[0].length;
  }
  passages[at].text = script.slice(from).trim();
  return passages;
}

/** One text with its marks. A cue that had no mark and has no words gets none. */
export function scriptOf(passages) {
  const pieces = passages.map(({ text, marked }, cue) => {
    const words = text.trim();
    if (cue === 0 || !(marked || words)) return words;
    return words ? `[${cue}] ${words}` : `[${cue}]`;
  });
  return pieces.filter(Boolean).join(" ");
}

/** The passages after the mark of `cue` was put at `offset` of passage `place`. */
export function withMarkAt(passages, cue, place, offset) {
  const head = passages[place].text.slice(0, offset);
  const tail = passages[place].text.slice(offset);
  const pieces = passages.map((passage) => ({ ...passage }));
  if (place < cue) {
    pieces[place].text = head;
    const between = pieces.slice(place + 1, cue).map((p) => p.text);
    pieces.slice(place + 1, cue).forEach((p) => (p.text = ""));
    pieces[cue].text = [tail, ...between, pieces[cue].text].filter(Boolean).join(" ");
  } else {
    const before = pieces.slice(cue, place).map((p) => p.text);
    pieces.slice(cue, place + 1).forEach((p) => (p.text = ""));
    pieces[cue - 1].text = [pieces[cue - 1].text, ...before, head].filter(Boolean).join(" ");
    pieces[place].text = tail;
  }
  pieces[cue].marked = true;
  return pieces;
}
