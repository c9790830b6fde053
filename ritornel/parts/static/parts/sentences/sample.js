// A live sample: a small stage that shows one motion half way, and plays it while the pointer is on it.

import { Preview } from "./preview.js";
import { Stage } from "../../play/stage.js";

const HALF_WAY = 0.45;

const seen = new IntersectionObserver((entries) => {
  for (const { target, isIntersecting } of entries) if (isIntersecting) target.sample?.begin();
});

export class Sample {
  /** `motion()` gives {play, length, frame(time)} when the sample comes into sight; null while it is on its way. */
  constructor(root, motion) {
    Object.assign(this, { root, motion });
    root.sample = this;
    this.preview = new Preview((frame) => this.stage.show(frame), () => this.rest());
    this.listeners = new AbortController();
    const { signal } = this.listeners;
    root.addEventListener("pointerenter", () => this.stage && this.preview.of(this.moves), { signal });
    root.addEventListener("pointerleave", () => this.preview.of(null), { signal });
    seen.observe(root);
  }

  begin() {
    seen.unobserve(this.root);
    this.moves = this.motion();
    if (!this.moves) return;
    this.stage = new Stage(this.root.appendChild(document.createElement("div")), this.moves.play);
    this.moves.fitted?.(this.stage, this.root);
    this.rest();
  }

  rest() {
    this.stage?.show(this.moves.frame(this.moves.length * HALF_WAY));
  }

  leave() {
    this.preview.of(null);
    seen.unobserve(this.root);
    this.listeners.abort();
    this.stage?.watcher.disconnect();
    this.root.replaceChildren();
    this.root.sample = null;
  }
}
