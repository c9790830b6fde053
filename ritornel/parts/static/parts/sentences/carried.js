// Under the sentence of a transition that carries: what is carried, what goes and what comes, and matches made by hand.

import { html, nothing } from "../../site/vendor/lit.js";

/** The list; `set(carried)` sets what is matched by hand, `given` is what is so far. */
export function carriedList({ pairs, goes, comes }, given, set) {
  const match = (id, old) => set({ ...given, [id]: old });
  const forget = () => set({});
  return html`<div class="carried">
    ${pairs.map((pair) => html`<div class="carried-row"><span>${pair.name}</span><span class="soft">${pair.blends ? "goes on, changed" : "goes on"}</span><button class="act" @click=${() => match(pair.new, "")}>Part them</button></div>`)}
    ${comes.map((thing) => html`<div class="carried-row"><span>${thing.name}</span><span class="soft">comes in</span>
      ${goes.length ? html`<select class="field" aria-label="What ${thing.name} was before" @change=${(event) => event.target.value && match(thing.id, event.target.value)}><option value="">was not there</option>${goes.map((old) => html`<option value=${old.id}>was ${old.name}</option>`)}</select>` : nothing}</div>`)}
    ${goes.map((thing) => html`<div class="carried-row"><span>${thing.name}</span><span class="soft">goes out</span></div>`)}
    ${Object.keys(given).length ? html`<button class="act" @click=${forget}>As they match by themselves</button>` : nothing}</div>`;
}
