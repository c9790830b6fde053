// Pictures of slides on the timeline: fetched a few at a time while the hand rests, nearest to the view first, and shown
// from then on.

const TOGETHER = 3;
const RESTS_MS = 220;
const MOST_KEPT = 3000;

export class SlidePictures {
  /** `arrived()` is called when some have come. */
  constructor(arrived) {
    Object.assign(this, { arrived, here: new Set(), wanted: [], loading: 0 });
  }

  /** Begins a drawing: what is asked for from now on is what is wanted. */
  begin() {
    this.wanted = [];
    clearTimeout(this.resting);
    this.resting = setTimeout(() => this.load(), RESTS_MS);
  }

  /** The address of a slide's picture if it is here; else it is wanted, the sooner the smaller `distance`. */
  address(slide, look, distance) {
    if (!look) return null;
    const address = `pictures/${encodeURIComponent(slide)}?look=${look}`;
    if (this.here.has(address)) return address;
    this.wanted.push({ address, distance });
    return null;
  }

  load() {
    this.wanted.sort((a, b) => a.distance - b.distance);
    while (this.loading < TOGETHER && this.wanted.length) this.fetch(this.wanted.shift().address);
  }

  async fetch(address) {
    this.loading++;
    const picture = new Image();
    picture.src = address;
    await picture.decode().then(() => this.here.add(address)).catch(() => {}); // one that cannot be had stays a ground
    this.loading--;
    if (this.here.size > MOST_KEPT) this.here.clear();
    if (this.wanted.length) this.load();
    if (!this.loading || this.here.size % TOGETHER === 0) this.arrived();
  }
}
