// The player: an edition that plays by itself.

import { loaded, pageData } from "../site/dom.js";
import { asWished } from "../play/calm.js";
import { Captions } from "../play/captions.js";
import { evaluate, restAt, slideAt } from "../play/evaluate.js";
import { followLinks } from "../play/links.js";
import { Playhead } from "../play/playhead.js";
import { Sound } from "../play/sound.js";
import { Stage } from "../play/stage.js";
import { minutes } from "../site/times.js";
import { askedIn, rowOf } from "./asked.js";
import { Controls } from "./controls.js";
import { keepShowing } from "./kiosk.js";
import { Messages } from "./messages.js";
import { leftAt, remember } from "./remembered.js";
import { Said } from "./said.js";
import { tellSeen } from "./seen.js";

const REFUSED_WITHIN_MS = 1000;
const AHEAD_MS = 15000;
const SPEEDS = [0.5, 0.75, 1, 1.25, 1.5, 2];

const page = pageData("page");
const { play } = page;
play.slides = asWished(play.slides);
const root = document.getElementById("player");

class Player {
  constructor() {
    document.querySelector(".whole-stage").style.setProperty("--stage-ratio", play.width / play.height);
    this.stage = new Stage(document.getElementById("stage"), play);
    this.stage.looksAhead = true;
    this.captions = new Captions(this.stage.root, play);
    this.sound = new Sound(play, this.stage, () => this.askForGesture());
    this.played = 0; // what went by before the show began again: music goes on through it
    this.playhead = new Playhead({ end: () => play.loop?.at ?? play.length, moved: (time) => this.draw(time), ended: () => this.atEnd(), wrapped: () => (this.played += play.length) });
    if (play.loop) this.playhead.loop = [play.loop.to, play.loop.at];
    followLinks(this.stage.root, { next: () => this.toNextCue(), slide: (id) => this.toSlideOf(id) });
    this.rest = null;
    this.shown = play;
    this.left = page.kiosk || play.loop ? null : leftAt(play.length);
    this.said = new Said(root, this);
    this.controls = new Controls(root, this, play);
    const asked = (this.asked = { ...askedIn(location, play.order), ...(page.kiosk && { bare: true, loop: !play.loop }) });
    root.classList.toggle("is-bare", asked.bare);
    if (page.embedded) this.messages = new Messages(this);
    this.first = asked.time;
    if (asked.time) this.left = null;
    if (!page.kiosk) remember(this.playhead);
    this.draw(0);
    if (asked.time) this.seek(asked.time);
    if (asked.muted) this.beginMuted();
    else if (page.embedded) this.controls.cover("Play", minutes(play.length), true); // in a frame: the picture until it is touched
    else this.begin();
    if (page.kiosk) keepShowing(this);
    if (page.seen) tellSeen(page.seen, this);
  }

  // ---- playing

  /** Starts with sound if the browser lets it out; else asks for a gesture first. */
  async begin() {
    await this.firstMedia();
    if (this.hasSound() && !(await allowsSound())) {
      if (page.kiosk) this.beginMuted();
      else this.askForGesture();
      return;
    }
    this.play();
  }

  /** Begins by itself without sound, as any browser lets a page; a word brings the sound. */
  async beginMuted() {
    await this.firstMedia();
    this.sound.muted = true;
    this.play();
  }

  async play() {
    this.loadRest();
    this.controls.uncover();
    if (this.playhead.time >= (this.asked.until ?? play.length)) this.playhead.seek(this.asked.until ? this.first : 0);
    const starting = (this.starting = {});
    await this.sound.ready(slideAt(play.order, this.playhead.time), this.playhead.time);
    if (this.starting !== starting) return;
    this.starting = null;
    this.playhead.play(this.stop());
    this.messages?.begins();
    this.messages?.tell();
    this.controls.draw();
    this.controls.wake();
  }

  /** The instant at which it is to stop before its end, or null. */
  stop() {
    const { until, pauses } = this.asked;
    const [, start, length] = play.order[slideAt(play.order, this.playhead.time + 1)];
    const rests = pauses && start + length < (until ?? play.length) ? start + length : null;
    return rests ?? until;
  }

  /** Where it is, as it is told to whoever asks. */
  get here() {
    const { time, playing } = this.playhead;
    return { at: time / 1000, of: play.length / 1000, slide: slideAt(play.order, time) + 1, playing };
  }

  pause() {
    this.starting = null;
    this.playhead.pause();
    this.sound.stop();
    this.messages?.tell();
    this.controls.draw();
    this.controls.wake();
  }

  toggle() {
    if (this.playhead.playing || this.starting) this.pause();
    else this.play();
  }

  /** It has come to its end, or to where it was to stop. */
  atEnd() {
    this.sound.stop();
    const { until, loop } = this.asked;
    const isOver = this.playhead.time >= (until ?? play.length);
    if (isOver && (loop || (play.loops && until === null))) {
      this.playhead.time = until || loop ? this.first : 0;
      this.playhead.play(this.stop());
      return;
    }
    this.messages?.tell();
    this.controls.draw();
    this.controls.wake();
  }

  seek(time) {
    this.loadRest();
    this.playhead.seek(time);
    if (this.playhead.playing) this.playhead.play(this.stop()); // it rests where it is then to rest
    this.controls.wake();
  }

  draw(time) {
    const index = slideAt(play.order, time);
    const rest = this.playhead.playing ? restAt(play, time) : null;
    const frame = rest && rest === this.resting ? this.frame : evaluate(play, time);
    this.controls.waiting(!frame);
    if (frame) {
      if (frame !== this.frame) this.stage.show(frame);
      Object.assign(this, { resting: rest, frame });
      this.sound.follow(index, time, this.playhead.playing, time + this.played);
      this.prepare(index, time);
    }
    this.messages?.tell();
    this.captions.show(index, time);
    this.said.show(time);
    this.controls.drawTime(time);
  }

  /** Builds the layer of the next slide before it is needed, so that its media are there. */
  prepare(index, time) {
    const following = play.order[index + 1];
    if (!following || !play.slides[following[0]] || following[1] - time > AHEAD_MS || !this.playhead.playing) return;
    if (this.stage.layers.has(following[0])) return;
    this.stage.layer(following[0]).element.style.visibility = "hidden";
  }

  hasCaptions() {
    return Object.values(play.slides).some((slide) => slide?.captions?.length || slide?.translated);
  }

  turnCaptions() {
    this.captions.turn();
    this.draw(this.playhead.time);
    this.controls.draw();
  }

  turnCaptionSize() {
    this.captions.turnSize();
    this.draw(this.playhead.time);
  }

  hasSound() {
    return play.bed_spans.length > 0 || Object.values(play.assets).some((asset) => asset.sound);
  }

  /** The slides after the first, fetched once, when the show goes on. */
  loadRest() {
    if (!page.rest) return Promise.resolve(); // it is one file
    this.rest ??= fetch(page.rest).then(async (answer) => {
      if (!answer.ok) throw new Error(String(answer.status));
      Object.assign(play.slides, asWished((await answer.json()).slides));
      this.resting = null; // what comes next can be built now
      this.draw(this.playhead.time);
    }).catch(() => {
      this.rest = null;
      setTimeout(() => this.loadRest(), 2000);
    });
    return this.rest;
  }

  firstMedia() {
    const pictures = [...root.querySelectorAll(".stage img")].map(loaded);
    const patience = new Promise((resolve) => setTimeout(resolve, 1500));
    return Promise.race([Promise.all([document.fonts.ready, ...pictures]), patience]);
  }

  mute() {
    this.sound.muted = !this.sound.muted;
    this.draw(this.playhead.time);
    this.controls.draw();
  }

  /** Where the browser refuses sound: back to where it was refused, and a button that says so. */
  askForGesture() {
    this.playhead.pause();
    this.sound.stop();
    if (this.playhead.time < this.first + REFUSED_WITHIN_MS) this.playhead.seek(this.first);
    this.controls.cover("Start with sound", "This browser plays sound only after a click.");
  }

  /** To where somebody was who was here before. */
  goOn() {
    if (this.left === null) return;
    this.seek(this.left);
    this.left = null;
    this.controls.draw();
  }

  /** Faster or slower by so many steps; round and round without. Voices keep their pitch. */
  turnSpeed(by = 0) {
    const at = SPEEDS.indexOf(this.playhead.speed);
    const next = by ? Math.min(Math.max(0, at + by), SPEEDS.length - 1) : (at + 1) % SPEEDS.length;
    this.playhead.speed = this.sound.speed = SPEEDS[next];
    this.playhead.seek(this.playhead.time);
    this.controls.draw();
    this.controls.wake();
  }

  /** To a slide, by its id or its number. */
  toSlideOf(name) {
    const row = rowOf(name, play.order);
    if (row) this.seek(row[1]);
  }

  /** To the next cue of the slide, else to the next slide. */
  toNextCue() {
    const { time } = this.playhead;
    const index = slideAt(play.order, time);
    const [id, start] = play.order[index];
    const cue = (play.cues?.[id] ?? []).find((at) => start + at > time + 1);
    if (cue === undefined) this.toSlide(1);
    else this.seek(start + cue);
  }

  toSlide(by) {
    const index = slideAt(play.order, this.playhead.time) + by;
    const last = play.order.length - (play.loop ? 2 : 1); // of one that loops the last is the first again
    this.seek(play.order[Math.min(Math.max(0, index), last)][1]);
  }

  /** At the very beginning the picture behind a button is the first slide with everything on it. */
  showOpening() {
    if (this.playhead.time === 0 && play.order.length) this.stage.arrange(play.order[0][0]);
  }
}

/** Whether this page may play sound without a gesture: asked of the browser with a moment of silence. */
async function allowsSound() {
  try {
    const context = new AudioContext();
    const running = context.state === "running" || (await Promise.race([
      context.resume().then(() => context.state === "running"),
      new Promise((resolve) => setTimeout(() => resolve(false), 250)),
    ]));
    context.close();
    return running;
  } catch {
    return false;
  }
}

window.player = new Player();
