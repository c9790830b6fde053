// Pointing at the picture while a show runs, bringing it nearer, and a clock on the stage for a break: by keys.

import { OverStage, followPointer } from "./over_stage.js";

const COLOURS = { spot: "#ffeeb0", ring: "#ffd23f", dimmed: "#000000" };
const LEAST_STEP = 1.5; // stage units, and
const LEAST_MS = 40;
const MOST_POINTS = 5_900;
const KINDS = [null, ...Object.keys(COLOURS)];
const SAID = { spot: "A spot of light follows the pointer", ring: "A ring follows the pointer", dimmed: "All but where the pointer is is dimmed" };
const NEARER = 2.2;
const MINUTE_MS = 60_000;

/** Whether what was kept of a run is where was pointed, and not what was drawn. */
export const isPointer = (tool) => tool in COLOURS;

export const POINTING_KEYS = ["Pointing", [["R", "a spot of light, a ring, all else dimmed, no pointer"], ["Z", "the picture nearer where the pointer is, and back"], ["T", "a clock on the stage for a break; 5 T: five minutes, counted down"]]];

/** `run` has {lectern, inking, play, channel, say}. */
export class Pointing {
  constructor(run) {
    const { lectern, inking, play } = run;
    Object.assign(this, { run, kind: null, near: null, rest: null, trace: null, x: play.width / 2, y: play.height / 2 });
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
    if (!this.kind) return;
    this.tell();
    this.leaveTrace();
  }

  /** Where it went is kept with the run, with the times of its slide, as what a hand drew is. */
  leaveTrace() {
    const { inking, live } = this.run;
    const time = inking.time;
    if (!this.kind || !live.running) return;
    const { tool, points } = this.trace ?? {};
    if (tool !== this.kind || points.length >= MOST_POINTS) return this.beginTrace(time);
    const [x, y, at] = points.at(-1);
    if (time - at >= LEAST_MS && Math.hypot(this.x - x, this.y - y) >= LEAST_STEP) points.push(this.placed(time));
    return undefined;
  }

  beginTrace(time) {
    this.endTrace(time);
    this.trace = { tool: this.kind, colour: COLOURS[this.kind], width: 6, points: [this.placed(time)] };
    this.run.inking.trace(this.trace);
  }

  endTrace(time = this.run.inking.time) {
    if (this.trace) this.trace.gone = Math.max(time, this.trace.points.at(-1)[2]);
    this.trace = null;
  }

  placed(time) {
    return [Math.round(this.x * 10) / 10, Math.round(this.y * 10) / 10, time, 0.5];
  }

  /** Another slide: what is pointed at there is another trace. */
  fresh() {
    this.trace = null;
    this.leaveTrace();
  }

  tell() {
    this.over.show(this.state);
    this.run.channel.postMessage({ over: this.state });
  }

  point() {
    this.kind = KINDS[(KINDS.indexOf(this.kind) + 1) % KINDS.length];
    this.run.say(SAID[this.kind] ?? "No pointer");
    if (this.kind) this.leaveTrace();
    else this.endTrace();
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
