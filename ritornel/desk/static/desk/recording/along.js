// The script running along while one speaks: it goes on with the planned pace as long as somebody is heard, and a pause
// brings it to the end of the sentence that is near. Where words are heard by the server meanwhile, it follows them.

const AT_A_BREAK_MS = 350;
const NEAR_MS = 1400;
const SENTENCE = /[.!?…:;]["”’)]*\s*$/;
const BREATH_WEIGHT = 5;
const SMALL_STEP = 2;

/** Words are {kind, text}; `whole` ms is what they take as planned. */
export class Along {
  constructor(words, whole) {
    const weights = words.map(({ kind, text }) => (kind === "word" ? text.trim().length + 1 + (SENTENCE.test(text) ? BREATH_WEIGHT : 0) : 0));
    const sum = Math.max(1, weights.reduce((a, b) => a + b, 0));
    let at = 0;
    this.starts = weights.map((weight) => ((at += weight) - weight) * (whole / sum));
    this.breaks = words.flatMap(({ kind, text }, n) => (kind === "word" && SENTENCE.test(text) ? [this.starts[n + 1] ?? whole] : []));
    Object.assign(this, { words, whole, at: 0, quiet: 0 });
  }

  /** Goes on by so many ms, in which somebody spoke or not. */
  go(ms, isSpeech) {
    this.quiet = isSpeech ? 0 : this.quiet + ms;
    if (isSpeech) this.at = Math.min(this.whole, this.at + ms);
    else if (this.quiet >= AT_A_BREAK_MS && this.quiet - ms < AT_A_BREAK_MS) this.rest();
  }

  /** A pause: somebody has come to the end of a sentence, if one is near. */
  rest() {
    const near = this.breaks.filter((place) => Math.abs(place - this.at) < NEAR_MS);
    if (near.length) this.at = near.reduce((best, place) => (Math.abs(place - this.at) < Math.abs(best - this.at) ? place : best));
  }

  /** A cue was given: what comes after it is said now. */
  set(item) {
    if (this.starts[item] !== undefined) this.at = this.starts[item];
  }

  /** It was heard that some ms ago a word was said, {word, at}: by its number, or by where it stands in the script. */
  heard({ word, at }, ago) {
    const found = this.words.findLastIndex((item) => item.kind === "word" && (item.number === undefined ? item.at <= at : item.number <= word));
    if (found < 0) return;
    const here = Math.min(this.whole, (this.starts[found + 1] ?? this.whole) + ago);
    const back = found < this.word && this.word - found <= SMALL_STEP; // a step back that small would only be restless
    if (!back) this.at = here;
  }

  /** The word that is being said, by its place among the words. */
  get word() {
    return Math.max(0, this.starts.findLastIndex((start, n) => this.words[n].kind === "word" && start <= this.at));
  }
}
