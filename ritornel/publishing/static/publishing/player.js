// The player: an edition that plays by itself. Keys: Space, arrows, M, F, Home.

import { el, minutes, told } from "../site/dom.js";
import { evaluate, slideAt } from "../site/play/evaluate.js";
import { Playhead } from "../site/play/playhead.js";
import { Sound } from "../site/play/sound.js";
import { Stage } from "../site/play/stage.js";

const QUIET_AFTER_MS = 2000;
const STEP_MS = 5000;
const REFUSED_WITHIN_MS = 1000;
const AHEAD_MS = 15000;

const page = told("page");
const { play } = page;
const root = document.getElementById("player");

class Player {
  constructor() {
    document.querySelector(".whole-stage").style.setProperty("--stage-ratio", play.width / play.height);
    this.stage = new Stage(document.getElementById("stage"), play);
    this.sound = new Sound(play, this.stage, () => this.askForGesture());
    this.playhead = new Playhead({ end: () => play.length, moved: (time) => this.draw(time), ended: () => this.atEnd() });
    this.rest = null;
    this.build();
    this.draw(0);
    this.listen();
    if (page.embedded) this.askForTouch();
    else this.begin();
  }

  // ---- playing

  /** Starts with sound if the browser lets it out; else asks for a gesture first. */
  async begin() {
    await this.firstMedia();
    if (this.hasSound() && !(await allowsSound())) {
      this.askForGesture();
      return;
    }
    this.play();
  }

  async play() {
    this.loadRest();
    this.start?.remove();
    this.start = null;
    if (this.playhead.time >= play.length) this.playhead.seek(0);
    const starting = (this.starting = {});
    await this.sound.ready(slideAt(play.order, this.playhead.time), this.playhead.time);
    if (this.starting !== starting) return;
    this.starting = null;
    this.playhead.play();
    this.drawWords();
    this.wake();
  }

  pause() {
    this.starting = null;
    this.playhead.pause();
    this.sound.stop();
    this.drawWords();
    this.wake();
  }

  toggle() {
    if (this.playhead.playing || this.starting) this.pause();
    else this.play();
  }

  atEnd() {
    this.sound.stop();
    if (play.loops) {
      this.playhead.time = 0;
      this.playhead.play();
      return;
    }
    this.drawWords();
    this.wake();
  }

  seek(time) {
    this.loadRest();
    this.playhead.seek(time);
    this.wake();
  }

  draw(time) {
    const index = slideAt(play.order, time);
    const frame = evaluate(play, time);
    this.waiting.hidden = Boolean(frame);
    if (frame) {
      this.stage.show(frame);
      this.sound.follow(index, time, this.playhead.playing);
      this.prepare(index, time);
    }
    this.drawBar(time);
  }

  /** Builds the layer of the next slide before it is needed, so that its media are there. */
  prepare(index, time) {
    const following = play.order[index + 1];
    if (!following || !play.slides[following[0]] || following[1] - time > AHEAD_MS || !this.playhead.playing) return;
    if (this.stage.layers.has(following[0])) return;
    this.stage.layer(following[0]).element.style.visibility = "hidden";
  }

  hasSound() {
    return play.beds.length > 0 || Object.values(play.assets).some((asset) => asset.sound);
  }

  /** The slides after the first, fetched once, when the show goes on. */
  loadRest() {
    this.rest ??= fetch(page.rest).then(async (answer) => {
      if (!answer.ok) throw new Error(String(answer.status));
      Object.assign(play.slides, (await answer.json()).slides);
      this.draw(this.playhead.time);
    }).catch(() => {
      this.rest = null;
      setTimeout(() => this.loadRest(), 2000);
    });
    return this.rest;
  }

  firstMedia() {
    const pictures = [...root.querySelectorAll(".stage img")].map((image) => image.decode().catch(() => {}));
    const patience = new Promise((resolve) => setTimeout(resolve, 1500));
    return Promise.race([Promise.all([document.fonts.ready, ...pictures]), patience]);
  }

  // ---- what lies over the picture

  build() {
    this.words = el("div.player-words");
    this.soundWord = el("button", { onclick: () => this.mute() });
    this.playWord = el("button", { onclick: () => this.toggle() });
    this.fullWord = el("button", { onclick: () => fullScreen(root) }, "Full screen");
    this.clock = el("span");
    this.words.append(this.clock, this.playWord, this.soundWord, this.fullWord);
    this.bar = el("div.player-bar", { role: "slider", tabindex: 0, "aria-label": "Place in the show", "aria-valuemin": 0, "aria-valuemax": Math.round(play.length / 1000) });
    this.pieces = chapters().map(([title, start, end]) => {
      const fill = el("b");
      const piece = el("i", {}, fill);
      piece.style.left = `calc(${(100 * start) / play.length}% + 1px)`;
      piece.style.width = `calc(${(100 * (end - start)) / play.length}% - 2px)`;
      this.bar.append(piece);
      return { title, start, end, fill };
    });
    this.told = el("div.player-told", { hidden: true });
    this.waiting = el("div.player-waiting", { hidden: true, role: "status" }, "loading…");
    root.append(this.words, this.bar, this.told, this.waiting);
    this.drawWords();
  }

  drawWords() {
    this.playWord.textContent = this.playhead.playing ? "Pause" : this.playhead.time >= play.length ? "Again" : "Play";
    this.soundWord.textContent = this.sound.muted ? "Sound" : "Mute";
    this.soundWord.hidden = !this.hasSound();
  }

  drawBar(time) {
    for (const { start, end, fill } of this.pieces) {
      const share = Math.max(0, Math.min(1, (time - start) / Math.max(1, end - start)));
      fill.style.width = `${(share * 100).toFixed(2)}%`;
    }
    const words = `${minutes(time)} of ${minutes(play.length)}`;
    if (this.clock.textContent !== words) {
      this.clock.textContent = words;
      this.bar.setAttribute("aria-valuenow", Math.round(time / 1000));
      this.bar.setAttribute("aria-valuetext", words);
    }
  }

  mute() {
    this.sound.muted = !this.sound.muted;
    this.draw(this.playhead.time);
    this.drawWords();
  }

  /** Where the browser refuses sound: back to where it was refused, and a button that says so. */
  askForGesture() {
    this.playhead.pause();
    this.sound.stop();
    if (this.playhead.time < REFUSED_WITHIN_MS) this.playhead.seek(0);
    this.cover("Start with sound", "This browser plays sound only after a click.");
  }

  /** In a frame: the picture alone until it is touched. */
  askForTouch() {
    this.cover("Play", "");
  }

  /** Lays a button over the picture; at the very beginning the picture is the first slide with everything on it. */
  cover(label, why) {
    this.start?.remove();
    this.words.hidden = this.bar.hidden = true;
    if (this.playhead.time === 0 && play.order.length) this.stage.arrange(play.order[0][0]);
    const told = why ? el("span.player-ask", {}, label, el("small", {}, why)) : null;
    this.start = el("button.player-cover", { "aria-label": label, onclick: () => {
      this.words.hidden = this.bar.hidden = false;
      this.play();
    } }, told);
    this.start.classList.toggle("is-clear", !why);
    root.append(this.start);
  }

  /** Words and line are there for two seconds after the last touch, and while it is paused. */
  wake() {
    root.classList.remove("is-quiet");
    clearTimeout(this.quiet);
    this.quiet = setTimeout(() => this.playhead.playing && root.classList.add("is-quiet"), QUIET_AFTER_MS);
  }

  listen() {
    root.addEventListener("pointermove", () => this.wake());
    document.getElementById("stage").addEventListener("click", () => this.toggle());
    this.bar.addEventListener("pointerdown", (event) => this.scrub(event));
    this.bar.addEventListener("pointermove", (event) => this.tell(event));
    this.bar.addEventListener("pointerleave", () => (this.told.hidden = true));
    document.addEventListener("keydown", (event) => this.key(event));
  }

  timeAt(event) {
    return (play.length * Math.min(Math.max(0, event.clientX), innerWidth)) / innerWidth;
  }

  scrub(event) {
    this.bar.setPointerCapture(event.pointerId);
    this.seek(this.timeAt(event));
    const move = (e) => this.seek(this.timeAt(e));
    this.bar.addEventListener("pointermove", move);
    this.bar.addEventListener("pointerup", () => this.bar.removeEventListener("pointermove", move), { once: true });
  }

  tell(event) {
    const time = this.timeAt(event);
    const chapter = this.pieces.findLast((piece) => piece.start <= time);
    this.told.textContent = [chapter?.title, minutes(time)].filter(Boolean).join("  ");
    this.told.hidden = false;
    this.told.style.left = `${Math.min(Math.max(60, event.clientX), innerWidth - 60)}px`;
  }

  key(event) {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.key === " " && event.target.closest("button")) return;
    const acts = {
      " ": () => this.toggle(),
      ArrowRight: () => this.seek(this.playhead.time + STEP_MS),
      ArrowLeft: () => this.seek(this.playhead.time - STEP_MS),
      PageDown: () => this.toSlide(1),
      PageUp: () => this.toSlide(-1),
      Home: () => this.seek(0),
      m: () => this.mute(),
      f: () => fullScreen(root),
    };
    const act = acts[event.key];
    if (!act) return;
    event.preventDefault();
    act();
  }

  toSlide(by) {
    const index = slideAt(play.order, this.playhead.time) + by;
    this.seek(play.order[Math.min(Math.max(0, index), play.order.length - 1)][1]);
  }
}

/** Chapters as [title, start, end]; one without a title where there are none, or before the first. */
function chapters() {
  const marks = play.chapters.length && play.chapters[0][1] === 0 ? play.chapters : [["", 0], ...play.chapters];
  return marks.map(([title, start], i) => [title, start, marks[i + 1]?.[1] ?? play.length]);
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

function fullScreen(element) {
  if (document.fullscreenElement) document.exitFullscreen();
  else element.requestFullscreen?.();
}

window.player = new Player();
