// What has been given so far in a take lies in the browser's store, for a page that is closed or breaks.

import { send } from "../site/sending.js";

const STILL_RUNS_MS = 3000;

export class TakeMemory {
  constructor(show, address) {
    this.key = `take/shows/${show}/lectern`;
    this.address = address;
  }

  remember(live) {
    if (!live.began) return;
    localStorage.setItem(this.key, JSON.stringify({ instants: live.instants, at: live.at(performance.now()), seen: Date.now() }));
  }

  forget() {
    localStorage.removeItem(this.key);
  }

  /** Keeps a take that was cut short when a page was closed. Resolves to where it is, or null if there is none. */
  async sendWhatWasLeft() {
    const left = JSON.parse(localStorage.getItem(this.key) ?? "null");
    if (!left?.instants?.length) return null;
    const { instants, at, seen = 0 } = left;
    const wait = STILL_RUNS_MS - (Date.now() - seen);
    if (!navigator.locks && wait > 0) return null; // another page may be running it
    if (instants.at(-1).kind !== "end") instants.push({ kind: "end", at });
    const answer = await send(this.address, { instants });
    if (answer.status !== 200) return null;
    this.forget();
    return answer.data.take;
  }
}
