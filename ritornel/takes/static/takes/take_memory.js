// What has been given so far in a take lies in the browser's store, for a page that is closed or breaks.

import { send } from "../site/sending.js";

const STILL_RUNS_MS = 3000;
const SOON_MS = 60_000;
const OLD_MS = 12 * 3600_000;

export class TakeMemory {
  constructor(show, address) {
    this.key = `take/shows/${show}/lectern`;
    this.address = address;
  }

  /** `ink` is what was drawn, by the number of the visit. */
  remember(live, ink = {}) {
    if (live.began === undefined || live.ended) return;
    const { instants, place } = live;
    localStorage.setItem(this.key, JSON.stringify({ instants, place, ink, slide: live.order[live.slide][0], at: live.at(performance.now()), seen: Date.now() }));
  }

  forget() {
    localStorage.removeItem(this.key);
  }

  get kept() {
    const left = JSON.parse(localStorage.getItem(this.key) ?? "null");
    return left?.instants?.length ? left : null;
  }

  /** A run of today that a page was closed in, or null: {instants, place, at, slide, away, wasRunning, soon}. */
  left() {
    const { kept } = this;
    const away = Date.now() - (kept?.seen ?? 0);
    if (!kept?.place || away > OLD_MS || kept.instants.at(-1).kind === "end") return null;
    if (!navigator.locks && away < STILL_RUNS_MS) return null; // another page may be running it
    return { ...kept, away, wasRunning: kept.place.running, soon: away < SOON_MS };
  }

  /** Keeps a take that was cut short long ago. Resolves to where it is, or null if there is none. */
  async sendWhatIsOld() {
    const { kept } = this;
    if (!kept || (!navigator.locks && Date.now() - kept.seen < STILL_RUNS_MS)) return null;
    const { instants, at, ink = {} } = kept;
    if (instants.at(-1).kind !== "end") instants.push({ kind: "end", at });
    const answer = await send(this.address, { instants, ink });
    if (answer.status !== 200) return null;
    this.forget();
    return answer.data.take;
  }
}
