// Pictures of slides, on the timeline and the contact sheet: fetched a few at a time while the hand rests, nearest to the view first, and shown
// from then on.

import { loaded } from "../../site/dom.js";

const TOGETHER = 3;
const SHOWN_EACH = 12;
const RESTS_MS = 220;
const MOST_KEPT = 3000;

export class SlidePictures {
  /** `arrived()` is called, while the hand rests, when some have come. */
  constructor(arrived) {
    Object.assign(this, { arrived, here: new Set(), wanted: [], loading: 0, come: false, resting: null });
  }

  /** Begins a drawing: what is asked for from now on is what is wanted. */
  begin() {
    this.wanted = [];
    this.wait();
  }

  /** The hand is at work: nothing is fetched, and nothing shown, until it has rested. */
  wait() {
    clearTimeout(this.resting);
    this.resting = setTimeout(() => {
      this.resting = null;
      this.goOn();
    }, RESTS_MS);
  }

  /** The address of a slide's picture if it is here; else it is wanted, the sooner the smaller `distance`. */
  address(slide, look, distance) {
    return look ? this.at(`pictures/${encodeURIComponent(slide)}?look=${look}`, distance) : null;
  }

  /** An address, if its picture is here; else it is wanted. */
  at(address, distance) {
    if (this.here.has(address)) return address;
    this.wanted.push({ address, distance });
    return null;
  }

  /** Shows what has come and fetches what is still wanted, unless the hand is at work. */
  goOn() {
    if (this.resting !== null) return;
    if (this.come && (!this.loading || this.here.size % SHOWN_EACH === 0)) {
      this.come = false;
      this.arrived();
      clearTimeout(this.resting); // it was no hand that drew
      this.resting = null;
    }
    this.wanted.sort((a, b) => a.distance - b.distance);
    while (this.loading < TOGETHER && this.wanted.length) this.fetch(this.wanted.shift().address);
  }

  async fetch(address) {
    this.loading++;
    const picture = new Image();
    picture.src = address;
    const here = await loaded(picture); // one that cannot be had stays a ground
    this.loading--;
    if (this.here.size > MOST_KEPT) this.here.clear();
    if (here) {
      this.here.add(address);
      this.come = true;
    }
    this.goOn();
  }
}
