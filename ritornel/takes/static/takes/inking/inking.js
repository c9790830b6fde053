// Drawing while a show runs: strokes are kept per slide, with their times, and seen at once in both windows.

import { el } from "../../site/dom.js";
import { newUuid } from "../../parts/state/ids.js";
import { isPointer } from "../pointing.js";
import { InkLayer, listenToHand } from "./ink_layer.js";

const WIDTH = 6;
const ERASED_WITHIN = 16; // stage units
const MOST_POINTS = 5_900;
const MOST_STROKES = 400;
const LEAST_STEP = 0.7;
const id = (name) => document.getElementById(name);

export const INK_KEYS = ["Drawing", [["I", "draw on the stage, or no more"], ["M", "a marker, or the pen"], ["E", "rub out, or draw"], ["N", "the next colour"], ["Shift, Alt held", "a straight line, an arrow"], ["Backspace", "take the last stroke back"], ["Delete", "clear the slide"]]];

/** The ink of a run: `run` has {live, play, page, channel}. */
export class Inking {
  constructor(run) {
    Object.assign(this, { run, on: false, tool: "pen", rubs: false, colour: 0, drawing: null, bySlide: new Map(), visits: [], traces: [] });
    this.layer = new InkLayer(id("stage-now"), run.play);
    this.bar = id("ink-bar");
    listenToHand(id("stage-now"), run.play, () => this.on, (point) => this.hand(point));
    this.draw();
  }

  get slide() {
    return this.run.live.slide;
  }

  get slideId() {
    return this.run.play.order[this.slide][0];
  }

  /** Asks which pens stand out on the slide, before one draws. */
  async learn() {
    if (this.on && (await this.run.beside.learn(this.slideId))) this.draw();
  }

  get strokes() {
    if (!this.bySlide.has(this.slide)) this.bySlide.set(this.slide, []);
    return this.bySlide.get(this.slide);
  }

  get colours() {
    return this.run.beside.of(this.slideId).pens;
  }

  /** The time of the slide, in ms: how long it has been on. */
  get time() {
    const { live } = this.run;
    return Math.max(0, Math.round(live.elapsed - live.elapsedAtEntry));
  }

  /** Another slide, or the same once more; in a run that is recorded each visit has its own ink. */
  at({ fresh }) {
    const { live } = this.run;
    if (live.visit === this.visit && live.slide === this.was) return;
    Object.assign(this, { visit: live.visit, was: live.slide, drawing: null });
    const slides = live.instants.filter((one) => one.kind === "slide").length;
    if (slides > this.visits.length) {
      if (fresh) this.bySlide.set(live.slide, []);
      this.visits[slides - 1] ??= this.strokes;
    }
    this.run.pointing?.fresh();
    this.tellAll();
    this.draw();
    this.learn();
  }

  /** A run of its own begins with nothing drawn. */
  fresh() {
    Object.assign(this, { bySlide: new Map(), visits: [], traces: [], visit: null });
    this.tellAll();
  }

  /** Where was pointed at in this visit; it is kept with the ink. */
  trace(one) {
    (this.traces[Math.max(0, this.visits.length - 1)] ??= []).push(one);
  }

  /** What was drawn in the run, and where was pointed: by the number of the visit, strokes as they are kept. */
  get kept() {
    const found = {};
    this.visits.forEach((drawn, number) => {
      const strokes = [...(drawn ?? []), ...(this.traces[number] ?? [])].slice(0, MOST_STROKES);
      if (strokes.length) found[number] = strokes.map(({ tool, colour, width, points, gone }) => ({ tool, colour, width, points, ...(gone === undefined ? {} : { gone }) }));
    });
    return found;
  }

  /** Takes up what a page that is gone had drawn. */
  restore(kept = {}) {
    const slides = this.run.live.instants.filter((one) => one.kind === "slide").map((one) => this.run.play.order.findIndex(([name]) => name === one.slide));
    for (const [number, strokes] of Object.entries(kept)) {
      this.visits[number] = strokes.filter(({ tool }) => !isPointer(tool)).map((stroke) => ({ ...stroke, id: newUuid() }));
      this.traces[number] = strokes.filter(({ tool }) => isPointer(tool));
      this.bySlide.set(slides[number], this.visits[number]);
    }
    this.tellAll();
  }

  // ---- acts

  turn(on = !this.on) {
    this.on = on;
    document.body.classList.toggle("is-inking", on);
    this.tell({ on });
    this.draw();
    this.learn();
  }

  choose(values) {
    Object.assign(this, values);
    this.draw();
  }

  takeBack() {
    const last = this.strokes.findLastIndex((one) => one.gone === undefined);
    if (last < 0) return;
    this.strokes.splice(last, 1);
    this.changed();
  }

  clear() {
    for (const one of this.strokes) one.gone ??= this.time;
    this.changed();
  }

  // ---- the hand

  hand({ phase, x, y, pressure, straight, arrow }) {
    if (this.rubs) return phase === "end" ? undefined : this.rub(x, y);
    const point = [round(x), round(y), this.time, Math.round(pressure * 100) / 100];
    if (phase === "begin") return this.begin(point, straight, arrow);
    const stroke = this.drawing;
    if (!stroke) return undefined;
    const [lastX, lastY] = stroke.points.at(-1);
    const moved = Math.hypot(x - lastX, y - lastY) >= LEAST_STEP;
    if (moved && stroke.points.length < MOST_POINTS) {
      stroke.points.push(point);
      this.tell({ of: stroke.id, add: [point] });
      this.layer.draw();
    }
    if (phase === "end") {
      this.drawing = null;
      this.run.inked();
    }
    return undefined;
  }

  begin(point, straight, arrow) {
    if (this.strokes.length >= MOST_STROKES) return this.run.say("This slide has as much ink as it can hold; clear it with Delete.");
    const stroke = { id: newUuid(), tool: arrow ? "arrow" : straight ? "line" : this.tool, colour: this.colours[this.colour], width: WIDTH, points: [point] };
    this.drawing = stroke;
    this.strokes.push(stroke);
    this.tell({ begin: stroke });
    return this.layer.set(this.strokes);
  }

  rub(x, y) {
    const near = ({ points, gone }) => gone === undefined && points.some(([px, py]) => Math.hypot(px - x, py - y) < ERASED_WITHIN);
    const found = this.strokes.filter(near);
    for (const one of found) one.gone = this.time;
    if (found.length) this.changed();
  }

  // ---- both windows

  changed() {
    this.tellAll();
    this.run.inked();
  }

  tell(ink) {
    this.run.channel.postMessage({ ink });
  }

  tellAll() {
    this.layer.set(this.strokes);
    this.tell({ all: this.strokes, on: this.on });
  }

  // ---- keys, and the bar

  get keys() {
    const always = { i: () => this.turn() };
    if (!this.on) return always;
    return {
      ...always, m: () => this.choose({ tool: this.tool === "marker" ? "pen" : "marker", rubs: false }), e: () => this.choose({ rubs: !this.rubs }),
      n: () => this.choose({ colour: (this.colour + 1) % this.colours.length, rubs: false }), Backspace: () => this.takeBack(), Delete: () => this.clear(),
    };
  }

  draw() {
    const act = (words, key, run, pressed = null) => el("button.act", { onclick: run, "aria-pressed": pressed === null ? null : String(pressed) }, words, " ", el("kbd.soft", {}, key));
    id("ink").setAttribute("aria-pressed", String(this.on));
    this.bar.hidden = !this.on;
    if (!this.on) return;
    const colours = this.colours.map((colour, n) => {
      const button = el("button.ink-colour", { onclick: () => this.choose({ colour: n, rubs: false }), "aria-label": `Colour ${n + 1}`, "aria-pressed": String(n === this.colour) });
      button.style.setProperty("--ink", colour);
      return button;
    });
    this.bar.replaceChildren(
      ...colours, act("Marker", "M", () => this.keys.m(), this.tool === "marker" && !this.rubs), act("Rub out", "E", () => this.keys.e(), this.rubs),
      act("Take back", "⌫", () => this.takeBack()), act("Clear", "Del", () => this.clear()),
    );
  }
}

const round = (value) => Math.round(value * 10) / 10;
