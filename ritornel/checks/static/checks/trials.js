// What a mend would make of its slide: asked for when a finding is looked at, so that it is seen before it is kept.

import { send } from "../site/sending.js";
import { nameOf } from "./findings.js";

const RESTS_MS = 120;
const KEPT = 40;

export class Trials {
  constructor(check) {
    Object.assign(this, { check, known: new Map() });
  }

  /** What is known of the mend of a finding: {before, after, lengths}, {error}, or null while it is tried. */
  of(finding) {
    const name = `${this.check.store.kept.revision}\n${nameOf(finding)}`;
    if (this.known.has(name)) return this.known.get(name);
    if (this.asked !== name) {
      this.asked = name;
      clearTimeout(this.resting);
      this.resting = setTimeout(() => this.try(name, finding), RESTS_MS);
    }
    return null;
  }

  async try(name, { slide, mend }) {
    const { store, addresses } = this.check;
    if (!store.settled) return this.later(name);
    const { status, data } = await send(addresses.trial, { slide, command: mend.command });
    if (status !== 200 && status !== 400) return this.later(name);
    this.known.set(name, status === 200 ? data : { error: data.error });
    if (this.known.size > KEPT) this.known.delete(this.known.keys().next().value);
    return store.changed();
  }

  later(name) {
    if (this.asked === name) this.asked = null;
    setTimeout(() => this.check.store.changed(), 1000);
  }
}
