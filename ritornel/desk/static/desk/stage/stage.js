// The stage on the desk: its two faces and the playhead. What is drawn is the score, always.

import { asWished } from "../../play/calm.js";
import { Captions } from "../../play/captions.js";
import { evaluate, slideAt } from "../../play/evaluate.js";
import { followLinks } from "../../play/links.js";
import { Preview } from "../../parts/sentences/preview.js";
import { Playhead } from "../../play/playhead.js";
import { Sound } from "../../play/sound.js";
import { Stage } from "../../play/stage.js";
import { languageName } from "../../parts/languages.js";
import { tenths } from "../../site/times.js";

const LEAST_LOOP_MS = 100;

export const ARRANGED = { everything: "everything", start: "the start", end: "the end", instant: "this instant" };

export class DeskStage {
  constructor(desk) {
    this.desk = desk;
    this.store = desk.store;
    this.pane = document.getElementById("stage-pane");
    this.frame = document.querySelector(".stage-frame");
    this.stage = new Stage(document.getElementById("stage"), this.store.play);
    this.captions = new Captions(this.stage.root, this.store.play);
    this.sound = new Sound(this.store.play, this.stage, () => this.soundRefused());
    followLinks(this.stage.root, { next: () => this.toCue(1), slide: (id) => this.scrub(this.store.start(id)) });
    this.face = "arrange";
    this.listeners = new Set();
    this.looping = false;
    this.stretch = null;
    this.arranged = "everything";
    this.previewing = new Preview((frame, play) => this.showOf(frame, play), () => this.draw());
    this.playhead = new Playhead({ end: () => this.store.shown.length, moved: () => this.moved(), ended: () => this.ended() });
    this.store.on("changed", () => this.draw());
    this.store.on("focus", () => this.followFocus());
    this.frame.style.setProperty("--stage-ratio", this.store.play.width / this.store.play.height);
    this.draw();
  }

  /** Calls `listener(time)` whenever the playhead is somewhere else, or something else stands on the stage. */
  onMoved(listener) {
    this.listeners.add(listener);
  }

  get time() {
    return this.playhead.time;
  }

  get playing() {
    return this.playhead.playing;
  }

  /** Playhead in the time of the slide in focus. */
  get slideTime() {
    return this.time - this.store.start();
  }

  /** Takes over what is shown now, if it is another state than before. */
  takeOver() {
    const { play } = this.store;
    if (this.stage.play === play) return;
    this.stage.play = this.sound.play = this.captions.play = play;
    this.frame.style.setProperty("--stage-ratio", play.width / play.height);
    if (this.time > play.length) this.playhead.time = play.length;
    if (this.looping) this.setLoop();
  }

  /** A slide chosen by hand brings the playhead to its start. */
  followFocus() {
    const index = this.store.slideIndex();
    if (index >= 0 && slideAt(this.store.shown.order, this.time) !== index) this.playhead.seek(this.store.start());
    const title = this.store.focus ? `Slide ${index + 1}, ${this.store.title(this.store.focus)}` : "No slides";
    if (!this.playing) this.desk.notice.announce(title);
  }

  /** The focus goes along with the playhead, but never away from where someone is writing. */
  moved() {
    const { order } = this.store.shown;
    if (!order.length) return;
    const at = slideAt(order, this.time);
    const id = order[at][0];
    if (this.standsAtNoTime()) return this.draw();
    if (id !== this.store.focus && !this.desk.book?.isWrittenIn) this.store.focusSlide(id);
    if (this.playing) this.store.loader.need(...order.slice(at, at + 3).map((row) => row[0]));
    this.draw();
  }

  /** Whether the slide in focus takes no time, and the playhead stands where it would be. */
  standsAtNoTime() {
    const [, start, length] = this.store.shown.order[this.store.slideIndex()] ?? [];
    return length === 0 && start === this.time && !this.playing;
  }

  draw() {
    this.takeOver();
    if (this.previewing.motion) return;
    const { store, stage } = this;
    const { order } = store.shown;
    const run = this.face === "run" || this.playing;
    this.pane.classList.toggle("is-run", run);
    this.pane.classList.toggle("is-arrange", !run);
    if (!order.length) stage.show({ backdrop: "#d8cdb8", layers: [] });
    else if (run) this.showFrame();
    else if (store.slide) stage.arrange(store.focus, this.arrangedTime(), this.desk.arranging?.plane.look);
    else stage.wait(store.shown.briefs[store.focus].ground);
    if (order.length) this.captions.show(slideAt(order, this.time), this.time);
    if (order.length) this.sound.follow(slideAt(order, this.time), this.time, this.playing);
    for (const listener of this.listeners) listener(this.time);
  }

  /** The exact frame; while its slide is still on its way, its ground. What plays is as calm as whoever looks on wishes. */
  showFrame() {
    const { store } = this;
    const { play } = store;
    const frame = evaluate(this.playing ? { ...play, slides: asWished(play.slides) } : play, this.time);
    const id = store.shown.order[slideAt(store.shown.order, this.time)][0];
    if (frame) this.stage.show(frame);
    else this.stage.wait(store.shown.briefs[id].ground);
  }

  /** The slide time that the Arrange face shows; null for everything where it is placed. */
  arrangedTime() {
    return { everything: null, start: 0, end: this.store.length(), instant: Math.min(this.store.length(), Math.max(0, this.slideTime)) }[this.arranged];
  }

  turnCaptions() {
    this.captions.turn();
    this.draw();
    const { language, look } = this.captions;
    const shown = language === null ? "Captions are not shown" : `Captions are shown${language === look.languages[0] ? "" : `, in ${languageName(language)}`}`;
    if (look.languages.length > 1) this.desk.notice.say(`${shown}.`);
    else this.desk.notice.announce(shown);
  }

  /** What the Arrange face shows next: everything, the slide's start, its end, or this instant. */
  turnArranged() {
    const ways = Object.keys(ARRANGED);
    this.arranged = ways[(ways.indexOf(this.arranged) + 1) % ways.length];
    this.setFace("arrange");
    this.desk.notice.announce(`Arrange shows ${ARRANGED[this.arranged]}`);
  }

  /** Leaves an object out of the picture while someone writes in it; null lets it in again. */
  withhold(id) {
    this.stage.withheld = id;
    this.draw();
  }

  setFace(name) {
    this.face = name;
    if (name === "arrange" && this.playing) this.pause();
    this.store.changed();
  }

  showOf(frame, play = this.store.play) {
    this.stage.play = play;
    this.stage.show(frame);
  }

  /** Shows what is not in the show while it is looked at, {length, play, frame(time)}; null shows the show again. */
  preview(motion) {
    if (motion && this.playing) this.pause();
    this.pane.classList.toggle("is-preview", Boolean(motion));
    this.previewing.of(motion);
  }

  /** Plays a stretch of the show, and stays at its end. */
  see(from, to) {
    this.preview(null);
    this.playhead.seek(from);
    this.play(to);
  }

  toggle() {
    if (this.playing || this.starting) this.pause();
    else this.play();
  }

  /** Plays from here, once what is seen and heard here is ready, up to an instant if one is given. */
  async play(until = null) {
    const { order } = this.store.shown;
    if (!order.length) return;
    this.preview(null);
    this.face = "run";
    if (this.time >= this.store.shown.length) this.playhead.seek(0);
    const starting = (this.starting = {});
    const at = slideAt(order, this.time);
    await this.store.loader.need(...order.slice(Math.max(0, at - 1), at + 2).map((row) => row[0]));
    await this.sound.ready(at, this.time);
    if (this.starting !== starting) return;
    this.starting = null;
    this.playhead.play(until);
    this.desk.notice.announce(`Playing from ${tenths(this.time)}`);
    this.store.changed();
  }

  pause() {
    this.starting = null;
    this.playhead.pause();
    this.ended();
    this.desk.notice.announce(`Paused at ${tenths(this.time)}`);
  }

  ended() {
    this.sound.stop();
    this.store.changed();
  }

  playFromSlide() {
    this.playhead.seek(this.store.start());
    this.play();
  }

  playFromShow() {
    this.playhead.seek(0);
    this.play();
  }

  /** Scrubbing: the exact frame, at once; by hand what sounds there is `heard` too. */
  scrub(time, heard = false) {
    this.preview(null);
    this.face = "run";
    this.playhead.seek(time);
    this.store.changed();
    if (heard && !this.playing && this.store.play.order.length) this.sound.taste(slideAt(this.store.play.order, this.time), this.time);
  }

  toCue(direction) {
    const { shown } = this.store;
    const instants = shown.order.flatMap(([id, start]) => [start, ...shown.briefs[id].cues.map((cue) => start + cue)]);
    instants.push(shown.length);
    const next =
      direction > 0
        ? instants.find((at) => at > this.time + 1)
        : instants.filter((at) => at < this.time - (this.playing ? 400 : 1)).at(-1);
    this.scrub(next ?? (direction > 0 ? shown.length : 0));
    this.desk.notice.announce(`At ${tenths(this.time)}`);
  }

  toggleLoop() {
    this.looping = !this.looping && !this.stretch;
    this.stretch = null;
    this.setLoop();
    this.store.changed();
  }

  /** A stretch of the show, [from, to], is played again and again; null lets it go. */
  loopStretch(stretch) {
    this.stretch = stretch && stretch[1] - stretch[0] > LEAST_LOOP_MS ? stretch.map((time) => Math.min(this.store.shown.length, Math.max(0, time))) : null;
    this.looping = false;
    this.setLoop();
    if (this.stretch && !this.playing) this.scrub(this.stretch[0]);
    this.store.changed();
  }

  /** Plays at half speed, at a quarter, or as it is. */
  turnSpeed() {
    const speed = { 1: 0.5, 0.5: 0.25, 0.25: 1 }[this.playhead.speed];
    this.playhead.speed = this.sound.speed = speed;
    this.playhead.anchor();
    this.desk.notice.announce(speed === 1 ? "Plays as it is" : `Plays at ${speed} of its speed`);
    this.store.changed();
  }

  setLoop() {
    if (this.stretch) {
      this.playhead.loop = this.stretch;
      return;
    }
    const start = this.store.start();
    this.playhead.loop = this.looping ? [start, start + this.store.length() - 1] : null;
  }

  soundRefused() {
    this.desk.notice.say("The browser lets sound out only after a click in this page. Click once, then play again.");
    this.pause();
  }
}
