// The script as passages: the text before cue 1, from cue 1 to cue 2, and so on.

const MARKS = /\[([0-9]{1,9})\]/g;

/**
 * Splits where the engine does (core/time/script.py): at the first mark of each cue; a cue without one stands before the
 * next that has one, one whose mark stands too early stands with the cue before. Returns cues + 1 of {text, marked};
 * marks that divide nothing stay in the text as they are written.
 */
export function passagesOf(script, cues) {
  const first = new Map();
  for (const match of script.matchAll(MARKS)) {
    const cue = Number(match[1]);
    if (cue >= 1 && cue <= cues && !first.has(cue)) first.set(cue, { start: match.index, end: match.index + match[0].length });
  }
  const at = Array(cues + 2).fill(script.length);
  for (let cue = cues; cue >= 1; cue--) at[cue] = first.get(cue)?.start ?? at[cue + 1];
  at[0] = 0;
  for (let cue = 1; cue <= cues; cue++) at[cue] = Math.max(at[cue - 1], at[cue]);
  let taken = 0;
  return at.slice(0, cues + 1).map((from, cue) => {
    const own = first.get(cue);
    const marked = own?.start === from;
    taken = Math.max(taken, marked ? own.end : from);
    return { text: script.slice(taken, at[cue + 1]).trim(), marked };
  });
}
