// Passages heard and seen again, one after another, as they were recorded: voice, who speaks, and the stage with its cues.

import { evaluate } from "../../play/evaluate.js";
import { el } from "../../site/dom.js";
import { placeOver } from "./seen_here.js";

const OFF_S = 0.06; // a picture that is farther from its voice is brought back to it

/** `recording` has {play, plan, lectern, beside}; `changed()` is called when another passage is heard, or none. */
export class Hearing {
  constructor(recording, changed) {
    Object.assign(this, { recording, changed, name: null, one: null, queue: [] });
    this.audio = new Audio();
    this.picture = el("video.heard-here", { hidden: true, muted: true, playsInline: true, "aria-hidden": "true" });
    this.picture.muted = true;
    recording.lectern.now.root.append(this.picture);
    for (const medium of [this.audio, this.picture]) medium.addEventListener("ended", () => medium === this.leads && this.next());
  }

  /** Hears passages, told apart by a name; or stops if these are heard. */
  hear(passages, name) {
    const same = this.name === name;
    this.quiet();
    if (same) return;
    Object.assign(this, { name, queue: [...passages] });
    this.next();
  }

  next() {
    const one = this.queue.shift();
    if (!one) return this.quiet();
    this.one = one;
    this.leads = one.voice ? this.audio : this.picture;
    this.audio.pause();
    if (one.voice) this.audio.src = `${one.voice.url}#t=${one.voice.in / 1000}`;
    if (one.seen) this.picture.src = `${one.seen.url}#t=${one.seen.in / 1000}`;
    else this.picture.removeAttribute("src");
    this.place(one.slide);
    const playing = [one.voice && this.audio, one.seen && this.picture].filter(Boolean).map((medium) => medium.play());
    Promise.all(playing).catch((error) => error.name !== "AbortError" && this.quiet());
    this.changed();
    return this.follow(one);
  }

  quiet() {
    this.audio.pause();
    this.picture.pause();
    this.picture.hidden = true;
    const was = this.one;
    Object.assign(this, { name: null, one: null, queue: [] });
    if (was) this.changed();
  }

  /** Where in the passage one is, in ms. */
  get time() {
    const from = this.leads === this.audio ? this.one.voice.in : this.one.seen.in;
    return this.leads.currentTime * 1000 - from;
  }

  follow(one) {
    if (this.one !== one) return;
    const { time } = this;
    if (time >= one.length) return this.next();
    this.show(one, Math.max(0, time));
    if (one.seen && this.leads === this.audio) this.bringAlong(one, time);
    requestAnimationFrame(() => this.follow(one));
  }

  bringAlong(one, time) {
    const wanted = (one.seen.in + time) / 1000;
    this.picture.hidden = this.picture.readyState < 2;
    if (!this.picture.seeking && Math.abs(this.picture.currentTime - wanted) > OFF_S) this.picture.currentTime = wanted;
  }

  /** The stage as it was then: with the builds of the last cue that had been given. */
  show(one, time) {
    const { play, plan, lectern } = this.recording;
    const index = play.order.findIndex(([name]) => name === one.slide);
    if (index < 0) return;
    const [, start, length] = play.order[index];
    const { groups } = plan[index];
    const cue = Math.max(0, ...Object.entries(one.cues).filter(([number, at]) => at <= time && groups[number]).map(([number]) => Number(number)));
    const stops = (groups[cue + 1]?.start ?? length) - 1;
    const within = cue ? groups[cue].start + time - one.cues[cue] : time;
    lectern.now.show(evaluate(play, start + Math.min(within, Math.max(stops, 0))));
  }

  /** Who speaks is seen where the slide has them. */
  async place(slide) {
    const { beside } = this.recording;
    await beside.learn(slide);
    if (this.one?.slide !== slide) return;
    placeOver(this.picture, beside.of(slide).speaker);
    this.picture.hidden = !this.one.seen;
  }
}
