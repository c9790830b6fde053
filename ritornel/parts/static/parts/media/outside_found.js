// What is in the collection outside, for a dialog in which something is chosen: looked for as one types, fetched when chosen.

import { ask, send } from "../../site/sending.js";

const LEAST_WORDS = 2; // characters: fewer find too much
const PATIENCE_MS = 350;
const ASK_AGAIN_MS = 250;
const LONGEST_REST_MS = 4000;

export class OutsideFound {
  /** `changed()` is called when there is something else to show; what is found is of one `kind`. */
  constructor(kind, changed) {
    Object.assign(this, { kind, changed, words: "", items: [], state: "", coming: null });
  }

  /** Looks for words once no more are typed. */
  lookFor(words) {
    clearTimeout(this.waiting);
    this.words = words.trim();
    if (this.words.length < LEAST_WORDS) return this.found([], "");
    this.waiting = setTimeout(() => this.search(this.words), PATIENCE_MS);
    return this.found(this.items, "looking outside…");
  }

  async search(words) {
    const { status, data } = await ask(`/library/outside?words=${encodeURIComponent(words)}&kind=${this.kind}`);
    if (words !== this.words) return;
    if (status === 200) this.found(data.items, data.items.length ? "" : "Nothing outside.");
    else this.found([], `Outside: ${data.error ?? "there is no line just now"}.`);
  }

  found(items, state) {
    Object.assign(this, { items, state });
    this.changed();
  }

  /** Fetches a thing into the library. Resolves to its asset; null if it was stopped, or could not be had: `state` says why. */
  async fetch(item) {
    const coming = (this.coming = { item, share: 0 });
    this.found(this.items, "");
    let answer = await send("/library/fetches", { item: item.id });
    for (let rest = ASK_AGAIN_MS; this.coming === coming; answer = await ask(`/library/fetches/${coming.id}`)) {
      const { status, data } = answer;
      if (data.asset) return this.ended(data.asset, "");
      if (data.fetch) Object.assign(coming, { id: data.fetch, share: data.size ? data.arrived / data.size : 0 });
      else if (!coming.id || (status !== 0 && status < 500)) return this.ended(null, `“${item.title}” was not fetched: ${data.error ?? "there is no line just now"}.`);
      this.changed();
      await new Promise((resolve) => setTimeout(resolve, rest));
      rest = data.fetch ? ASK_AGAIN_MS : Math.min(LONGEST_REST_MS, 2 * rest);
    }
    return null;
  }

  ended(asset, state) {
    this.coming = null;
    this.found(this.items, state);
    return asset;
  }

  stop() {
    if (this.coming?.id) send(`/library/fetches/${this.coming.id}`, undefined, "DELETE");
    this.coming = null;
  }
}
