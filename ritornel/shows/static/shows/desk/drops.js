// Files dropped on the desk: pictures become slides, or lie on the slide when dropped on the stage; a sound asks where to.

import { placeFiles, placeMedia } from "./acts/adding.js";
import { uploadFiles } from "./library/uploading.js";
import { isPicture, openPictureSlides } from "./sheets/picture_slides.js";
import { askForPlace } from "./sheets/sound_place.js";

export function listenForDrops(desk) {
  const root = document.querySelector(".desk");
  const files = (event) => [...(event.dataTransfer?.types ?? [])].includes("Files");
  root.addEventListener("dragover", (event) => {
    if (!files(event)) return;
    event.preventDefault();
    root.classList.add("dropping");
  });
  root.addEventListener("dragleave", (event) => {
    if (event.target === root || !root.contains(event.relatedTarget)) root.classList.remove("dropping");
  });
  root.addEventListener("drop", (event) => {
    if (!files(event)) return;
    event.preventDefault();
    root.classList.remove("dropping");
    take(desk, [...event.dataTransfer.files], Boolean(event.target.closest?.("#stage-over")));
  });
}

/** One picture dropped on the stage lies on the slide; several, or dropped elsewhere, become slides. */
async function take(desk, dropped, onStage) {
  const pictures = dropped.filter(isPicture);
  const sounds = dropped.filter((file) => file.type.startsWith("audio/"));
  const others = dropped.filter((file) => !pictures.includes(file) && !sounds.includes(file));
  if (pictures.length && !(onStage && pictures.length === 1 && desk.store.slide)) openPictureSlides(desk, pictures);
  else others.push(...pictures);
  if (others.length && desk.store.slide) await placeFiles(desk, others);
  for (const asset of sounds.length ? await uploadFiles(desk, sounds) : []) await placeSound(desk, asset);
}

async function placeSound(desk, asset) {
  const place = await askForPlace(desk, asset);
  if (place === "bed") desk.store.edit({ do: "set-bed", values: { asset: asset.id } });
  else if (place === "slide" && desk.store.slide) placeMedia(desk, asset);
}
