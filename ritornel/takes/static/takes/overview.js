// All slides at once: one is chosen by a click, or by arrow keys and Enter, and the run goes there.

import { byKey } from "../parts/arrows.js";
import { openDialog } from "../parts/dialogs.js";
import { html } from "../site/vendor/lit.js";
import { minutes } from "../site/times.js";

export function openOverview(run) {
  const { play, page, live } = run;
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
  openDialog("All slides", (dialog) => html`<h2 class="page-title">All slides</h2>
    <div class="overview">${play.order.map(([name, start, , title], n) => html`<button class="overview-slide ${n === live.slide ? "is-now" : ""}" @click=${() => choose(dialog, name)} @keydown=${walk}>
      <img src=${page.pictures[n]} alt="" loading="lazy"><span><b>${n + 1}</b> ${title}</span><span class="soft">${minutes(start)}</span></button>`)}</div>`, { width: "min(1100px, 94vw)" });
  document.querySelector(".overview-slide.is-now")?.focus();
}
