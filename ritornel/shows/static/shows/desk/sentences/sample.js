// A live sample: a small stage that shows one motion half way, and plays it while the pointer is on it.

import { Stage } from "../../../site/play/stage.js";

const RESTS_MS = 500;
const HALF_WAY = 0.45;

const seen = new IntersectionObserver((entries) => {
  for (const { target, isIntersecting } of entries) if (isIntersecting) target.sample?.begin();
});

export class Sample {
  /** `motion()` gives {play, length, frame(time)} when the sample comes into sight; null while it is on its way. */
  constructor(root, motion) {
    Object.assign(this, { root, motion });
    root.sample = this;
    this.listeners = new AbortController();
    const { signal } = this.listeners;
    root.addEventListener("pointerenter", () => this.run(), { signal });
    root.addEventListener("pointerleave", () => this.rest(), { signal });
    seen.observe(root);
  }

  begin() {
    seen.unobserve(this.root);
    this.moves = this.motion();
    if (!this.moves) return;
    this.root.replaceChildren();
    const place = this.root.appendChild(document.createElement("div"));
    this.stage = new Stage(place, this.moves.play);
    this.moves.fitted?.(this.stage, this.root);
    this.rest();
  }

  rest() {
    cancelAnimationFrame(this.frame);
    this.frame = null;
    this.stage?.show(this.moves.frame(this.moves.length * HALF_WAY));
  }

  run() {
    if (!this.stage || this.frame || matchMedia("(prefers-reduced-motion: reduce)").matches) return;
    const began = performance.now();
    const tick = (now) => {
      const { length, frame } = this.moves;
      this.stage.show(frame(Math.min(length, (now - began) % (length + RESTS_MS))));
      this.frame = requestAnimationFrame(tick);
    };
    this.frame = requestAnimationFrame(tick);
  }

  leave() {
    cancelAnimationFrame(this.frame);
    seen.unobserve(this.root);
    this.listeners.abort();
    this.stage?.watcher.disconnect();
    this.root.replaceChildren();
    this.root.sample = null;
  }
}
