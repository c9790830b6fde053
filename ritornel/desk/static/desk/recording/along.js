// The script running along while one speaks: it goes on with the planned pace as long as somebody is heard, and a pause
// brings it to the end of the sentence that is near.

const AT_A_BREAK_MS = 350;
const NEAR_MS = 1400;
const SENTENCE = /[.!?…:;]["”’)]*\s*$/;
const BREATH_WEIGHT = 5;

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

  /** A word is known to be said: the place of it is where we are. */
  set(word) {
    if (this.starts[word] !== undefined) this.at = this.starts[word];
  }

  /** The word that is being said, by its place among the words. */
  get word() {
    return Math.max(0, this.starts.findLastIndex((start, n) => this.words[n].kind === "word" && start <= this.at));
  }
}
