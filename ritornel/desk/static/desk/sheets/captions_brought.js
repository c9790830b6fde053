// A file of captions dropped on the desk: script, marks and captions of the slide in focus, or of all slides by their times.

import { send } from "../../site/sending.js";
import { minutes } from "../../site/times.js";
import { html, nothing } from "../../site/vendor/lit.js";
import { footButtons, openDialog } from "../../parts/dialogs.js";
import { choice } from "../../parts/fields.js";
import { languageChoices } from "../../parts/languages.js";

export async function bringCaptions({ store, notice }, file) {
  const { status, data } = await send("/shows/captioned", file);
  if (status !== 200) return notice.leave([`${file.name}: ${data.error ?? "there is no line to the server just now; drop it again"}`]);
  const { captions } = data;
  const ends = captions.at(-1)[1];
  const off = (length) => Math.abs(Math.log(Math.max(1, length) / Math.max(1, ends)));
  const own = store.shown.show.language;
  let language = own;
  const onSlide = Boolean(store.slide) && off(store.length()) <= off(store.shown.length);
  const chosen = await openDialog("Where the captions go", (dialog) => {
    const button = (label, value, main) => html`<button class=${main ? "act-main" : "act-quiet"} ?autofocus=${main} @click=${() => dialog.close({ slide: value })}>${label}</button>`;
    const tell = (tag) => {
      language = tag;
      dialog.update();
    };
    return html`<h2 class="page-title">${file.name}</h2>
      <p class="sentence mt-2">${captions.length === 1 ? "1 caption" : `${captions.length} captions`} in ${choice("Language of the captions", language, languageChoices([own]), tell)}, to ${minutes(ends)}.
        ${language === own ? "What they say becomes the script, with its cues where they come now." : "They stand beside those of the script."}</p>
      ${footButtons(store.slide ? button("Onto this slide", store.focus, onSlide) : nothing, button("Onto all slides, by their times", "", !onSlide), html`<button class="act" @click=${() => dialog.close()}>Leave them</button>`)}`;
  }, { width: "560px" });
  if (chosen) await store.edit({ do: "take-captions", captions, slide: chosen.slide, ...(language === own ? {} : { language }) });
}
