// Whole slides, fetched when they are come to; the others meanwhile, a few at a time, from the focus outwards.

import { underWay } from "../../site/gesture.js";
import { ask } from "../../site/sending.js";
import { withSlides } from "./states.js";

const TOGETHER = 12;
const REST_MS = 150;
const MOST_CHARACTERS = 1500;

export class SlidesOnDemand {
  constructor(store, all) {
    Object.assign(this, { store, all });
    this.wanted = new Set();
    this.waiting = new Map();
  }

  /** Asks for slides that must be here soon, if they are not; resolves when they are. */
  need(...ids) {
    const missing = ids.filter((id) => id && !this.isHere(id));
    for (const id of missing) this.wanted.add(id);
    this.run();
    return Promise.all(missing.map((id) => this.arrival(id)));
  }

  isHere(id) {
    return Boolean(this.store.shown.slides[id]) || !this.store.kept.briefs[id];
  }

  arrival(id) {
    if (!this.waiting.has(id)) {
      let resolve;
      const promise = new Promise((done) => (resolve = done));
      this.waiting.set(id, { promise, resolve });
    }
    return this.waiting.get(id).promise;
  }

  /** Fetches what is wanted, then all the others; begins again whenever slides of other versions are about. */
  async run() {
    if (this.running) return;
    this.running = true;
    while (this.next().length) {
      if (!this.wanted.size) await this.rest();
      const ids = this.next();
      if (!ids.length) break;
      const hurry = ids.some((id) => this.wanted.has(id));
      const { status, data } = await ask(`${this.store.address}slides?ids=${ids.map(encodeURIComponent).join(",")}`);
      if (status !== 200) break;
      const kept = withSlides(this.store.kept, data.slides);
      if (kept === this.store.kept && !hurry) break;
      this.store.kept = kept;
      for (const id of ids) this.arrived(id);
      this.store.compose();
    }
    this.running = false;
  }

  /** Waits a little, and as long as a finger is down: what nobody waits for must not make a drag stumble. */
  async rest() {
    do await new Promise((resolve) => setTimeout(resolve, REST_MS));
    while (underWay() && !this.wanted.size);
  }

  arrived(id) {
    this.wanted.delete(id);
    this.waiting.get(id)?.resolve();
    this.waiting.delete(id);
  }

  next() {
    const { kept } = this.store;
    for (const id of [...this.wanted]) if (kept.slides[id] || !kept.briefs[id]) this.arrived(id);
    if (this.wanted.size || !this.all) return shortEnough([...this.wanted]);
    const at = Math.max(0, kept.order.findIndex(([id]) => id === this.store.focus));
    const missing = kept.order.map(([id], n) => [Math.abs(n - at), id]).filter(([, id]) => !kept.slides[id]);
    return shortEnough(missing.sort(([a], [b]) => a - b).map(([, id]) => id));
  }
}

/** As many as go into one address. */
function shortEnough(ids) {
  let characters = 0;
  return ids.slice(0, TOGETHER).filter((id) => (characters += id.length + 1) < MOST_CHARACTERS || characters === id.length + 1);
}
