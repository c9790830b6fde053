// The way to the server: sends what lies in the journal, in order, until it is answered.

import { send } from "../../site/sending.js";

const MOST = 50;
const NO_ROOM = 507;
const STANDS = ["signed-out", "gone", "barred"];
const RETRY_MS = [300, 1000, 2000, 4000];

/**
 * `state` is "quiet" (all is answered), "sending", "unreachable" (it goes on by itself), "signed-out", "gone" or "barred"
 * (it goes on when asked to). `answered(data, entries)` gets every answer; `turned()` is called when the state has changed.
 */
export class Line {
  constructor({ address, journal, have, near, answered, turned }) {
    Object.assign(this, { address, journal, have, near, answered, turned });
    this.state = "quiet";
    this.tries = 0;
    this.alone = false;
  }

  /** Whether something is not answered yet. */
  get busy() {
    return this.journal.entries.length > 0;
  }

  /** Nothing of this page is kept any more: `why` says it. */
  bar(why) {
    this.why = why;
    this.set("barred");
  }

  set(state) {
    if (this.state === state) return;
    this.state = state;
    this.turned();
  }

  /** Sends until all is answered, or it must wait for the user. Only one sends at a time. */
  async run() {
    if (this.running) return;
    this.running = true;
    for (let batch; (batch = this.journal.sendable(this.alone ? 1 : MOST)).length; ) {
      if (this.state !== "unreachable") this.set("sending");
      const { status, data } = await send(`${this.address}edit`, {
        page: batch[0].page,
        have: this.have(),
        commands: batch.map(({ id, base, command }) => ({ id, base, command })),
        near: this.near(),
      });
      if (!(await this.take(status, data, batch))) break;
    }
    this.running = false;
    if (!STANDS.includes(this.state)) this.set(this.busy ? "sending" : "quiet");
  }

  /** Takes an answer; false if sending must stop here. */
  async take(status, data, batch) {
    if (data.results) {
      this.tries = 0;
      this.alone = false;
      this.set("sending");
      this.journal.remove(batch.map((entry) => entry.id));
      this.answered(data, batch);
      return true;
    }
    if (status === 401 || status === 403 || status === 404) {
      if (status === 403 && data.error) this.bar(data.error);
      else this.set(status === 404 ? "gone" : "signed-out");
      return false;
    }
    if (status === 400 || status === 413) {
      this.refused(data, batch);
      return true;
    }
    this.why = status === NO_ROOM ? data.error : "no line to the server";
    this.set("unreachable");
    await this.pause(RETRY_MS[Math.min(this.tries++, RETRY_MS.length - 1)]);
    return true;
  }

  /** A request that cannot even be read: its commands are sent one by one, and the one that is to blame is taken out. */
  refused(data, batch) {
    if (batch.length > 1) {
      this.alone = true;
      return;
    }
    this.alone = false;
    this.journal.remove([batch[0].id]);
    this.answered({ results: [{ id: batch[0].id, done: false, error: data.error ?? "that could not be kept" }] }, batch);
  }

  pause(ms) {
    return new Promise((resolve) => {
      this.hurry = resolve;
      setTimeout(resolve, ms);
    });
  }

  /** Tries at once: someone signed in again, the network is back, or the user asks for it. */
  again() {
    if (STANDS.includes(this.state)) this.state = "sending";
    this.hurry?.();
    this.run();
  }
}
