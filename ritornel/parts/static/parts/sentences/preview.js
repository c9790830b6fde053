// Something shown on the stage that is not in the show: what a choice would do, again and again, while it is looked at.

const RESTS_MS = 600;

export class Preview {
  /** `show(frame, play)` draws, `ended()` when it is over. */
  constructor(show, ended) {
    Object.assign(this, { show, ended, motion: null });
  }

  /** Shows a motion, {length, play, frame(time)}; null ends it. */
  of(motion) {
    cancelAnimationFrame(this.waiting);
    const was = this.motion;
    this.motion = motion;
    if (motion) this.begin(motion);
    else if (was) this.ended();
  }

  begin({ length, play, frame }) {
    const calm = matchMedia("(prefers-reduced-motion: reduce)").matches;
    const began = performance.now();
    const tick = (now) => {
      this.show(frame(calm ? length / 2 : Math.min(length, Math.max(0, now - began) % (length + RESTS_MS))), play);
      if (!calm) this.waiting = requestAnimationFrame(tick);
    };
    tick(began);
  }
}
