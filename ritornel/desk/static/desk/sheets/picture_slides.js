// Pictures into slides: how they fit, how long they hold, how they come in, chosen once for all of them.

import { kindOf } from "../../parts/media/kinds.js";
import { html, nothing } from "../../site/vendor/lit.js";
import { minutes, readTime, seconds } from "../../site/times.js";
import { footButtons, openDialog } from "../../parts/dialogs.js";
import { uploadFiles } from "../../parts/media/uploading.js";
import { newIds } from "../../parts/state/ids.js";
import { check, choice } from "../../parts/fields.js";
import { besideOrInstead, laid, usually } from "./sound_place.js";
import { transitionToBe } from "../../parts/sentences/transitions.js";
import "../../parts/sentences/sentence.js";

const FITS = [["whole", "whole, with the ground around it"], ["fill", "filling the slide, cut at the edges"]];

/**
 * Asks once, takes the pictures in, and makes one slide of each after the slide in focus. The first of `sounds` that came
 * with them lies under the show as its bed, if one likes. Returns the sounds that are left to be placed.
 */
export async function openPictureSlides(desk, files, sounds = []) {
  const pictures = files.filter((file) => ["picture", "clip"].includes(kindOf(file, desk.files)));
  if (!pictures.length) {
    desk.notice.say("None of these files is a picture. Slides are made of png, jpg, webp, avif, svg or heic.");
    return sounds;
  }
  const clips = pictures.filter((file) => kindOf(file, desk.files) === "clip").length;
  const chosen = await askHow(desk, pictures.length - clips, clips, sounds[0]);
  if (!chosen) return sounds;
  const after = desk.store.focus;
  const taken = await uploadFiles(desk, pictures);
  const assets = taken.filter((asset) => ["picture", "clip"].includes(asset.kind));
  if (assets.length) await makeSlides(desk, assets, after, chosen);
  if (assets.length < pictures.length) desk.notice.say(assets.length ? `${assets.length} of ${pictures.length} are slides now.` : "None became a slide.", { stays: 0 });
  if (!chosen.bed) return sounds;
  const [music] = await uploadFiles(desk, sounds.slice(0, 1));
  if (music) await desk.store.edit(laid(desk.store, music, chosen.instead));
  return sounds.slice(1);
}

function askHow(desk, pictures, clips, sound) {
  const count = pictures + clips;
  const { store } = desk;
  const lies = store.shown.show.beds.length > 0;
  const how = { fit: "whole", hold: "4.0", bed: Boolean(sound) && !lies, instead: usually(store), transition: { ...store.vocabulary.defaults.transition, type: "fade", colour: "#000000" } };
  let redraw = () => {};
  const comesIn = transitionToBe(desk, () => how.transition, (transition) => redraw({ transition }));
  const draw = (dialog) => {
    const set = (values) => {
      Object.assign(how, values);
      dialog.update();
    };
    redraw = set;
    const hold = readTime(how.hold);
    const kind = store.vocabulary.transitions[how.transition.type];
    const comes = kind.instant ? 0 : (how.transition.duration ?? kind.duration);
    const each = hold === null || hold === undefined ? null : hold + comes;
    const told = each === null ? "" : `Each is on for ${seconds(each)} s: ${seconds(comes)} s to come in, then the hold. Together ${minutes(each * count)}.`;
    return html`<h2 class="page-title">${counted(pictures, clips)} into ${count === 1 ? "a slide" : "slides"}</h2>
      <p class="soft mt-1">In the order of their file names, one slide each.</p>
      <p class="sentence mt-3">Each stands ${choice("Picture", how.fit, FITS, (fit) => set({ fit }), "picture-fit")}
        and holds for <input class="field" id="picture-hold" aria-label="Hold, s" inputmode="decimal" .value=${how.hold} @input=${(event) => set({ hold: event.target.value })}> s.</p>
      <motion-sentence .subject=${comesIn}></motion-sentence>
      ${sound ? html`<p class="mb-2">${check(`“${sound.name}” lies under the show, from its beginning to its end`, how.bed, (on) => set({ bed: on }))}
        ${lies && how.bed ? html`<span class="sentence">${besideOrInstead(store, how.instead, (instead) => set({ instead }))}</span>` : nothing}</p>` : nothing}
      <p class="soft" role="status">${told}</p>
      ${hold === undefined ? html`<p class="notice notice-error" role="alert">Write the hold in seconds, such as 4.0, or leave it empty for the show's own.</p>` : nothing}
      ${footButtons(html`<button class="act-main" ?disabled=${hold === undefined} @click=${() => dialog.close({ ...how, hold })}>Make slides</button>`, html`<button class="act" @click=${() => dialog.close()}>Leave</button>`)}`;
  };
  return openDialog("Pictures into slides", draw, { width: "480px" });
}

/** How many of what: "3 pictures and a clip". */
function counted(pictures, clips) {
  const some = (count, one) => (count === 1 ? `a ${one}` : `${count} ${one}s`);
  const words = [pictures && some(pictures, "picture"), clips && some(clips, "clip")].filter(Boolean).join(" and ");
  return `${words.charAt(0).toUpperCase()}${words.slice(1)}`;
}

async function makeSlides({ store }, assets, asked, { fit, hold, transition }) {
  const ids = newIds("slide", assets.length);
  const after = store.shown.briefs[asked] ? asked : store.focus;
  const command = { do: "add-picture-slides", assets: assets.map((a) => a.id), after, fit, hold, transition, ids };
  const { done } = await store.edit(command);
  if (!done) return;
  store.focusSlide(ids[0]);
}
