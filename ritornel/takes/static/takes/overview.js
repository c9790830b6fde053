// All slides at once: one is chosen by a click, or by arrow keys and Enter, and the run goes there.

import { byKey } from "../parts/arrows.js";
import { openDialog } from "../parts/dialogs.js";
import { html, nothing } from "../site/vendor/lit.js";
import { minutes } from "../site/times.js";

/** With `find` one writes part of a title or of a script at once. */
export function openOverview(run, find = false) {
  const { play, plan, page, live } = run;
  const choose = (dialog, slide) => {
    dialog.close();
    run.goTo(slide);
  };
  const walk = (event) => {
    if (!event.key.startsWith("Arrow")) return;
    const next = byKey([...event.currentTarget.parentElement.children], event.currentTarget, event.key);
    event.preventDefault();
    next?.focus();
  };
  let written = "";
  const wordsOf = (n) => `${play.order[n][3]} ${plan[n].passages.join(" ")}`.toLowerCase();
  const fits = (n) => written.toLowerCase().split(/\s+/).every((word) => wordsOf(n).includes(word));
  openDialog("All slides", (dialog) => html`<h2 class="page-title">All slides</h2>
    <input class="field overview-find" type="search" aria-label="Part of a title or of a script" placeholder="part of a title, or of a script" @input=${(event) => {
      written = event.target.value.trim();
      dialog.update();
    }} @keydown=${(event) => {
      const first = play.order.findIndex((_, n) => fits(n));
      if (event.key === "Enter" && first >= 0) choose(dialog, play.order[first][0]);
    }}>
    <div class="overview">${play.order.map(([name, start, , title], n) => html`<button ?hidden=${!fits(n)} class="overview-slide ${n === live.slide ? "is-now" : ""}" @click=${() => choose(dialog, name)} @keydown=${walk}>
      <img src=${page.pictures[n]} alt="" loading="lazy"><span><b>${n < play.planned ? n + 1 : nothing}</b> ${title}</span><span class="soft">${n < play.planned ? minutes(start) : "skipped"}</span></button>`)}</div>`, { width: "min(1100px, 94vw)" });
  document.querySelector(find ? ".overview-find" : ".overview-slide.is-now")?.focus();
}
