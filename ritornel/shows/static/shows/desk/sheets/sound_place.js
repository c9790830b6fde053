// A sound that was dropped: on this slide, or as bed under the show?

import { html } from "../../../site/vendor/lit.js";
import { footButtons, openDialog } from "../dialogs.js";

/** Asks where a sound goes: resolves to "slide", "bed", or null if it was left. */
export function askForPlace({ store }, asset) {
  const [bed] = store.shown.show.beds;
  const instead = bed ? ` It takes the place of ${bedWords(store, bed)}.` : "";
  return openDialog("Where the sound goes", (dialog) => html`
    <h2 class="page-title">${asset.name}</h2>
    <p class="mt-2">On this slide it starts with the slide, or on a cue. As bed it lies under the whole show.${instead}</p>
    ${footButtons(
      html`<button class="act-main" @click=${() => dialog.close("slide")}>On this slide</button>`,
      html`<button class="act-quiet" @click=${() => dialog.close("bed")}>As bed</button>`,
      html`<button class="act" @click=${() => dialog.close()}>Only into the library</button>`,
    )}`, { width: "440px" });
}

/** A bed by the name of its sound. */
export function bedWords({ shown }, bed) {
  const name = shown.assets[bed.asset]?.name;
  return name ? `“${name}”` : "the bed that is there";
}
