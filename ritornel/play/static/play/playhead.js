// The playhead: where in the show we are, and whether time runs. Times in ms.

import { Ticking } from "../site/ticking.js";

/** Runs from `time` towards `end()`; calls `moved(time)` at every frame and every jump. */
export class Playhead {
  constructor({ end, moved, ended = () => {}, wrapped = () => {} }) {
    this.end = end;
    this.wrapped = wrapped;
    this.moved = moved;
    this.ended = ended;
    this.time = 0;
    this.playing = false;
    this.loop = null;
    this.until = null;
    this.speed = 1;
    this.ticking = new Ticking(() => this.tick());
  }

  /** Runs, up to an instant if one is given, else to the end. */
  play(until = null) {
    this.until = until;
    if (this.playing) return;
    if (this.time >= this.end()) this.time = 0;
    this.playing = true;
    this.anchor();
    this.ticking.start();
  }

  pause() {
    if (!this.playing) return;
    this.playing = false;
    this.ticking.stop();
    this.moved(this.time);
  }

  /** Jumps; keeps playing if it was. */
  seek(time) {
    this.time = Math.min(Math.max(0, time), this.end());
    this.anchor();
    this.moved(this.time);
  }

  anchor() {
    this.from = this.time;
    this.since = performance.now();
  }

  tick() {
    if (!this.playing) return false;
    this.time = this.from + (performance.now() - this.since) * this.speed;
    if (this.loop && this.time >= this.loop[1]) {
      this.time = this.loop[0] + Math.min(this.time - this.loop[1], this.loop[1] - this.loop[0]); // to the millisecond
      this.anchor();
      this.wrapped();
    } else if (this.time >= (this.until ?? this.end())) {
      this.time = this.until ?? this.end();
      this.playing = false;
      this.ticking.stop();
      this.moved(this.time);
      this.ended();
      return this.playing;
    }
    this.moved(this.time);
    return true;
  }
}
