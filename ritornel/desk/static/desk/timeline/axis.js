// Time along a line: which stretch of a show is in view, how many px a ms are, and how these change. Times in ms of the show.

const MOST_SCALE = 1.2; // px a ms: one frame of 1/30 s is 40 px
const LEAST_SHOWN = 1000; // ms: a shorter show is not drawn wider
const PAST_THE_END = 0.12; // of the view, behind the show's end

export class Axis {
  /** `length()` is the show's. */
  constructor(length) {
    Object.assign(this, { length, scale: 0.05, left: 0, width: 100, edge: 0 });
  }

  /** Where the view stands on the screen, and how wide it is, in px. */
  measured(edge, width) {
    Object.assign(this, { edge, width: Math.max(100, width) });
  }

  /** The time at a place on the screen. */
  timeAt(clientX) {
    return (clientX - this.edge + this.left) / this.scale;
  }

  /** How far a time lies from the beginning, in px. */
  x(time) {
    return time * this.scale;
  }

  /** The stretch of time that is in view. */
  get view() {
    const from = this.left / this.scale;
    return [from, from + this.width / this.scale];
  }

  /** How wide all of it is drawn, with some room behind the end. */
  get whole() {
    return this.length() * this.scale + this.width * PAST_THE_END;
  }

  /** Another scale; `from` is the time at the left edge then. */
  setScale(scale, from) {
    const least = (this.width * 0.9) / Math.max(LEAST_SHOWN, this.length());
    this.scale = Math.min(MOST_SCALE, Math.max(least, scale));
    this.goTo(from);
  }

  /** Has a time at the left edge, as far as there is something to see. */
  goTo(from) {
    this.left = Math.max(0, Math.min(from * this.scale, this.whole - this.width));
  }

  /** Has a stretch fill the view, nearly. */
  fit(from, length) {
    this.setScale((this.width * 0.97) / Math.max(400, length), from);
  }

  /** Closer or further; a time stays where it is. */
  zoomAbout(factor, time) {
    const [from] = this.view;
    const before = this.scale;
    this.setScale(before * factor, 0);
    this.goTo(time - ((time - from) * before) / this.scale);
  }
}
