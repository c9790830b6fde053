// The stage on the desk: its two faces, the transport, the playhead. What is drawn is the score, always.

import { el, tenths } from "../../site/dom.js";
import { evaluate, slideAt } from "../../site/play/evaluate.js";
import { Playhead } from "../../site/play/playhead.js";
import { Sound } from "../../site/play/sound.js";
import { Stage } from "../../site/play/stage.js";
import { icon } from "./icons.js";

export class StagePane {
  constructor(store) {
    this.store = store;
    this.pane = document.getElementById("stage-pane");
    this.over = document.getElementById("stage-over");
    this.line = document.getElementById("stage-line");
    this.stage = new Stage(document.getElementById("stage"), store.play);
    this.sound = new Sound(store.play, this.stage, () => this.soundRefused());
    this.face = "arrange";
    this.listeners = [];
    this.playhead = new Playhead({
      end: () => store.shown.length,
      moved: (time) => this.moved(time),
      ended: () => this.drawTransport(),
    });
    this.looping = false;
    this.buildTransport();
    store.on("show", () => this.refresh());
    store.on("trial", () => this.refresh());
    store.on("selection", () => this.followFocus());
    this.refresh();
  }

  /** Calls `listener(time)` whenever the playhead is somewhere else. */
  onMoved(listener) {
    this.listeners.push(listener);
  }

  get time() {
    return this.playhead.time;
  }

  /** Playhead in the time of the slide in focus. */
  get slideTime() {
    return this.time - this.store.start();
  }

  refresh() {
    const { play } = this.store;
    this.stage.play = play;
    this.sound.play = play;
    document.querySelector(".stage-frame").style.setProperty("--stage-ratio", play.width / play.height);
    if (this.time > play.length) this.playhead.time = play.length;
    if (this.looping) this.setLoop();
    this.draw();
  }

  /** A slide chosen by hand brings the playhead to its start. */
  followFocus() {
    const index = this.store.slideIndex();
    if (index >= 0 && slideAt(this.store.shown.order, this.time) !== index) {
      this.playhead.seek(this.store.start());
    } else {
      this.draw();
    }
  }

  moved() {
    const { order } = this.store.shown;
    if (!order.length) return;
    const id = order[slideAt(order, this.time)][0];
    if (id !== this.store.focus) this.store.focusSlide(id);
    this.draw();
  }

  draw() {
    const { store, stage } = this;
    const empty = !store.shown.order.length;
    this.pane.classList.toggle("is-run", this.face === "run");
    this.pane.classList.toggle("is-arrange", this.face === "arrange");
    if (empty) {
      stage.show({ backdrop: "#d8cdb8", layers: [] });
    } else if (this.face === "arrange" && !this.playhead.playing) {
      stage.arrange(store.focus);
    } else {
      stage.show(evaluate(store.play, this.time));
    }
    if (!empty) this.sound.follow(slideAt(store.shown.order, this.time), this.time, this.playhead.playing);
    this.drawLine();
    this.drawTransport();
    for (const listener of this.listeners) listener(this.time);
  }

  drawLine() {
    const { store } = this;
    const { chapters } = store.shown.show;
    const index = store.slideIndex();
    const chapter = chapters.filter((c) => store.slideIndex(c.first) <= index).at(-1);
    const words = `${index + 1} of ${store.shown.order.length}|${chapter?.title ?? ""}`;
    if (words === this.lineWords) return;
    this.lineWords = words;
    const place = store.shown.order.length ? `${index + 1} of ${store.shown.order.length}` : "No slides yet";
    this.line.replaceChildren(el("b.font-medium", {}, place), el("i", {}, chapter?.title ?? ""));
  }

  buildTransport() {
    const face = (name, label) =>
      el("button", { "aria-pressed": "false", data: { face: name }, onclick: () => this.setFace(name) }, label);
    this.faces = el("span.faces", { title: "Switch between the faces (Tab)" }, face("arrange", "Arrange"), face("run", "Run"));
    this.playButton = el("button.transport-act.transport-play", { onclick: () => this.toggle() });
    this.loopButton = el("button.act", { "aria-pressed": "false", onclick: () => this.toggleLoop(), title: "Loop this slide (L)" }, "Loop slide");
    const from = (words, title, run) => el("button.act", { title, onclick: run }, words);
    this.told = el("span.ml-auto");
    document.getElementById("transport").append(
      this.faces,
      el("button.transport-act", { title: "To the cue before (,)", "aria-label": "To the cue before", onclick: () => this.toCue(-1) }, icon("skip-back")),
      this.playButton,
      el("button.transport-act", { title: "To the next cue (.)", "aria-label": "To the next cue", onclick: () => this.toCue(1) }, icon("skip-forward")),
      from("From slide", "Play from the start of the slide (Shift Space)", () => this.playFromSlide()),
      from("From show", "Play from the start of the show (Home)", () => this.playFromShow()),
      this.loopButton,
      this.told,
    );
  }

  drawTransport() {
    const { playing } = this.playhead;
    if (this.wasPlaying !== playing) {
      this.wasPlaying = playing;
      this.playButton.replaceChildren(icon(playing ? "pause" : "play"));
      this.playButton.setAttribute("aria-label", playing ? "Pause" : "Play from here");
      this.playButton.title = playing ? "Pause (Space)" : "Play from here (Space); from the start of the slide (Shift Space)";
    }
    for (const button of this.faces.children) {
      const pressed = String(button.dataset.face === (playing ? "run" : this.face));
      if (button.getAttribute("aria-pressed") !== pressed) button.setAttribute("aria-pressed", pressed);
    }
    const length = this.store.slide?.time.length ?? 0;
    const within = Math.max(0, this.slideTime);
    const words = [tenths(this.time), `${(within / 1000).toFixed(1)}`, `${(length / 1000).toFixed(1)}`];
    if (String(words) === this.toldWords) return;
    this.toldWords = String(words);
    this.told.replaceChildren(
      el("b.font-semibold", {}, words[0]), el("span.soft.wide-only", {}, " in the show"),
      el("b.font-semibold.ml-3", {}, words[1]), el("span.soft", {}, ` of ${words[2]} s`),
    );
  }

  setFace(name) {
    this.face = name;
    if (name === "arrange") this.playhead.pause();
    this.draw();
  }

  toggle() {
    if (this.playhead.playing || this.starting) this.pause();
    else this.play();
  }

  /** Plays from here, once what is heard here is ready. */
  async play() {
    const { order } = this.store.shown;
    if (!order.length) return;
    this.face = "run";
    if (this.time >= this.store.shown.length) this.playhead.seek(0);
    const starting = (this.starting = {});
    await this.sound.ready(slideAt(order, this.time), this.time);
    if (this.starting !== starting) return;
    this.starting = null;
    this.playhead.play();
    this.draw();
  }

  pause() {
    this.starting = null;
    this.playhead.pause();
    this.sound.stop();
    this.draw();
  }

  playFromSlide() {
    this.playhead.seek(this.store.start());
    this.play();
  }

  playFromShow() {
    this.playhead.seek(0);
    this.play();
  }

  /** Scrubbing: the exact frame, at once. */
  scrub(time) {
    this.face = "run";
    this.playhead.seek(time);
  }

  toCue(direction) {
    const instants = [];
    for (const [id, start] of this.store.shown.order) {
      for (const group of this.store.shown.slides[id].time.groups) instants.push(start + (group.cue ? group.start : 0));
    }
    instants.push(this.store.shown.length);
    const next =
      direction > 0
        ? instants.find((at) => at > this.time + 1)
        : instants.filter((at) => at < this.time - (this.playhead.playing ? 400 : 1)).at(-1);
    this.scrub(next ?? (direction > 0 ? this.store.shown.length : 0));
  }

  toggleLoop() {
    this.looping = !this.looping;
    this.loopButton.setAttribute("aria-pressed", String(this.looping));
    this.setLoop();
  }

  setLoop() {
    const start = this.store.start();
    this.playhead.loop = this.looping ? [start, start + (this.store.slide?.time.length ?? 0) - 1] : null;
  }

  soundRefused() {
    this.store.tell("notice", "The browser lets sound out only after a click in this page. Click once, then play again.");
    this.pause();
  }
}
