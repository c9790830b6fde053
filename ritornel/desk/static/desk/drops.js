// Files dropped on the desk: pictures and clips become slides, or lie on the slide when dropped on the stage; outlines become slides
// with the pictures that they name; a plan of times sets waits and holds; a sound asks where to, or lies under the pictures that came with it; a document of
// ours becomes a show; a folder is all that is in it.

import { exchangeable, exchangeFile, placeFiles, placeMedia } from "./acts/adding.js";
import { kindOf } from "../parts/media/kinds.js";
import { listenForFiles } from "../parts/media/dropped.js";
import { handedTo } from "../parts/media/handing.js";
import { bringShows } from "../parts/media/shows_brought.js";
import { uploadFiles } from "../parts/media/uploading.js";
import { cutOverSlides } from "./voice/one_over_many.js";
import { areVoices, askWhatSounds, giveVoices } from "./voice/given.js";
import { bringOutlines } from "./sheets/outline_slides.js";
import { bringDocuments } from "./sheets/page_slides.js";
import { bringCaptions } from "./sheets/captions_brought.js";
import { bringTimes } from "./sheets/times_brought.js";
import { openPictureSlides } from "./sheets/picture_slides.js";
import { askForPlace, laid } from "./sheets/sound_place.js";

export function listenForDrops(desk) {
  const root = document.querySelector(".desk");
  const take = async (arriving, event) => {
    const onBar = event?.target.closest?.(".tl-block[data-slide]")?.dataset.slide ?? null;
    const onStage = Boolean(event?.target.closest?.("#stage-over"));
    const selected = onStage && event.target.closest(".selection") ? exchangeable(desk) : null;
    const dropped = await arriving;
    const alike = dropped.length === 1 && kindOf(dropped[0], desk.files) === selected?.kind;
    return alike ? exchangeFile(desk, selected, dropped[0]) : takeAll(desk, dropped, onStage, onBar);
  };
  listenForFiles(take, (on) => root.classList.toggle("dropping", on));
  handedTo(desk.store.shown.show.id).then((files) => files.length && take(files));
}

/** One picture dropped on the stage lies on the slide; several, or dropped elsewhere, become slides, a sound under them. */
async function takeAll(desk, dropped, onStage, onBar) {
  const of = (kind) => dropped.filter((file) => kindOf(file, desk.files) === kind);
  const [shows, outlines, documents, clips, others] = [of("show"), of("outline"), of("document"), of("clip"), of(null)];
  let [sounds, pictures] = [of("sound"), of("picture")];
  if (onBar && sounds.length === dropped.length) return placeOn(desk, sounds, onBar);
  const before = new Set(desk.store.shown.order.map(([id]) => id));
  for (const file of of("captions")) await bringCaptions(desk, file);
  for (const file of of("times")) await bringTimes(desk, file);
  if (outlines.length) pictures = await bringOutlines(desk, outlines, pictures);
  if (documents.length) await bringDocuments(desk, documents);
  const asSlides = pictures.length > 1 || (pictures.length === 1 && !onStage) || clips.length > 1;
  const spoken = areVoices(sounds, pictures.length); // else the first may lie under the pictures
  if (asSlides) sounds = [...(await openPictureSlides(desk, [...pictures, ...clips], spoken ? [] : sounds)), ...(spoken ? sounds : [])]; // a clip among pictures has a slide of its own
  else if (desk.store.slide) others.push(...pictures, ...clips);
  if (others.length && desk.store.slide) await placeFiles(desk, others);
  const made = desk.store.shown.order.map(([id]) => id).filter((id) => !before.has(id));
  if (sounds.length > 1) await placeSounds(desk, sounds, made);
  else for (const asset of sounds.length ? await uploadFiles(desk, sounds) : []) await placeSound(desk, asset);
  if (shows.length) await bringShows(desk, shows);
}

/** Several sounds are asked about once; voices that came with pictures are for the slides that these became. */
async function placeSounds(desk, sounds, made) {
  const likely = areVoices(sounds, desk.store.shown.order.length) || made.length ? "voices" : "spots";
  const what = made.length && likely === "voices" ? "voices" : await askWhatSounds(sounds, likely);
  if (what === "voices") return giveVoices(desk, sounds, made);
  for (const asset of what ? await uploadFiles(desk, sounds) : []) {
    if (what === "spots") desk.store.slide && (await placeMedia(desk, asset));
    else await desk.store.edit(laid(desk.store, asset, ""));
  }
}

/** Sounds dropped on a slide's bar go to that slide. */
async function placeOn(desk, sounds, slide) {
  for (const asset of await uploadFiles(desk, sounds)) await placeMedia(desk, asset, slide);
}

async function placeSound(desk, asset) {
  const slide = desk.store.focus;
  const place = await askForPlace(desk, asset);
  if (place === "voices") return cutOverSlides(desk, asset);
  if (place === "voice") return desk.store.edit({ do: "give-voices", voices: { [slide]: { asset: asset.id } } });
  if (place === "slide") desk.store.slide && placeMedia(desk, asset);
  else if (place) desk.store.edit(laid(desk.store, asset, place.instead));
}
