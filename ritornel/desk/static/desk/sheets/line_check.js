// The line check: everything that was found, each with a way there and, where there is one, a mend.

import { sentence } from "../../parts/words.js";
import { footButtons, openDialog } from "../../parts/dialogs.js";
import { html, nothing } from "../../site/vendor/lit.js";

export function openLineCheck(desk) {
  const { store } = desk;
  const go = (finding, dialog) => {
    dialog.close();
    goTo(desk, finding);
  };
  const row = (finding, dialog) => html`<li class="found"><span>${sentence(finding.message)}</span>
    <span class="found-acts">${mendButton(desk, finding)}<button class="act" @click=${() => go(finding, dialog)}>Go there</button></span></li>`;
  return openDialog("Line check", (dialog) => html`<h2 class="page-title">Line check</h2>
    ${store.shown.findings.length ? html`<ul class="found-list">${store.shown.findings.map((finding) => row(finding, dialog))}</ul>` : html`<p class="mt-3">Nothing is wrong that can be found.</p>`}
    ${footButtons(html`<button class="act" @click=${() => dialog.close()}>Close</button>`)}`, { width: "640px", store });
}

/** What puts a finding right, as a button. */
export function mendButton({ store }, { mend }) {
  return mend ? html`<button class="act" @click=${() => store.edit(mend.command)}>${mend.words}</button>` : nothing;
}

function goTo({ store, stage }, { slide, build, object }) {
  store.focusSlide(slide);
  const timed = build && store.timed(build);
  if (build) store.select("steps", [build]);
  else if (object) store.select("objects", [object]);
  if (timed) stage.scrub(store.start(slide) + timed.start);
}
