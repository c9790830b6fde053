// What takes long to be found: asked for when the show has rested a moment, until every slide has been looked at.

import { ask } from "../site/sending.js";

const RESTS_MS = 800;
const ASK_AGAIN_MS = 1200; // at first; then less and less often
const SELDOM_MS = 8000;

export class Closely {
  constructor(store, address) {
    Object.assign(this, { store, address, found: [], more: 0, aside: [], waiting: 0, listening: false, spelling: true, revision: store.kept.revision, looked: -1 });
    store.on("changed", () => this.follow());
  }

  follow() {
    if (this.store.kept.revision === this.revision) return;
    this.revision = this.store.kept.revision;
    this.look(RESTS_MS);
  }

  /** Looks, after a while; then again as long as somebody is still looking. */
  look(after = 0) {
    clearTimeout(this.resting);
    if (!this.address) return;
    this.resting = setTimeout(() => this.ask(after), after);
  }

  async ask(after) {
    const { revision } = this;
    const { status, data } = await ask(this.address);
    if (revision !== this.revision) return; // it was changed meanwhile, and is asked again
    if (status === 200) {
      const [told, news] = [JSON.stringify(data), revision !== this.looked];
      this.looked = revision;
      if (told !== this.told) Object.assign(this, data);
      if (told !== this.told || news) this.store.changed();
      this.told = told;
    }
    if (status !== 200 || data.waiting || data.listening) this.look(Math.min(SELDOM_MS, Math.max(ASK_AGAIN_MS, 1.3 * after)));
  }
}
