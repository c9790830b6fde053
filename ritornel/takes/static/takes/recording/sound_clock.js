// When a block of sound ended: the sound's own clock told in ms of the page's.

const DRIFTS = 1e-4; // clocks may go apart by so much
const RECENT_MS = 1000;
const STOOD_MS = 40; // all blocks of RECENT_MS are later than this: the sound's clock stood still, and samples were lost
const LOST_MS = 30; // less than this between two blocks is lateness
const MOST_LOST_MS = 10_000; // and more a machine that slept

/** How much sound was lost between the end of a block and the beginning of the next, in ms. */
export function lostBetween(ended, begins) {
  const lost = begins - ended;
  return lost < LOST_MS || lost > MOST_LOST_MS ? 0 : lost;
}

export class SoundClock {
  constructor() {
    Object.assign(this, { apart: Infinity, recent: [], ended: null });
  }

  /**
   * The instant at which a block ended, from where it ended by the sound's clock and when it was passed on, all in ms.
   * Blocks are passed on a little late, and some later: those that came soonest tell the truth.
   */
  at(ended, passed) {
    const late = passed - ended;
    this.apart = Math.min(late, this.apart + DRIFTS * (ended - (this.ended ?? ended)));
    this.ended = ended;
    this.recent.push({ ended, late });
    if (ended - this.recent[0].ended > RECENT_MS) {
      const soonest = Math.min(...this.recent.map((one) => one.late));
      if (soonest > this.apart + STOOD_MS) this.apart = soonest;
      while (ended - this.recent[0].ended > RECENT_MS) this.recent.shift();
    }
    return ended + this.apart;
  }
}
