// The list of shows: strips drawn to time, taking in a document.

import "../site/confirm.js";
import { told } from "../site/dom.js";
import { thumbnail } from "../site/play/stage.js";

const HEIGHT = 56;
const strips = told("strips");

for (const place of document.querySelectorAll("[data-strip]")) {
  const play = strips[place.dataset.strip];
  const total = play.slides.reduce((sum, slide) => sum + slide.length, 0) || 1;
  const width = Math.round((HEIGHT * play.width) / play.height);
  for (const slide of play.slides) {
    const piece = document.createElement("span");
    piece.style.flexGrow = String(slide.length / total);
    piece.title = slide.title;
    piece.append(thumbnail(slide, { ...play, assets: posters(slide) }, width));
    place.append(piece);
  }
}

document.querySelector("#import input[type=file]").addEventListener("change", (event) => event.target.form.submit());

function posters(slide) {
  const named = slide.nodes.filter((node) => node.asset).map((node) => node.asset);
  return Object.fromEntries(
    named.map((id) => [id, { url: `/library/media/${id}`, poster: `/library/media/${id}/poster` }]),
  );
}
