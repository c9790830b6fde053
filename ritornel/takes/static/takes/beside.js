// What the server knows of a slide beside its score, asked for when it is needed: pens that stand out on it, and where who
// speaks is seen.

import { ask } from "../site/sending.js";

const AT_THE_RIGHT = { x: 0.75, y: 0, width: 0.25, height: 1, round: false };
const UNTIL_KNOWN = { pens: ["#ffd23f", "#ffffff", "#111111"], speaker: AT_THE_RIGHT, styled: AT_THE_RIGHT };

export class Beside {
  constructor(address) {
    Object.assign(this, { address, known: new Map(), asked: new Map() });
  }

  /** What is known of a slide by now. */
  of(slide) {
    return this.known.get(slide) ?? UNTIL_KNOWN;
  }

  /** The show has changed: what was known may be otherwise. */
  forget() {
    this.known.clear();
  }

  /** Resolves to whether something was learnt of a slide. */
  async learn(slide) {
    if (this.known.has(slide)) return false;
    if (!this.asked.has(slide)) this.asked.set(slide, ask(`${this.address}?slide=${encodeURIComponent(slide)}`));
    const { status, data } = await this.asked.get(slide);
    this.asked.delete(slide);
    if (status === 200) this.known.set(slide, data);
    return status === 200;
  }
}
