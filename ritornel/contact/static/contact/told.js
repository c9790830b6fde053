// What stands under the slides: what is unfinished, and, while one looks for words, where they stand.

import { ask, send } from "../site/sending.js";

const RESTS_MS = 250;

export class Told {
  constructor({ store, notice }, told, people) {
    Object.assign(this, { store, notice, told, people, words: "", hits: null });
    store.on("comments", () => this.refresh()); // slides may be given to others
    this.revision = store.kept.revision;
    store.on("changed", () => this.followRevision());
  }

  /** After an edit what is unfinished may be another, and words may stand elsewhere. */
  followRevision() {
    if (this.store.kept.revision === this.revision) return;
    this.revision = this.store.kept.revision;
    clearTimeout(this.resting);
    this.resting = setTimeout(() => this.refresh(), RESTS_MS);
  }

  async refresh() {
    const { status, data } = await ask(`${this.store.address}told`);
    if (status === 200) Object.assign(this, { told: data.told, people: data.people });
    if (this.words) await this.find(this.words);
    this.store.changed();
  }

  /** Gives slides to somebody by name; "" takes them back. */
  async give(slides, to) {
    const { status, data } = await send(`${this.store.address}given`, { slides, to });
    if (status === 200) this.people = { ...this.people, given: data.given };
    else this.notice.say(`Not given: ${data.error ?? "the server did not answer; try again"}.`);
    this.store.changed();
  }

  /** Looks for words; an answer that was overtaken is passed over. */
  async find(words) {
    this.words = words;
    if (!words.trim()) {
      this.hits = null;
      this.store.changed();
      return;
    }
    const { status, data } = await ask(`${this.store.address}found?words=${encodeURIComponent(words.slice(0, 200))}`);
    if (this.words !== words || status !== 200) return;
    this.hits = new Map();
    for (const hit of data.hits) this.hits.set(hit.slide, [...(this.hits.get(hit.slide) ?? []), hit]);
    this.store.changed();
  }

  /** The slide with the next place where the words stand, in the order of the show; null where there is none. */
  next(from) {
    const ids = this.store.shown.order.map(([id]) => id).filter((id) => this.hits?.has(id));
    if (!ids.length) return null;
    const order = this.store.shown.order.map(([id]) => id);
    const at = order.indexOf(from);
    return ids.find((id) => order.indexOf(id) > at) ?? ids[0];
  }
}
