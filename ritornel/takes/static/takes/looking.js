// Looking around on a plane while a show runs: at any of its views, at all of it, anywhere by hand. The order of the show
// stays as it is, and its clock goes on; a cue brings back what it shows.

import { el } from "../site/dom.js";
import { follow } from "../site/gesture.js";
import { VIEW_KEY, evaluate } from "../play/evaluate.js";
import { between, grabbed, nearer } from "./looks.js";

const MOVES_MS = 500;
const PANS = 0.2; // of what is seen, each time a key is pressed
const NEARER = 1.25;
const WHEEL = 0.0015;
const PANNED = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
const id = (name) => document.getElementById(name);
const isCalm = () => matchMedia("(prefers-reduced-motion: reduce)").matches;

export const LOOKING_KEYS = ["Looking around on a plane", [["4 G", "at view 4"], ["G", "at all of it, and back to where the show is"], ["Shift and arrows", "further that way"], ["K, J", "nearer, further away"], ["Dragging, the wheel", "anywhere, on the picture of the stage"]]];

/** `run` has {lectern, inking, play, live, channel, say}; `planes`: by slide {overview, views: [{name, at}]}, each as (x, y, width, turn). */
export class Looking {
  constructor(run, planes = {}) {
    Object.assign(this, { run, planes, view: null, slide: null, goal: null, moving: 0 });
    const root = run.lectern.now.root;
    root.addEventListener("pointerdown", (event) => this.press(event));
    root.addEventListener("wheel", (event) => this.turnWheel(event), { passive: false });
    document.addEventListener("keydown", (event) => this.key(event));
  }

  get here() {
    return this.run.play.order[this.run.live.slide][0];
  }

  /** The plane of the slide that is on; null where there is none. */
  get plane() {
    return this.planes[this.here] ?? null;
  }

  get on() {
    return this.view !== null;
  }

  /** What the show itself shows of the plane now. */
  get shown() {
    const { play, live } = this.run;
    const layer = evaluate(play, live.time).layers.findLast(({ slide }) => play.order[slide]?.[0] === this.here);
    return layer?.targets[VIEW_KEY]?.view ?? this.plane.overview;
  }

  get state() {
    return this.view && { slide: this.slide, view: this.view };
  }

  // ---- acts

  toView(number) {
    const { plane, run } = this;
    if (!plane) return run.say("This slide has no plane.");
    if (!number) return this.on ? this.leave() : this.go(plane.overview);
    const found = plane.views[number - 1];
    if (!found) return run.say(`This plane has ${plane.views.length === 1 ? "one view" : `${plane.views.length} views`}.`);
    return this.go(found.at);
  }

  /** Goes there by itself. */
  go(view) {
    this.goal = view;
    this.move(() => view);
  }

  /** Back to what the show shows, which may be moving; nothing is looked at then. */
  leave() {
    this.goal = null;
    if (this.on) this.move(() => this.shown, () => this.set(null));
  }

  /** What was looked at is forgotten: another slide came. */
  drop() {
    cancelAnimationFrame(this.moving);
    this.goal = null;
    if (this.on) this.set(null);
  }

  move(goal, ended = () => {}) {
    cancelAnimationFrame(this.moving);
    const from = this.view ?? this.shown;
    const began = performance.now();
    const step = (at) => {
      const share = isCalm() ? 1 : Math.min(1, Math.max(0, at - began) / MOVES_MS);
      this.set(between(from, goal(), share * share * (3 - 2 * share)));
      if (share < 1) this.moving = requestAnimationFrame(step);
      else ended();
    };
    step(began);
  }

  set(view) {
    const before = this.on;
    Object.assign(this, { view, slide: this.here });
    this.tell();
    if (before !== this.on) this.draw();
  }

  tell() {
    this.run.lectern.now.look(this.state);
    this.run.channel.postMessage({ look: this.state });
  }

  // ---- by hand

  get scale() {
    return this.run.lectern.now.root.clientWidth / this.run.play.width;
  }

  press(event) {
    if (event.button !== 0 || event.pointerType === "touch" || !this.plane || this.run.inking.on) return;
    const from = this.view ?? this.shown;
    follow(event, { move: ({ dx, dy }) => this.hold(grabbed(from, dx / this.scale, dy / this.scale, this.run.play)), end() {}, leave: () => this.hold(from) });
  }

  /** Where it stands, or will stand once it has moved: what keys go on from. */
  get stands() {
    return this.goal ?? this.shown;
  }

  hold(view) {
    cancelAnimationFrame(this.moving);
    this.goal = view;
    this.set(view);
  }

  turnWheel(event) {
    if (!this.plane) return;
    event.preventDefault();
    const box = this.run.lectern.now.root.getBoundingClientRect();
    const at = [(event.clientX - box.left) / this.scale, (event.clientY - box.top) / this.scale];
    this.hold(nearer(this.view ?? this.shown, Math.exp(-event.deltaY * WHEEL), at, this.run.play));
  }

  key(event) {
    const pan = event.shiftKey && PANNED[event.key];
    if (!pan || !this.plane || event.target.closest?.("dialog, input, select, textarea")) return;
    event.preventDefault();
    event.stopImmediatePropagation();
    const { width, height } = this.run.play;
    this.hold(grabbed(this.stands, -PANS * pan[0] * width, -PANS * pan[1] * height, this.run.play));
  }

  zoom(factor) {
    const { width, height } = this.run.play;
    if (this.plane) this.hold(nearer(this.stands, factor, [width / 2, height / 2], this.run.play));
  }

  get keys() {
    return { g: (number) => this.toView(number), k: () => this.zoom(NEARER), j: () => this.zoom(1 / NEARER) };
  }

  /** The views of the slide that is on, to go to by a click. */
  draw() {
    const { plane } = this;
    const bar = id("look-bar");
    bar.hidden = !plane;
    if (!plane) return bar.replaceChildren();
    const act = (words, key, run, attributes = {}) => el("button.act", { onclick: run, ...attributes }, words, key && el("kbd.soft", {}, ` ${key}`));
    const views = plane.views.map(({ name }, n) => act(`${n + 1} ${name}`, "", () => this.toView(n + 1)));
    return bar.replaceChildren(act(this.on ? "Back to the show" : "All of it", "G", () => this.toView(0), { "aria-pressed": String(this.on) }), ...views);
  }
}
