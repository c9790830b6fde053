// The script on the lectern: what has been said is dimmed, the present passage is bright.

import { el } from "../site/dom.js";

export class ScriptPage {
  /**
   * `slides` are, in order, {passages, groups}: the passages as the engine divides the script, one for each group. Those
   * behind the first `planned` are skipped, and can be called for.
   */
  constructor(root, order, slides, planned = order.length) {
    this.words = [];
    slides.forEach((slide, index) => {
      root.append(el("h2", { data: { slide: index, cue: 0 } }, index < planned ? `${index + 1}  ${order[index][3]}` : `${order[index][3]} (skipped)`, slide.speaks ? el("i", {}, `  ${slide.speaks}`) : null));
      slide.groups.forEach((_, cue) => {
        const text = slide.passages[cue];
        const span = el("span", { data: { slide: index, cue } }, cue ? el("b", {}, String(cue)) : null, text || (cue ? "" : "…"), " ");
        this.words.push({ span, slide: index, cue });
        root.append(span);
      });
    });
    root.addEventListener("click", ({ target }) => {
      const place = target.closest("[data-slide]")?.dataset;
      if (place && !String(getSelection())) this.clicked(Number(place.slide), Number(place.cue));
    });
  }

  /** Called with a slide and a cue when its words, or its heading, are clicked. */
  clicked() {}

  /** Marks where the show is. */
  mark(place) {
    const behavior = matchMedia("(prefers-reduced-motion: reduce)").matches ? "auto" : "smooth";
    for (const { span, slide, cue } of this.words) {
      const here = slide === place.slide && cue === place.cue;
      span.classList.toggle("is-said", slide < place.slide || (slide === place.slide && cue < place.cue));
      span.classList.toggle("is-now", here);
      if (here) span.scrollIntoView({ block: "center", behavior });
    }
  }
}
