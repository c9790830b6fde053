// A sound that was brought: on this slide, or as bed under the show, beside the beds that lie there or instead of one?

import { html, nothing } from "../../site/vendor/lit.js";
import { footButtons, openDialog } from "../../parts/dialogs.js";
import { newId } from "../../parts/state/ids.js";
import { choice } from "../../parts/fields.js";

const BESIDE = "";

/**
 * Asks where a sound goes: resolves to "voice" of this slide, "voices" of several, "slide", {instead} of a bed ("" for
 * beside them), or null if it was left. What is likely comes first.
 */
export function askForPlace({ store }, asset) {
  let instead = usually(store);
  const isVoice = mayBeVoice(store, asset);
  return openDialog("Where the sound goes", (dialog) => {
    const where = besideOrInstead(store, instead, (chosen) => (instead = chosen));
    const way = (label, value, title, main = false) => html`<button class=${main ? "act-main" : "act-quiet"} title=${title} ?autofocus=${main} @click=${() => dialog.close(value)}>${label}</button>`;
    const voice = store.slide ? way("The slide's voice", "voice", "The slide lasts as its voice", isVoice) : nothing;
    const here = way("On this slide", "slide", "It starts with the slide, or on a cue", !isVoice);
    return html`<h2 class="page-title">${asset.name}</h2>
      <p class="mt-2">As its voice the slide lasts as long as it; on the slide it starts with the slide, or on a cue.</p>
      <p class="sentence mt-2">As bed it lies under the whole show${where === nothing ? "." : html`, ${where}.`}</p>
      ${footButtons(isVoice ? [voice, here] : [here, voice], way("As bed", { instead }, "It lies under the whole show"),
        spoken(store) ? way("One voice for the slides", "voices", "Cut where the words of one script end and the next begin") : nothing,
        html`<button class="act" @click=${() => dialog.close()}>Only into the library</button>`)}`;
  }, { width: "700px" });
}

const SLOWEST = 2.2; // times as long as its script should take

/** Whether a sound may well be the voice of the slide in focus: it has a script, and takes about as long. */
function mayBeVoice({ slide }, { length }) {
  const should = slide?.spoken.ms ?? 0;
  return should > 0 && length < SLOWEST * should && length > should / SLOWEST;
}

/** Whether two slides have a script that a recording could say. */
function spoken({ shown }) {
  return Object.values(shown.briefs).filter((brief) => brief.scripted).length > 1;
}

/** What is most often meant: in the place of the one bed that there is. */
export function usually({ shown }) {
  const { beds } = shown.show;
  return beds.length === 1 ? beds[0].id : BESIDE;
}

/** The words by which one chooses; nothing where no bed lies. */
export function besideOrInstead({ shown }, instead, set) {
  const { beds } = shown.show;
  if (!beds.length) return nothing;
  const names = beds.map((bed) => [bed.id, `instead of ${bedWords(shown, bed)}`]);
  return choice("Beside the beds, or instead of one", instead, [...names, [BESIDE, beds.length > 1 ? "beside the beds that lie there" : `beside ${bedWords(shown, beds[0])}`]], set, "bed-place");
}

/** The command that lays a sound under the show. */
export function laid({ shown }, asset, instead) {
  const there = shown.show.beds.some((bed) => bed.id === instead);
  return there ? { do: "set-bed", bed: instead, values: { asset: asset.id } } : { do: "add-bed", id: newId("bed"), values: { asset: asset.id } };
}

/** A bed by the name of its sound. */
function bedWords({ assets }, bed) {
  const name = assets[bed.asset]?.name;
  return name ? `“${name}”` : "the bed whose sound is gone";
}
