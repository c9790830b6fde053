// The timeline: a ruler, lanes that scroll in time, the playhead, zoom. Lanes are one file each in lanes/.
//
// Only what is in view, and a view's width to either side (or two ahead, while it is scrolled), is drawn. Scrolling moves what
// is drawn; zooming stretches it, and draws it anew when the hand rests or it has been stretched too far.

import { follow, underWay } from "../../site/gesture.js";
import { html, render, repeat } from "../../site/vendor/lit.js";
import { slideAt } from "../../play/evaluate.js";
import { actButton } from "../acts/rail.js";
import { Axis } from "./axis.js";
import { dragInTime } from "./dragging.js";
import { LEVELS } from "./levels.js";
import { LANES } from "./lanes/index.js";
import { SlidePictures } from "../../parts/media/pictures.js";
import { drawRuler, placeRuler } from "./ruler.js";

const RESTS_MS = 120;
const STRETCHED = 5;
const PADDING_PX = 200;
const AHEAD = 0.75; // of what is drawn beside the view, that lies in the direction of a scroll

export class Timeline {
  constructor(desk) {
    this.desk = desk;
    this.store = desk.store;
    this.root = document.getElementById("timeline");
    const part = (name) => this.root.querySelector(`.tl-${name}`);
    for (const name of ["zoom", "ruler", "scroll", "names", "lanes", "drawn", "head", "drop", "talk"]) this[name] = part(name);
    this.headGrip = part("head-grip");
    this.zoomed = "slide";
    this.axis = new Axis(() => this.store.shown.length);
    this.heading = 0;
    this.measure();
    this.pictures = new SlidePictures(() => !this.stretched && this.redraw());
    this.grips = LANES.flatMap((lane) => Object.entries(lane.grips ?? {}));
    this.listen();
    desk.stage.onMoved((time) => this.moveHead(time));
    this.zoomTo("slide");
  }

  listen() {
    this.scroll.addEventListener("scroll", () => this.scrolled());
    this.root.addEventListener("wheel", (event) => this.wheel(event), { passive: false });
    this.ruler.addEventListener("pointerdown", (event) => this.scrub(event));
    this.lanes.addEventListener("pointerdown", (event) => this.press(event));
    this.lanes.addEventListener("keydown", (event) => this.key(event));
    this.lanes.addEventListener("click", (event) => event.detail === 0 && this.grip(event, "act"));
    new ResizeObserver(() => this.resized()).observe(this.scroll);
  }

  // ---- time and place

  /** Sizes are read when they change, and never between changes of what is drawn. */
  measure() {
    const names = this.names.offsetWidth;
    this.axis.measured(this.scroll.getBoundingClientRect().left + names, this.scroll.clientWidth - names);
  }

  /** Place of a show time in what is drawn, in px. */
  x(time) {
    return time * this.drawnScale;
  }

  /** Show time under the pointer. */
  timeAt(event) {
    return this.axis.timeAt(event.clientX);
  }

  get scale() {
    return this.axis.scale;
  }

  zoomTo(name) {
    this.zoomed = name;
    this.followed = this.store.length();
    this.axis.fit(...LEVELS[name](this.store));
    this.redraw();
  }

  /** Whether what is drawn is stretched to another scale for the moment. */
  get stretched() {
    return this.scale !== this.drawnScale;
  }

  /** Puts what is drawn where it belongs now. While it is stretched nothing is laid out anew, only moved. */
  place() {
    if (this.stretched) {
      this.drawn.style.transform = `translateX(${this.scrolledTo - this.axis.left}px) scaleX(${this.scale / this.drawnScale})`;
    } else {
      this.drawn.style.transform = "";
      const wide = `${this.axis.whole.toFixed(1)}px`;
      if (this.lanes.style.width !== wide) this.lanes.style.width = wide;
      if (Math.abs(this.scrolledTo - this.axis.left) > 0.5) this.scroll.scrollLeft = this.axis.left;
      this.scrolledTo = this.axis.left;
    }
    placeRuler(this);
    this.moveHead(this.desk.stage.time);
  }

  /** Closer or further, about the playhead or the pointer. */
  zoomBy(factor, time = this.desk.stage.time) {
    this.zoomed = "own";
    this.axis.zoomAbout(factor, time);
    const stretched = this.scale / this.drawnScale;
    clearTimeout(this.resting);
    if (stretched > STRETCHED || stretched < 1 / STRETCHED) this.stretchedTooFar = true;
    else this.resting = setTimeout(() => this.redraw(), RESTS_MS);
    this.ask();
  }

  /** Once a frame: moves what is drawn, or draws it anew if the view has left it or it is stretched too far. */
  ask(heading = 0) {
    this.heading = Math.sign(heading);
    this.pictures.wait();
    this.asked ??= requestAnimationFrame(() => {
      this.asked = null;
      const [from, to] = this.axis.view;
      if (this.stretchedTooFar || from < this.range[0] || to > this.range[1]) this.redraw();
      else this.place();
    });
  }

  wheel(event) {
    if (event.ctrlKey || event.altKey || event.metaKey) {
      event.preventDefault();
      this.zoomBy(Math.exp(-event.deltaY / 240), this.timeAt(event));
    } else if (event.shiftKey || Math.abs(event.deltaX) > Math.abs(event.deltaY)) {
      event.preventDefault();
      const by = event.deltaX || event.deltaY;
      this.axis.goTo(this.axis.view[0] + by / this.scale);
      this.ask(by);
    }
  }

  resized() {
    this.measure();
    if (this.zoomed === "own") this.redraw();
    else this.zoomTo(this.zoomed);
  }

  /** The user has scrolled. */
  scrolled() {
    const { scrollLeft } = this.scroll;
    if (Math.abs(scrollLeft - this.scrolledTo) < 1) return;
    const by = scrollLeft - this.scrolledTo;
    this.axis.left += by;
    this.scrolledTo = scrollLeft;
    this.ask(by);
  }

  // ---- drawing

  /** After a change of the store. */
  update() {
    const { store } = this;
    const { shown, selection } = store;
    const now = [this.desk.stage.stretch, shown, store.focus, selection.objects, selection.steps, selection.slides, store.journal.entries.length === 0];
    if (this.last?.every((value, n) => Object.is(value, now[n]))) return;
    const moved = this.last && this.last[2] !== store.focus;
    this.last = now;
    if (moved) this.bringIntoView();
    else if (this.zoomed === "slide" && this.followed !== store.length() && !underWay() && !this.desk.stage.playing) this.zoomTo("slide");
    else this.axis.setScale(this.scale, this.axis.view[0]);
    this.redraw();
  }

  bringIntoView() {
    const { store } = this;
    if (!store.focus) return;
    if (this.zoomed === "slide" && !this.desk.stage.playing) {
      this.zoomTo("slide");
      return;
    }
    const [from, to] = this.axis.view;
    const start = store.start();
    if (start < from || start + store.length() > to) this.axis.goTo(start - (to - from) * 0.15);
  }

  redraw() {
    clearTimeout(this.resting);
    this.stretchedTooFar = false;
    this.drawnScale = this.scale;
    this.pictures.begin();
    const [from, to] = this.axis.view;
    const around = 2 * Math.max(to - from, PADDING_PX / this.scale);
    const before = { "-1": AHEAD, 0: 0.5, 1: 1 - AHEAD }[this.heading];
    this.range = [from - around * before, to + around * (1 - before)];
    const rows = LANES.flatMap((lane) => lane.rows(this));
    render(this.zoomButtons(), this.zoom);
    render(repeat(rows, (row) => row.key, (row) => this.name(row)), this.names);
    render(html`${this.focusBand()}${repeat(rows, (row) => row.key, (row) => html`<div class="tl-lane" .style=${`height:${row.height}px`}>${row.items}</div>`)}`, this.drawn);
    drawRuler(this);
    this.desk.remarks?.overTimeline();
    this.place();
    this.heading = 0;
  }

  zoomButtons() {
    return ["show", "chapter", "slide"].map((name) => actButton(this.desk, `zoom-${name}`, { className: "tl-level", pressed: this.zoomed === name }));
  }

  name({ label, height, objectId }) {
    const { store } = this;
    const content = objectId
      ? html`<button class=${store.objects.has(objectId) ? "is-selected" : ""} title=${label} @click=${() => this.selectObject(objectId)}>${label}</button>`
      : html`<span title=${label}>${label}</span>`;
    return html`<div class="tl-name" .style=${`height:${height}px`}>${content}</div>`;
  }

  focusBand() {
    const { store } = this;
    const { stretch } = this.desk.stage;
    const looped = stretch ? html`<div class="tl-loop" .style=${`left:${this.x(stretch[0])}px;width:${this.x(stretch[1] - stretch[0])}px`}></div>` : "";
    return html`${store.focus ? html`<div class="tl-focus" .style=${`left:${this.x(store.start())}px;width:${this.x(store.length())}px`}></div>` : ""}${looped}`;
  }

  selectObject(id) {
    this.desk.stage.setFace("arrange");
    this.store.select("objects", [id]);
  }

  moveHead(time) {
    const { axis } = this;
    const x = axis.x(time);
    if (this.desk.stage.playing && !underWay() && (x > axis.left + axis.width - 20 || x < axis.left)) {
      axis.goTo(time - (axis.width * 0.1) / axis.scale);
      this.ask();
    }
    this.head.style.transform = `translateX(${x + this.scrolledTo - axis.left}px)`;
    this.headGrip.style.transform = `translateX(${x - axis.left}px)`;
    this.headGrip.hidden = x < axis.left;
  }

  // ---- gestures

  press(event) {
    if (event.button === 0 && !this.grip(event, "press")) this.scrub(event);
  }

  key(event) {
    if (event.altKey || event.metaKey) return;
    this.grip(event, "key");
  }

  /** Gives an event to the grip of the lane that it happened on. */
  grip(event, what) {
    for (const [selector, grip] of this.grips) {
      const element = event.target.closest?.(selector);
      if (!element || !this.drawn.contains(element)) continue;
      grip[what]?.(this, event, element);
      return true;
    }
    return false;
  }

  scrub(event) {
    event.preventDefault();
    document.activeElement?.blur();
    const { stage } = this.desk;
    if (event.shiftKey && this.ruler.contains(event.target)) {
      this.loopStretch(event);
      return;
    }
    const to = (e) => stage.scrub(this.timeAt(e), true);
    if (follow(event, { threshold: 0, move: ({ event: e }) => to(e), click: () => {} })) to(event);
  }

  /** With Shift on the ruler: the stretch that is played again and again. */
  loopStretch(event) {
    const { stage } = this.desk;
    const from = this.timeAt(event);
    follow(event, {
      threshold: 0,
      move: ({ event: e }) => stage.loopStretch([from, this.timeAt(e)].sort((a, b) => a - b)),
      click: () => stage.loopStretch(null),
    });
  }

  /** Starts a drag in time; see dragging.js. */
  drag(event, options) {
    dragInTime(this, event, options);
  }

  // ---- for lanes

  /** Slides in what is drawn: {id, start, length, brief, slide, number}. */
  slides() {
    const { shown } = this.store;
    const [from, to] = this.range;
    const rows = [];
    for (let i = shown.order.length ? slideAt(shown.order, from) : 0; i < shown.order.length; i++) {
      const [id, start, length, version] = shown.order[i];
      if (start > to) break;
      if (length || id === this.store.focus) rows.push({ id, start, length, version, brief: shown.briefs[id], number: i + 1 });
    }
    return rows;
  }
}
