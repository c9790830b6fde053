// What is being dragged: a command that is shown without being kept, a sketch at once, what the server computes as soon as
// it has.

import { send } from "../../site/sending.js";
import { residual } from "./sketches.js";
import { withAnswer } from "./states.js";

const LONGEST_REST_MS = 100;

export class Trial {
  constructor(store) {
    Object.assign(this, { store, now: null, asking: false, from: store.kept });
  }

  get underWay() {
    return this.now !== null;
  }

  /** Shows what a command would give. */
  of(command) {
    this.now ??= {};
    this.now.command = command;
    this.store.compose();
    this.ask();
  }

  /** Asks what a drag would give, again and again; as long as an answer took, the drag has the machine for itself. */
  async ask() {
    if (this.asking) return;
    this.asking = true;
    for (let now; (now = this.now) && now.asked !== now.command; ) {
      const { store } = this;
      const { command } = now;
      const { revision } = store.kept;
      now.asked = command;
      const start = performance.now();
      const before = store.journal.entries.map((entry) => entry.command).filter((one) => typeof one === "object");
      const { status, data } = await send(`${store.address}try`, { commands: [...before, command], near: store.near() });
      if (status === 200 && this.now === now && [store.kept.revision, data.revision].every((one) => one === revision)) {
        now.answer = { state: withAnswer(store.kept, data), command };
        store.compose();
      }
      const rest = Math.min(performance.now() - start, LONGEST_REST_MS);
      await new Promise((resolve) => setTimeout(resolve, rest));
    }
    this.asking = false;
  }

  /** The state with the trial in it; `from` is what it is without. */
  over(from) {
    this.from = from;
    return this.now ? this.result(this.now.command) : from;
  }

  /** What a command gives, as far as it was computed for one like it. */
  result(command) {
    const { answer } = this.now;
    if (!answer) return this.store.sketched(this.from, command);
    return this.store.sketched(answer.state, residual(command, answer.command));
  }

  /** Leaves all as it was. */
  leave() {
    this.now = null;
    this.store.compose();
  }

  /** Ends it: what stands on show until what is kept comes back; null if nothing was tried. */
  end(command) {
    const shown = this.now && this.result(command);
    this.now = null;
    return shown;
  }
}
