// A plane on the Arrange face: what of it is looked at, and the views on it as numbered frames, in the order in which the
// stage goes there, with the way between them.

import { html, nothing, svg } from "../../site/vendor/lit.js";
import { follow } from "../../site/gesture.js";
import { fieldValue } from "../../parts/pane.js";
import { newId } from "../../parts/state/ids.js";
import { around } from "../../parts/geometry/geometry.js";
import { PlaneHand } from "./plane_hand.js";

const NEAREST = 40; // stage units across what is looked at
const MARGIN_PX = 60;
const NAMED_PX = 130; // a frame that is smaller is called by its number alone, until one points at it
const AIR = 1.06; // around what is looked at as a whole
const ROUND_A_VIEW = 1.25; // its name stands below its frame
const RULER_PX = 14; // how high it is, and how far from the edges
const SCALE_PX = 180; // a ruler is no longer
const SCALES = [10, 5, 2, 1, 1 / 2, 1 / 5, 1 / 10, 1 / 20, 1 / 50, 1 / 100];

export class PlaneLook {
  constructor(desk, over, changed) {
    Object.assign(this, { desk, store: desk.store, changed });
    this.looks = new Map(); // by slide: {x, y, width} of what is looked at
    this.hand = new PlaneHand(desk, this, over);
  }

  get plane() {
    return this.store.slide?.document.plane ?? null;
  }

  get ratio() {
    const { width, height } = this.store.shown.show;
    return height / width;
  }

  /** What is looked at: {x, y, width}, x and y its middle; null on a slide whose objects lie on the stage itself. */
  get look() {
    const { plane } = this;
    if (!plane) return null;
    if (this.whole?.plane !== plane) this.whole = { plane, look: this.holding({ ...plane, x: plane.x ?? 0, y: plane.y ?? 0 }) };
    return this.looks.get(this.store.focus) ?? this.whole.look;
  }

  /** The look that holds a box. */
  holding({ x, y, width, height }) {
    return { x: x + width / 2, y: y + height / 2, width: AIR * Math.max(width, height / this.ratio, NEAREST) };
  }

  set(look) {
    const { plane } = this;
    const most = 2 * AIR * Math.max(plane.width, plane.height / this.ratio);
    this.looks.set(this.store.focus, { ...look, width: Math.min(most, Math.max(NEAREST, look.width)) });
    this.changed();
  }

  /** All of the plane. */
  showAll() {
    this.looks.delete(this.store.focus);
    this.changed();
  }

  /** What is selected: objects, or the view to which the selected build goes. */
  showSelected() {
    if (!this.plane) return;
    const things = this.desk.arranging.things().filter((thing) => this.store.objects.has(thing.id));
    const view = this.viewOf([...this.store.steps].map((id) => this.store.step(id)).find((step) => step?.kind === "view"));
    if (things.length) this.set(this.holding(around(things)));
    else if (view) this.set({ ...this.holding(this.frameOf(view)), width: ROUND_A_VIEW * view.width });
  }

  /** Nearer or further by a factor, the place that is meant staying where it is. */
  zoom(factor, at = null) {
    const { look } = this;
    if (!look) return;
    const { x, y } = at ?? look;
    const width = Math.max(NEAREST, look.width / factor);
    const share = width / look.width;
    this.set({ x: x + (look.x - x) * share, y: y + (look.y - y) * share, width });
  }

  /** Moves what is looked at by so many pixels of the screen. */
  pan(dx, dy) {
    const { look } = this;
    if (!look) return;
    const { scale } = this.desk.arranging;
    this.set({ ...look, x: look.x - dx / scale, y: look.y - dy / scale });
  }

  // ---- views

  get views() {
    return this.store.slide?.document.views ?? [];
  }

  viewOf(step) {
    return step ? this.views.find((view) => view.id === step.view) : undefined;
  }

  /** What a view is called: as its author calls it, or by its number on the slide (`view_name` of the core). */
  nameOf(view) {
    return view.name || `View ${this.views.indexOf(view) + 1}`;
  }

  frameOf(view) {
    const height = view.width * this.ratio;
    return { x: view.x - view.width / 2, y: view.y - height / 2, width: view.width, height, rotation: view.turn ?? 0 };
  }

  /** The builds that go to views, in the running order, with these. */
  get stops() {
    const steps = this.store.slide?.document.running_order ?? [];
    return steps.filter((step) => step.kind === "view" && !step.off).map((step) => ({ step, view: this.viewOf(step) })).filter(({ view }) => view);
  }

  template(overlay) {
    const { stops } = this;
    if (!this.plane) return nothing;
    const { plane } = this;
    const numbers = new Map();
    stops.forEach(({ view }, n) => numbers.set(view.id, [...(numbers.get(view.id) ?? []), n + 1]));
    const { width, height } = this.store.shown.show;
    const way = stops.map(({ view }) => `${view.x},${view.y}`).join(" ");
    return html`<div class="plane-edge" .style=${overlay.place({ x: plane.x ?? 0, y: plane.y ?? 0, width: plane.width, height: plane.height })}></div>
      ${stops.length > 1 ? html`<svg class="plane-way" viewBox="0 0 ${width} ${height}">${svg`<polyline points=${way}></polyline>`}</svg>` : nothing}
      ${this.views.map((view) => this.frame(view, numbers.get(view.id) ?? [], overlay))}${this.ruler(overlay)}`;
  }

  /** How wide a stage, or a part of it, is on the plane as it is looked at. */
  ruler({ scale, over, corner }) {
    const { width } = this.store.shown.show;
    const stages = SCALES.find((one) => one * width * scale <= SCALE_PX) ?? SCALES.at(-1);
    const words = stages >= 1 ? (stages === 1 ? "a stage" : `${stages} stages`) : `1/${Math.round(1 / stages)} stage`;
    const long = stages * width * scale;
    const [left, top] = [over.clientWidth - corner.x - long - RULER_PX, over.clientHeight - corner.y - 2 * RULER_PX];
    return html`<div class="plane-ruler" .style=${`left:${left}px;top:${top}px;width:${long}px`}>${words}</div>`;
  }

  frame(view, numbers, overlay) {
    const goes = this.stops.filter((stop) => stop.view === view).map(({ step }) => step.id);
    const chosen = goes.some((id) => this.store.steps.has(id));
    const name = this.nameOf(view);
    const inside = (view.x - view.width / 2) * overlay.scale + overlay.corner.x < MARGIN_PX; // no room for its number beside it
    return html`<div class="view-frame ${chosen ? "is-selected" : ""} ${inside ? "is-inside" : ""} ${view.width * overlay.scale < NAMED_PX ? "is-small" : ""}" data-view=${view.id} .style=${overlay.place(this.frameOf(view))}>
      <button class="view-number" title="${name}: drag to move; with Alt onto another, to come before it" aria-label="View ${numbers.join(", ") || "without a number"}: ${name}" @pointerdown=${(event) => this.move(event, view, goes)} @keydown=${(event) => this.keyed(event, view, goes)}>${numbers.join(" · ") || "–"}<span>${view.name}</span></button>
      ${chosen ? html`<input class="view-name" placeholder="its name" aria-label="Name of the view" @pointerdown=${(event) => event.stopPropagation()} @change=${(event) => this.rename(view, event.target.value.trim())} ${fieldValue(view.name)}>
        <div class="handle" data-view-handle="size" @pointerdown=${(event) => this.size(event, view)}></div>` : nothing}</div>`;
  }

  rename(view, name) {
    return this.store.edit({ do: "set-views", slide: this.store.focus, values: { [view.id]: { name } } });
  }

  choose(goes) {
    this.store.select("steps", goes.slice(0, 1));
  }

  keyed(event, view, goes) {
    if (event.key !== "Enter" && event.key !== " ") return;
    event.preventDefault();
    this.choose(goes);
  }

  move(event, view, goes) {
    if (event.button !== 0) return;
    event.preventDefault();
    event.stopPropagation();
    if (event.altKey && goes.length) return this.reorder(event, goes[0]);
    this.dragged(event, view, ({ dx, dy }, scale) => ({ x: view.x + dx / scale, y: view.y + dy / scale }), () => this.choose(goes));
  }

  /** With Alt a number is dragged onto another: the stage goes there before that one. */
  reorder(event, step) {
    const slide = this.store.focus;
    let onto = null;
    const leave = () => onto?.classList.remove("is-onto");
    follow(event, {
      move: ({ event: last }) => {
        leave();
        onto = document.elementsFromPoint(last.clientX, last.clientY).find((element) => element.matches(".view-number")) ?? null;
        onto?.classList.add("is-onto");
      },
      end: () => {
        leave();
        const before = this.stops.find(({ view }) => view.id === onto?.parentElement.dataset.view)?.step.id;
        if (before && before !== step) this.store.edit({ do: "move-views", slide, steps: [step], before });
      },
      leave,
    });
  }

  /** Its lower right corner is dragged, its middle stays. */
  size(event, view) {
    event.preventDefault();
    event.stopPropagation();
    const turn = ((view.turn ?? 0) * Math.PI) / 180;
    this.dragged(event, view, ({ dx, dy }, scale) => ({ width: Math.max(NEAREST, view.width + (2 * (dx * Math.cos(turn) + dy * Math.sin(turn))) / scale) }));
  }

  dragged(event, view, values, click = () => {}) {
    const { store } = this;
    const slide = store.focus;
    const { scale } = this.desk.arranging;
    let command = null;
    follow(event, {
      click,
      move: (far) => {
        command = { do: "set-views", slide, values: { [view.id]: values(far, scale) } };
        store.trial.of(command);
      },
      end: () => command && store.finish(command),
      leave: () => store.trial.leave(),
    });
  }

  // ---- acts

  /** Makes the plane a stage wider on every side; a slide that has none gets one. */
  widen() {
    const { store, plane } = this;
    const { width, height } = store.shown.show;
    const had = plane ?? { x: 0, y: 0, width, height };
    const wider = { x: (had.x ?? 0) - width, y: (had.y ?? 0) - height, width: had.width + 2 * width, height: had.height + 2 * height };
    this.desk.stage.setFace("arrange");
    this.looks.delete(store.focus);
    return store.edit({ do: "set-slides", slides: [store.focus], values: { plane: wider } });
  }

  /** Shows in a view what is drawn by hand, framed, or looked at. */
  add(view) {
    const { store } = this;
    const build = newId("build");
    const answer = store.edit({ do: "add-views", slide: store.focus, views: [view], after: this.after(), builds: [build], ids: [newId("view")] });
    store.select("steps", [build]);
    return answer;
  }

  addLook() {
    const { width, height } = this.store.shown.show;
    const { x, y, width: wide } = this.look ?? { x: width / 2, y: height / 2, width };
    return this.add({ x: tenth(x), y: tenth(y), width: tenth(wide) });
  }

  frameSelected(each) {
    const { store } = this;
    const objects = [...store.objects];
    const builds = Array.from({ length: each ? objects.length : 1 }, () => newId("build"));
    store.edit({ do: "frame-objects", slide: store.focus, objects, each, after: this.after(), builds });
    store.select("steps", builds.slice(-1));
  }

  /** The build behind which a view is shown: the one that is selected; none: at the end. */
  after() {
    return this.store.steps.size === 1 ? [...this.store.steps][0] : null;
  }

  addOverviews() {
    return this.store.edit({ do: "add-overviews", slide: this.store.focus });
  }
}

function tenth(value) {
  return Math.round(value * 10) / 10;
}
