// Files dropped on the desk: pictures become slides, or lie on the slide when dropped on the stage.

import { placeFiles } from "./acts.js";
import { openPictureSlides } from "./picture_slides.js";

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
function take(desk, dropped, onStage) {
  const pictures = dropped.filter((file) => file.type.startsWith("image/"));
  const others = dropped.filter((file) => !file.type.startsWith("image/"));
  if (pictures.length && !(onStage && pictures.length === 1 && desk.store.slide)) openPictureSlides(desk, pictures);
  else others.push(...pictures);
  if (others.length && desk.store.slide) placeFiles(desk, others);
}
