// Who speaks, seen by the camera, where the slide will show them.

import { el } from "../../site/dom.js";

const WHOLE = { x: 0, y: 0, width: 1, height: 1, round: false };
const SAID = { "": "You stand where this slide has room for you.", style: "You stand where the house style places you.", whole: "You fill the slide." };

/** Puts a picture over a stage: `place` is {x, y, width, height} in shares of it, and whether it is round. */
export function placeOver(picture, { x, y, width, height, round }) {
  for (const [name, share] of Object.entries({ left: x, top: y, width, height })) picture.style[name] = `${share * 100}%`;
  picture.style.borderRadius = round ? "50%" : "0";
}

/**
 * `beside` knows of a slide where who speaks is: {x, y, width, height} in shares of the stage, and whether it is round;
 * `placing()` says which of its places is chosen.
 */
export class SeenHere {
  constructor(stage, beside, placing) {
    Object.assign(this, { beside, placing });
    this.picture = el("video.seen-here", { hidden: true, "aria-hidden": "true" });
    this.told = el("span.soft", { hidden: true });
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
    const placing = this.placing();
    const { speaker, styled } = this.beside.of(this.slide);
    const place = { style: styled, whole: WHOLE }[placing] ?? speaker;
    this.told.textContent = SAID[placing];
    placeOver(this.picture, place);
  }
}
