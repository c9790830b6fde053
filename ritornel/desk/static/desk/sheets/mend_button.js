// What puts a finding right, as a button.

import { html, nothing } from "../../site/vendor/lit.js";

export function mendButton({ store }, { mend }) {
  return mend ? html`<button class="act" @click=${() => store.edit(mend.command)}>${mend.words}</button>` : nothing;
}
