// Over the stage, on its Arrange face: frames of what is selected, and the tool in the hand. A tool is one file in tools/:
// `press(desk, event, overlay)` begins its gesture, `open(desk, event, overlay)` answers a double click.

import { html, nothing, svg } from "../../site/vendor/lit.js";
import { Pane } from "../../parts/pane.js";
import { linkWords } from "../sheets/link_settings.js";
import { guideLines } from "./guides.js";
import { formHandles } from "./forms.js";
import { around, contains, keepsProportions, resized, rounded } from "../../parts/geometry/geometry.js";
import { gripsOf, isOnLine } from "../../parts/geometry/line_ends.js";
import { PlaneLook } from "./plane.js";
import { SELECT, waitsForWords } from "./tools/select.js";

const HANDLES = {
  nw: [0, 0], n: [50, 0], ne: [100, 0], e: [100, 50], se: [100, 100], s: [50, 100], sw: [0, 100], w: [0, 50],
};

const NEAR_PX = 6; // a line is thinner than a pointer
const SAID_PX = [8, 46]; // as near as what is said comes to the stage's corner
const LINE_GRIPS = { start: "Where it begins (Shift: by 15°)", end: "Where it ends (Shift: by 15°)", bend: "Its bend" };
const CURSORS = ["nwse", "ns", "nesw", "ew"];
const CURSOR_AT = { nw: 0, n: 1, ne: 2, e: 3, se: 0, s: 1, sw: 2, w: 3 };

/** The cursor of a handle, turned as its object is. */
function cursorAt(name, rotation = 0) {
  return CURSORS[(((CURSOR_AT[name] + Math.round(rotation / 45)) % 4) + 4) % 4];
}

export class Arranging extends Pane {
  constructor(desk) {
    super(document.getElementById("stage-frames"), {
      shows: () => [this.store.steps, this.store.slide, this.store.selection.objects, this.scale, this.band, this.guides, this.said, this.line, this.cropped, this.store.shown.show.guides, this.movedGuides, this.ways, this.plane.look, this.store.slide?.document.views],
      draw: () => this.template(),
    });
    this.desk = desk;
    this.store = desk.store;
    this.over = document.getElementById("stage-over");
    this.layers = ["stage-frames", "stage-talk"].map((id) => document.getElementById(id));
    this.tool = SELECT;
    this.opened = null;
    this.cropped = null;
    this.movedGuides = null;
    this.band = null;
    this.guides = null;
    this.plane = new PlaneLook(desk, this.over, () => {
      this.update();
      desk.stage.draw();
      desk.remarks?.update();
      this.desk.stage.writing?.place();
    });
    this.over.addEventListener("pointerdown", (event) => this.press(event));
    this.over.addEventListener("dblclick", (event) => this.ready && this.tool.open(desk, event, this));
    this.width = this.over.clientWidth;
    new ResizeObserver(() => {
      this.width = this.over.clientWidth;
      this.update();
    }).observe(this.over);
    for (const what of ["selected", "focus"]) desk.store.on(what, () => this.closeGroups());
  }

  /** Whether there is something to arrange, and the stage shows its Arrange face. */
  get ready() {
    return this.desk.stage.face === "arrange" && !this.desk.stage.playing && Boolean(this.store.slide);
  }

  press(event) {
    if (event.button !== 0 || !this.ready || event.target.closest(".text-editor")) return;
    event.preventDefault();
    this.desk.stage.writing?.end();
    document.activeElement?.blur();
    this.tool.press(this.desk, event, this);
  }

  get scale() {
    return this.width / (this.plane.look ?? this.store.shown.show).width || 1;
  }

  /** Where the stage's corner is on the face, in pixels: elsewhere where a part of a plane is looked at. */
  get corner() {
    const { look, ratio } = this.plane;
    if (!look) return { x: 0, y: 0 };
    return { x: -(look.x - look.width / 2) * this.scale, y: -(look.y - (look.width * ratio) / 2) * this.scale };
  }

  point(event) {
    const place = this.over.getBoundingClientRect();
    const { x, y } = this.corner;
    return { x: (event.clientX - place.left - x) / this.scale, y: (event.clientY - place.top - y) / this.scale };
  }

  /** Lays what is drawn over the stage where that is: its own places are counted from the stage's corner. */
  update() {
    const { x, y } = this.corner;
    const { width, height } = this.store.shown.show;
    this.over.classList.toggle("is-plane", Boolean(this.plane.look));
    for (const layer of this.layers) Object.assign(layer.style, { left: `${x}px`, top: `${y}px`, width: `${width * this.scale}px`, height: `${height * this.scale}px` });
    super.update();
  }

  things() {
    return this.store.slide?.document.objects ?? [];
  }

  /** The objects that are selected and can be moved, back to front. */
  chosen() {
    return this.things().filter((thing) => this.store.objects.has(thing.id) && !thing.locked);
  }

  /** What is selected with an object: all of its group, unless that is open. */
  withGroup(thing) {
    if (!thing.group || thing.group === this.opened) return [thing.id];
    return this.things().filter((one) => one.group === thing.group).map((one) => one.id);
  }

  /** Opens the group of an object in place: what is in it can be selected by itself, until something else is. */
  openGroup(thing) {
    this.opened = thing.group;
    this.store.select("objects", [thing.id]);
  }

  /** What is dragged now is the picture behind its frame, and the frame's edges cut it; until something else is selected. */
  beginCrop(id) {
    this.cropped = id;
    this.desk.stage.setFace("arrange");
    this.update();
  }

  /** A group stays open while something in it is selected. */
  closeGroups() {
    const inside = this.things().some((thing) => thing.group === this.opened && this.store.objects.has(thing.id));
    if (!inside) this.opened = null;
    if (!this.store.objects.has(this.cropped)) this.cropped = null;
  }

  under(point) {
    const there = (thing) => (thing.kind === "line" ? isOnLine(thing, point, thing.line_width / 2 + NEAR_PX / this.scale) : contains(thing, point));
    return this.things().findLast((thing) => !thing.locked && !thing.hidden && there(thing));
  }

  /** Takes a tool into the hand; null: the one that selects. */
  takeTool(tool) {
    this.tool = tool ?? SELECT;
    this.over.dataset.tool = this.tool.name;
    if (tool) this.desk.stage.setFace("arrange");
  }

  /** Draws the line that is being drawn. */
  drawLine(points) {
    this.line = points;
    this.update();
  }

  /** Draws the ways that objects are carried: {name, start, end} each; null for none. */
  drawWays(pairs) {
    if (this.ways === pairs) return;
    this.ways = pairs;
    this.update();
  }

  drawBand(box) {
    this.band = box;
    this.update();
  }

  /** Draws the lines to which what is dragged has snapped: {x: [places], y: [places]}, or none. */
  drawGuides(guides = null, said = "") {
    this.guides = guides;
    this.said = said;
    this.update();
  }

  // ---- drawing

  template() {
    const things = this.things();
    const chosen = this.chosen();
    const grips = things.filter((thing) => thing.kind === "sound");
    return html`${this.plane.template(this)}${guideLines(this.desk, this.scale)}${grips.map((thing) => html`<div class="sound-grip" .style=${this.place(thing, false)}>${this.store.slide.names[thing.id]}</div>`)}
      ${things.filter((thing) => thing.link && !thing.hidden).map((thing) => html`<div class="link-mark" .style=${this.place({ x: thing.x + thing.width, y: thing.y, rotation: 0 }, false)}>${linkWords(this.store, thing.link)}</div>`)}
      ${things.filter((thing) => waitsForWords(thing) && !thing.hidden).map((thing) => this.prompt(thing))}
      ${chosen.map((thing) => this.frame(thing, chosen.length === 1))}
      ${chosen.length > 1 ? this.together(chosen) : nothing}
      ${(this.guides?.x ?? []).map((x) => html`<div class="guide" .style=${`left:${x * this.scale}px;top:0;bottom:0`}></div>`)}
      ${(this.guides?.y ?? []).map((y) => html`<div class="guide" .style=${`top:${y * this.scale}px;left:0;right:0`}></div>`)}
      ${(this.guides?.gaps ?? []).map((gap) => this.gap(gap))}
      ${this.said && chosen.length ? html`<output class="said" .style=${this.saidAt(chosen)}>${this.said}</output>` : nothing}
      ${this.ways?.length ? this.carried() : nothing}
      ${this.way()}
      ${this.line?.length ? html`<svg class="drawn-line" viewBox="0 0 ${this.store.shown.show.width} ${this.store.shown.show.height}"><polyline points=${this.line.map(({ x, y }) => `${x},${y}`).join(" ")}></polyline><circle cx=${this.line[0].x} cy=${this.line[0].y} r="5"></circle></svg>` : nothing}
      ${this.band ? html`<div class="band" .style=${this.place(this.band)}></div>` : nothing}`;
  }

  carried() {
    const { width, height } = this.store.shown.show;
    const one = ({ start: [x, y], end: [toX, toY] }) => svg`<path d="M${x} ${y}L${toX} ${toY}"></path><circle cx=${x} cy=${y} r="5"></circle><circle cx=${toX} cy=${toY} r="9"></circle>`;
    return html`<svg class="drawn-line is-way" viewBox="0 0 ${width} ${height}">${this.ways.map(one)}</svg>`;
  }

  /** The line along which the build that is selected leads its object. */
  way() {
    const step = this.store.steps.size === 1 ? this.store.step([...this.store.steps][0]) : null;
    const thing = step?.kind === "path" && step.params?.path ? this.store.object(step.object) : null;
    if (!thing) return nothing;
    const { width, height } = this.store.shown.show;
    return html`<svg class="drawn-line is-way" viewBox="0 0 ${width} ${height}"><g transform="translate(${thing.x + thing.width / 2} ${thing.y + thing.height / 2})"><path d=${step.params.path}></path><circle r="6"></circle></g></svg>`;
  }

  /** What is to be written in a place of the style; the audience never sees it. */
  prompt(thing) {
    if (this.desk.stage.writing?.thing.id === thing.id) return nothing;
    const size = Math.max(11, Math.min(thing.size * this.scale, 30));
    return html`<div class="prompt is-${thing.align} is-${thing.valign}" .style=${`${this.place(thing)};font-size:${size}px;color:${thing.colour}`}>${this.store.vocabulary.roles[thing.role] ?? ""}</div>`;
  }

  frame(thing, alone) {
    if (alone && thing.kind === "line") return this.lineFrame(thing);
    return html`<div class="selection ${thing.id === this.cropped ? "is-cropped" : ""}" data-object=${thing.id} .style=${this.place(thing)}>${alone ? this.handles(thing, keepsProportions(thing) && thing.id !== this.cropped) : nothing}
      ${alone ? formHandles(thing, this.store.vocabulary.forms).map(({ name, label, at: [x, y] }) => html`<div class="handle is-form" data-form=${name} title=${label} .style=${`left:${100 * x}%;top:${100 * y}%`}></div>`) : nothing}</div>`;
  }

  /** A line has no frame of its own: its ends and its bend are dragged. */
  lineFrame(thing) {
    const grips = gripsOf(thing);
    return html`<div class="selection is-line" data-object=${thing.id} .style=${this.place(thing)}>
      ${Object.entries(LINE_GRIPS).map(([name, title]) => html`<div class="handle ${name === "bend" ? "is-form" : "is-end"}" data-end=${name} title=${title} .style=${`left:${100 * grips[name].x}%;top:${100 * grips[name].y}%`}></div>`)}</div>`;
  }

  /** The frame around several objects, that sizes and turns them at once. */
  together(things) {
    return html`<div class="selection is-together" .style=${this.place(around(things))}>${this.handles({ rotation: 0 }, things.some(keepsProportions))}</div>`;
  }

  handles(thing, keeps) {
    const names = Object.keys(HANDLES).filter((name) => !(keeps && name.length === 1));
    return html`${names.map((name) => html`<div class="handle" data-handle=${name} .style=${`left:${HANDLES[name][0]}%;top:${HANDLES[name][1]}%;cursor:${cursorAt(name, thing.rotation)}-resize`}></div>`)}
      ${thing.kind === "sound" ? nothing : html`<div class="handle is-turn" data-handle="turn" title="Turn (Shift: by 15°)"></div>`}`;
  }

  place({ x, y, width, height, rotation }, sized = true) {
    const { scale } = this;
    const size = sized ? `width:${width * scale}px;height:${height * scale}px;` : "";
    return `left:${x * scale}px;top:${y * scale}px;${size}${rotation ? `transform:rotate(${rotation}deg)` : ""}`;
  }

  /** Where it is said what a drag gives: above what is dragged, but on the stage. */
  saidAt(things) {
    const { x, y } = around(things);
    const { corner } = this;
    return `left:${Math.max(SAID_PX[0] - corner.x, x * this.scale)}px;top:${Math.max(SAID_PX[1] - corner.y, y * this.scale)}px`;
  }

  /** The distance between two boxes, with its number: {axis: "x" | "y", from, to, at}. */
  gap({ axis, from, to, at }) {
    const { scale } = this;
    const across = axis === "x";
    const size = (to - from) * scale;
    const place = across ? `left:${from * scale}px;top:${at * scale}px;width:${size}px` : `top:${from * scale}px;left:${at * scale}px;height:${size}px`;
    return html`<div class="gap is-${axis}" .style=${place}><span>${Math.round(to - from)}</span></div>`;
  }

  // ---- by keys

  /** Moves the selection. */
  nudge(dx, dy) {
    this.change((t) => ({ x: rounded(t.x + dx), y: rounded(t.y + dy) }));
  }

  /** Resizes the selection from its top left corner; pictures and clips keep their proportions. */
  stretch(dx, dy) {
    this.change((t) => resized(t, keepsProportions(t) ? (dx ? "e" : "s") : "se", dx, dy, keepsProportions(t)));
  }

  change(values) {
    const things = this.chosen();
    if (!things.length) return;
    this.store.edit({ do: "set-objects", slide: this.store.focus, values: Object.fromEntries(things.map((t) => [t.id, values(t)])) });
  }
}
