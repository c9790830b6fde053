// Who speaks, seen by the camera, where the slide will show them.

import { el } from "../../site/dom.js";

/** `beside` knows of a slide where who speaks is: {x, y, width, height} in shares of the stage, and whether it is round. */
export class SeenHere {
  constructor(stage, beside) {
    this.beside = beside;
    this.picture = el("video.seen-here", { hidden: true, "aria-hidden": "true" });
    this.told = el("span.soft", { hidden: true }, "You stand where the house style places you.");
    stage.append(this.picture);
    stage.after(this.told);
  }

  /** A camera is a mirror to who stands before it; what is kept is not turned. */
  show(camera, isMade) {
    this.picture.hidden = !camera;
    this.picture.classList.toggle("is-made", isMade);
    this.told.hidden = !camera;
    this.at(this.slide);
  }

  at(slide) {
    this.slide = slide;
    this.place();
    if (slide && !this.picture.hidden) this.beside.learn(slide).then((learnt) => learnt && this.place());
  }

  place() {
    const place = this.beside.of(this.slide).speaker;
    for (const [name, share] of [["left", place.x], ["top", place.y], ["width", place.width], ["height", place.height]]) this.picture.style[name] = `${share * 100}%`;
    this.picture.style.borderRadius = place.round ? "50%" : "0";
  }
}
