// The head of the contact sheet: title, length, finding, how wide the slides are, the way to the desk.

import { html, nothing } from "../site/vendor/lit.js";
import { minutes } from "../site/times.js";
import { Pane } from "../parts/pane.js";

export function headPane(contact) {
  const { store, addresses } = contact;
  return new Pane(document.getElementById("head"), {
    shows: () => [store.shown.show, store.shown.length, store.shown.order, store.line.state, store.line.busy, contact.sheet.alike, contact.told.hits],
    draw: (show, length, order) => {
      const { hits } = contact.told;
      const places = hits ? [...hits.values()].reduce((sum, found) => sum + found.length, 0) : 0;
      const found = hits ? (places ? `${places === 1 ? "1 place" : `${places} places`} on ${hits.size === 1 ? "1 slide" : `${hits.size} slides`}` : "nowhere") : "";
      return html`<a class="word-mark pr-3 border-r border-rule" href=${addresses.list}>Ritornel</a>
        <h1 class="contact-title">${show.title}</h1>
        <span class="desk-length ${show.target !== null && length > show.target ? "is-over" : ""}" id="length" data-ms=${length}>${minutes(length)}</span>
        ${show.target === null ? nothing : html`<span class="soft">of ${minutes(show.target)}</span>`}
        <span class="soft whitespace-nowrap">${order.length === 1 ? "1 slide" : `${order.length} slides`}, ${show.chapters.length === 1 ? "1 chapter" : `${show.chapters.length} chapters`}</span>
        <span class="soft" role="status" id="kept">${store.line.state === "unreachable" ? `not kept yet: ${store.line.why}` : store.line.busy ? "keeping…" : ""}</span>
        <span class="flex-1"></span>
        <label class="soft">Find <input class="field contact-find" id="find" type="search" maxlength="200" @input=${(event) => contact.told.find(event.target.value)} @keydown=${(event) => leap(contact, event)}></label>
        <span class="soft whitespace-nowrap" role="status" id="found">${found}</span>
        <button class="act" id="widths" title="As wide as they last, or all alike (W)" @click=${() => contact.sheet.turnWidths()}>${contact.sheet.alike ? "all alike" : "as wide as they last"}</button>
        <a class="act text-plum" href=${addresses.desk}>To the desk</a>`;
    },
  });
}

/** Enter goes from hit to hit, Escape gives up looking. */
function leap(contact, event) {
  if (event.key === "Escape") {
    event.target.value = "";
    contact.told.find("");
    event.target.blur();
  }
  if (event.key !== "Enter") return;
  const next = contact.told.next(contact.sheet.here);
  if (!next) return;
  contact.sheet.choose(next);
  event.target.focus();
}
