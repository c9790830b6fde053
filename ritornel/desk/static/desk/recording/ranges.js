// What can be recorded of a slide: all of it, from a cue on, one passage, or the words that are chosen.

const WORD = /\[(\d{1,9})\]|\S+\s*/g;

/** A script as words and cues in their order; words have numbers where their voice was heard, else where they stand. */
export function scriptOf(slide) {
  if (slide.voice?.found) return slide.voice.items.filter((item) => item.kind === "word" || item.kind === "cue");
  return [...(slide.document.script.matchAll(WORD) ?? [])].map((found) => (found[1] ? { kind: "cue", number: Number(found[1]) } : { kind: "word", text: found[0], at: found.index }));
}

/** The ranges of a slide, {label, words: [first, end] by number or null for all of it, from}; `chosen` words come first. */
export function rangesOf(slide, chosen = null) {
  const ranges = [{ label: "the whole slide", words: null }];
  const { voice } = slide;
  if (!voice?.found || voice.heard === "other") return ranges;
  const items = scriptOf(slide);
  const next = (at) => items.slice(at).find((item) => item.kind === "word")?.number ?? voice.words;
  const cues = items.flatMap((item, at) => (item.kind === "cue" ? [{ cue: item.number, first: next(at) }] : []));
  for (const [n, { cue, first }] of cues.entries()) {
    if (first >= voice.words) continue;
    const end = cues.slice(n + 1).find((other) => other.first > first)?.first ?? voice.words;
    ranges.push({ label: `all from cue ${cue} on`, words: [first, voice.words] });
    if (end < voice.words) ranges.push({ label: `the passage after cue ${cue}`, words: [first, end] });
  }
  if (cues[0]?.first) ranges.push({ label: "the passage before cue 1", words: [0, cues[0].first] });
  return chosen ? [{ label: chosen[1] - chosen[0] === 1 ? "the chosen word" : "the chosen words", words: chosen }, ...ranges] : ranges;
}

/** A script's items parted by a range: what comes before it, its own, what comes after. */
export function parted(items, { words }) {
  if (!words) return { before: [], own: items, after: [] };
  const from = items.findIndex((item) => item.kind === "word" && item.number >= words[0]);
  const end = items.findIndex((item) => item.kind === "word" && item.number >= words[1]);
  let until = end < 0 ? items.length : end;
  while (until < items.length && items[until - 1].kind === "cue") until--;
  return { before: items.slice(0, from), own: items.slice(from, until), after: items.slice(until) };
}
