// A strip of all slides at the foot of the lectern: the one that is on in the middle, any other a press away.

import { byKey } from "../parts/arrows.js";
import { el } from "../site/dom.js";

const SEEN = "lectern/strip";

/** `run` has {play, page, goTo}. */
export class Strip {
  constructor(root, run) {
    Object.assign(this, { root, run, slides: [] });
    const { play, page } = run;
    for (const [n, [name, , , title]] of play.order.entries()) {
      const words = n < play.planned ? `${n + 1} ${title}` : `${title}, skipped`;
      const button = el("button.foot-slide", { title: words, "aria-label": words, onclick: () => run.goTo(name), onkeydown: (event) => this.walk(event) },
        el("img", { src: page.pictures[n], alt: "", loading: "lazy" }), el("span", {}, n < play.planned ? String(n + 1) : "–"));
      button.classList.toggle("is-skipped", n >= play.planned);
      this.slides.push(button);
    }
    root.append(...this.slides);
    this.show(localStorage.getItem(SEEN) === "yes");
  }

  turn() {
    this.show(this.root.hidden);
    localStorage.setItem(SEEN, this.root.hidden ? "no" : "yes");
  }

  show(seen) {
    this.root.hidden = !seen;
    document.getElementById("strip-turn").setAttribute("aria-pressed", String(seen));
    if (seen) this.mark(this.at ?? 0, true);
  }

  mark(slide, anew = false) {
    if (slide === this.at && !anew) return;
    this.slides[this.at]?.removeAttribute("aria-current");
    this.at = slide;
    this.slides[slide]?.setAttribute("aria-current", "true");
    if (!this.root.hidden) this.slides[slide]?.scrollIntoView({ block: "nearest", inline: "center" });
  }

  walk(event) {
    if (!["ArrowLeft", "ArrowRight"].includes(event.key)) return;
    event.preventDefault();
    event.stopPropagation(); // it gives no cue
    byKey(this.slides, event.currentTarget, event.key)?.focus();
  }
}
