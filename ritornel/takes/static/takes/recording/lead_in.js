// What comes before one speaks: the seconds before the slide, then the count.

import { evaluate } from "../../play/evaluate.js";
import { Sound } from "../../play/sound.js";

const BEFORE_MS = 3000;
const BEATS = ["three", "two", "one"];
const BEAT_MS = 650;

/** `recording` is led in as long as it stays in the state that it is brought to. */
export class LeadIn {
  constructor(recording) {
    this.recording = recording;
  }

  /** Plays the seconds before a slide. Resolves to whether that was not stopped. */
  async playBefore(slide) {
    const { recording } = this;
    const { play, lectern } = recording;
    if (!slide) return true;
    recording.to("before");
    const end = play.order[slide][1];
    const from = Math.max(0, end - BEFORE_MS);
    this.sound ??= new Sound(play, lectern.now, () => {});
    await this.sound.ready(slide - 1, from);
    const since = performance.now();
    return new Promise((resolve) => {
      const draw = () => {
        const time = from + performance.now() - since;
        if (time >= end - 1 || recording.state !== "before") {
          this.sound.stop();
          resolve(recording.state === "before");
          return;
        }
        lectern.now.show(evaluate(play, time));
        this.sound.follow(Math.max(0, play.order.findLastIndex(([, start]) => start <= time)), time, true);
        requestAnimationFrame(draw);
      };
      draw();
    });
  }

  /** Counts in. Resolves to whether that was not stopped. */
  async count() {
    const { recording } = this;
    recording.to("counting");
    for (const beat of BEATS) {
      recording.say(`It begins: ${beat}`);
      await new Promise((resolve) => setTimeout(resolve, BEAT_MS));
      if (recording.state !== "counting") return false;
    }
    recording.say("");
    recording.saying = null;
    return true;
  }
}
