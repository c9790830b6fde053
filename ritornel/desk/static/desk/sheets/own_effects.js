// Keeping builds as an effect of one's own, and taking those away that are not used any more.

import { footButtons, openDialog } from "../../parts/dialogs.js";
import { html, nothing } from "../../site/vendor/lit.js";

/** Asks what the builds that are selected shall be called as an effect, and keeps them. */
export function keepEffect(desk) {
  const { store, notice } = desk;
  const steps = [...store.steps];
  if (!steps.length) {
    notice.say("Select the builds to keep first: in the prompt book, or on the timeline; with Shift several.");
    return;
  }
  const slide = store.focus;
  let name = store.timed(steps[0])?.verb ?? "";
  const keep = (dialog) => {
    if (!name.trim()) return;
    store.edit({ do: "keep-effect", slide, steps, name: name.trim() });
    dialog.close();
  };
  const row = (effect) => html`<li class="found"><span>${effect.name} <span class="soft">${effect.builds === 1 ? "1 build" : `${effect.builds} builds`}</span></span>
    <button class="act" @click=${() => store.edit({ do: "forget-effect", name: effect.name })}>Take away</button></li>`;
  openDialog("Keep as an effect", (dialog) => html`<h2 class="page-title">Keep as an effect</h2>
    <form class="mt-3" @submit=${(event) => (event.preventDefault(), keep(dialog))}>
      <label>Its name <input class="field" id="effect-name" maxlength="300" autofocus .value=${name} @input=${(event) => (name = event.target.value)}></label>
      <p class="soft mt-2">${steps.length === 1 ? "This build" : `These ${steps.length} builds`} will be among those that B offers, in this show. One of the same name is replaced.</p>
      ${footButtons(html`<button class="act-main">Keep it</button>`, html`<button type="button" class="act" @click=${() => dialog.close()}>Leave</button>`)}
    </form>
    ${store.shown.show.effects.length ? html`<ul class="found-list">${store.shown.show.effects.map(row)}</ul>` : nothing}`, { width: "460px", store });
}
