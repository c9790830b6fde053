// Who speaks, seen by the camera, where the slide will show them.

import { el } from "../../site/dom.js";

/** `places` are, for each slide, {x, y, width, height} in shares of the stage, and whether it is round. */
export class SeenHere {
  constructor(stage, places) {
    this.places = places;
    this.picture = el("video.seen-here", { hidden: true, "aria-hidden": "true" });
    this.told = el("span.soft", { hidden: true }, "You stand where the house style places you.");
    stage.append(this.picture);
    stage.after(this.told);
    this.at(0);
  }

  /** A camera is a mirror to who stands before it; what is kept is not turned. */
  show(camera, isMade) {
    this.picture.hidden = !camera;
    this.picture.classList.toggle("is-made", isMade);
    this.told.hidden = !camera;
  }

  at(slide) {
    const place = this.places[slide];
    if (!place) return;
    for (const [name, share] of [["left", place.x], ["top", place.y], ["width", place.width], ["height", place.height]]) this.picture.style[name] = `${share * 100}%`;
    this.picture.style.borderRadius = place.round ? "50%" : "0";
  }
}
