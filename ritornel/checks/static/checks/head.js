// The head of the line check: the show, how much of what was found, and in which order it is shown.

import { html, nothing } from "../site/vendor/lit.js";
import { minutes } from "../site/times.js";
import { Pane } from "../parts/pane.js";
import { GROUPINGS } from "./findings.js";

export function headPane(check) {
  const { store, addresses, findings } = check;
  return new Pane(document.getElementById("head"), {
    shows: () => [store.shown.show.title, store.shown.length, store.line.state, store.line.busy, findings.by],
    draw: (title, length, state, busy, by) => html`<a class="word-mark pr-3 border-r border-rule" href=${addresses.list}>Ritornel</a>
      <h1 class="contact-title"><span class="soft font-normal">Line check of</span> ${title}</h1>
      <span class="desk-length" id="length" data-ms=${length}>${minutes(length)}</span>
      <span class="soft" role="status" id="kept">${state === "unreachable" ? `not kept yet: ${store.line.why}` : busy ? "keeping…" : nothing}</span>
      <span class="flex-1"></span>
      <span class="check-by" role="group" aria-label="In which order">${GROUPINGS.map((name) => html`<button aria-pressed=${String(name === by)} @click=${() => findings.turn(name)}>by ${name}</button>`)}</span>
      <a class="act text-plum" href=${addresses.desk}>To the desk</a>
      <a class="act-main" href=${addresses.publish}>Publish</a>`,
  });
}
