// The line of the whole show along the top of the lectern: plan as ticks, a needle where one is, one where one should be.

import { el } from "../site/dom.js";
import { minutes } from "../site/times.js";

export class PaceLine {
  constructor(root, order, slides, length) {
    this.length = Math.max(1, length);
    for (const [index, [, start]] of order.entries()) {
      for (const group of slides[index].groups) {
        const tick = el("i");
        tick.style.left = this.share(start + (group.cue ? group.start : 0));
        if (group.cue) Object.assign(tick.style, { top: "9px", height: "5px" });
        root.append(tick);
      }
    }
    this.plan = el("div.lectern-needle.is-plan", { title: "where you should be" });
    this.here = el("div.lectern-needle", { title: "where you are" });
    root.append(this.plan, this.here);
    root.addEventListener("click", ({ clientX }) => {
      const { left, width } = root.getBoundingClientRect();
      this.clicked(Math.max(0, Math.min(this.length - 1, (this.length * (clientX - left)) / width)));
    });
  }

  /** Called with a time of the show when the line is clicked there. */
  clicked() {}

  share(time) {
    return `${Math.min(100, (100 * time) / this.length)}%`;
  }

  draw({ time, elapsed }) {
    this.here.style.left = this.share(time);
    this.plan.style.left = this.share(elapsed);
  }
}

/** Ahead or behind, and when this run would end: as core.time.takes.pace_at says. */
export function paceWords(ahead, length) {
  const whole = Math.round(Math.abs(ahead) / 1000);
  const words = whole === 0 ? "on time" : ahead > 0 ? `${whole} s ahead` : `${whole} s behind`;
  return `${words}, ending ${minutes(length - ahead)}`;
}
