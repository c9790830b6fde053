// Over the stage, on its Arrange face: frames of what is selected, and the tool in the hand. A tool is one file in tools/:
// `press(desk, event, overlay)` begins its gesture, `open(desk, event, overlay)` answers a double click.

import { html, nothing } from "../../../site/vendor/lit.js";
import { Pane } from "../pane.js";
import { contains, keepsProportions, resized, rounded } from "./geometry.js";
import { SELECT } from "./tools/select.js";

const HANDLES = {
  nw: [0, 0], n: [50, 0], ne: [100, 0], e: [100, 50], se: [100, 100], s: [50, 100], sw: [0, 100], w: [0, 50],
};

export class Arranging extends Pane {
  constructor(desk) {
    super(document.getElementById("stage-frames"), {
      shows: () => [this.store.slide, this.store.selection.objects, this.scale, this.band, this.guides],
      draw: () => this.template(),
    });
    this.desk = desk;
    this.store = desk.store;
    this.over = document.getElementById("stage-over");
    this.tool = SELECT;
    this.band = null;
    this.guides = null;
    this.over.addEventListener("pointerdown", (event) => this.press(event));
    this.over.addEventListener("dblclick", (event) => this.ready && this.tool.open(desk, event, this));
    new ResizeObserver(() => this.update()).observe(this.over);
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
    return this.over.clientWidth / this.store.shown.show.width || 1;
  }

  point(event) {
    const place = this.over.getBoundingClientRect();
    return { x: (event.clientX - place.left) / this.scale, y: (event.clientY - place.top) / this.scale };
  }

  things() {
    return this.store.slide?.document.objects ?? [];
  }

  under(point) {
    return this.things().findLast((thing) => contains(thing, point));
  }

  drawBand(box) {
    this.band = box;
    this.update();
  }

  /** Draws the lines to which what is dragged has snapped: {x: [places], y: [places]}, or none. */
  drawGuides(guides = null) {
    this.guides = guides;
    this.update();
  }

  // ---- drawing

  template() {
    const { objects } = this.store;
    const things = this.things();
    const grips = things.filter((thing) => thing.kind === "sound");
    return html`${grips.map((thing) => html`<div class="sound-grip" .style=${this.place(thing, false)}>${this.store.slide.names[thing.id]}</div>`)}
      ${things.filter((thing) => objects.has(thing.id)).map((thing) => this.frame(thing, objects.size === 1))}
      ${(this.guides?.x ?? []).map((x) => html`<div class="guide" .style=${`left:${x * this.scale}px;top:0;bottom:0`}></div>`)}
      ${(this.guides?.y ?? []).map((y) => html`<div class="guide" .style=${`top:${y * this.scale}px;left:0;right:0`}></div>`)}
      ${this.band ? html`<div class="band" .style=${this.place(this.band)}></div>` : nothing}`;
  }

  frame(thing, alone) {
    const names = Object.keys(HANDLES).filter((name) => alone && !(keepsProportions(thing) && name.length === 1));
    return html`<div class="selection" data-object=${thing.id} .style=${this.place(thing)}>
      ${names.map((name) => html`<div class="handle" data-handle=${name} .style=${`left:${HANDLES[name][0]}%;top:${HANDLES[name][1]}%;cursor:${name}-resize`}></div>`)}</div>`;
  }

  place({ x, y, width, height, rotation }, sized = true) {
    const { scale } = this;
    const size = sized ? `width:${width * scale}px;height:${height * scale}px;` : "";
    return `left:${x * scale}px;top:${y * scale}px;${size}${rotation ? `transform:rotate(${rotation}deg)` : ""}`;
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
    const things = this.things().filter((thing) => this.store.objects.has(thing.id));
    if (!things.length) return;
    this.store.edit({ do: "set-objects", slide: this.store.focus, values: Object.fromEntries(things.map((t) => [t.id, values(t)])) });
  }
}
