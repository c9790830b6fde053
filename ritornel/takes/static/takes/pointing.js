// Pointing at the picture while a show runs, bringing it nearer, and a clock on the stage for a break: by keys.

import { OverStage, followPointer } from "./over_stage.js";

const KINDS = [null, "spot", "ring", "dimmed"];
const SAID = { spot: "A spot of light follows the pointer", ring: "A ring follows the pointer", dimmed: "All but where the pointer is is dimmed" };
const NEARER = 2.2;
const MINUTE_MS = 60_000;

export const POINTING_KEYS = ["Pointing", [["R", "a spot of light, a ring, all else dimmed, no pointer"], ["Z", "the picture nearer where the pointer is, and back"], ["T", "a clock on the stage for a break; 5 T: five minutes, counted down"]]];

/** `run` has {lectern, inking, play, channel, say}. */
export class Pointing {
  constructor(run) {
    const { lectern, inking, play } = run;
    Object.assign(this, { run, kind: null, near: null, rest: null, x: play.width / 2, y: play.height / 2 });
    this.over = new OverStage(lectern.now, inking.layer, play);
    followPointer(lectern.now.root, play, (x, y) => this.at(x, y));
  }

  get state() {
    const { kind, x, y, near, rest } = this;
    return { pointer: kind && { kind, x, y }, near, rest };
  }

  /** The pointer is elsewhere on the stage, here or in the stage window. */
  at(x, y) {
    Object.assign(this, { x, y });
    if (this.kind) this.tell();
  }

  tell() {
    this.over.show(this.state);
    this.run.channel.postMessage({ over: this.state });
  }

  point() {
    this.kind = KINDS[(KINDS.indexOf(this.kind) + 1) % KINDS.length];
    this.run.say(SAID[this.kind] ?? "No pointer");
    this.tell();
  }

  bring() {
    this.near = this.near ? null : { x: this.x, y: this.y, scale: NEARER };
    this.tell();
  }

  /** A clock, or so many minutes counted down, until it is asked for again or a cue is given. */
  clock(count) {
    this.rest = this.rest ? null : { until: count ? Date.now() + count * MINUTE_MS : null };
    if (this.rest) this.run.say(count ? `The stage counts down ${count} min. Any cue brings the picture back.` : "The stage shows a clock. Any cue brings the picture back.");
    this.tell();
  }

  get keys() {
    return { r: () => this.point(), z: () => this.bring(), t: (count) => this.clock(count) };
  }
}
