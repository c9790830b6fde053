// Placing by hand: select, move, resize, band, on the Arrange face of the stage.

import { el } from "../../site/dom.js";
import { boxBetween, contains, overlaps, resized, rounded, snapped } from "./geometry.js";
import { editText } from "./text_editing.js";

const HANDLES = {
  nw: [0, 0], n: [0.5, 0], ne: [1, 0], e: [1, 0.5], se: [1, 1], s: [0.5, 1], sw: [0, 1], w: [0, 0.5],
};
const STARTS_AT_PX = 3;
const SNAPS_PX = 6;

export class Arranging {
  constructor(desk) {
    this.desk = desk;
    this.store = desk.store;
    this.over = desk.stage.over;
    this.over.addEventListener("pointerdown", (event) => this.press(event));
    this.over.addEventListener("dblclick", (event) => this.open(event));
    for (const name of ["show", "trial", "selection"]) this.store.on(name, () => this.draw());
    new ResizeObserver(() => this.draw()).observe(this.over);
    this.draw();
  }

  get scale() {
    return this.over.clientWidth / this.store.shown.show.width || 1;
  }

  point(event) {
    const place = this.over.getBoundingClientRect();
    return { x: (event.clientX - place.left) / this.scale, y: (event.clientY - place.top) / this.scale };
  }

  things() {
    return this.store.slide?.doc.objects ?? [];
  }

  under(point) {
    return this.things().findLast((thing) => contains(thing, point));
  }

  draw(boxes = null) {
    if (this.dragging && !boxes) return;
    this.over.querySelectorAll(".selection, .sound-grip").forEach((element) => element.remove());
    for (const thing of this.things()) {
      if (thing.kind === "sound") this.over.append(this.soundGrip(thing));
    }
    for (const id of this.store.objects) {
      const thing = this.things().find((t) => t.id === id);
      if (thing) this.over.append(this.frame({ ...thing, ...boxes?.get(id) }));
    }
  }

  soundGrip(thing) {
    const grip = el("div.sound-grip", {}, this.store.slide.names[thing.id]);
    grip.style.left = `${thing.x * this.scale}px`;
    grip.style.top = `${thing.y * this.scale}px`;
    return grip;
  }

  frame(thing) {
    const { scale } = this;
    const frame = el("div.selection", { data: { object: thing.id } });
    Object.assign(frame.style, {
      left: `${thing.x * scale}px`,
      top: `${thing.y * scale}px`,
      width: `${thing.width * scale}px`,
      height: `${thing.height * scale}px`,
      transform: thing.rotation ? `rotate(${thing.rotation}deg)` : "",
    });
    if (this.store.objects.size > 1) return frame;
    for (const [name, [across, down]] of Object.entries(HANDLES)) {
      if (keepsProportions(thing) && name.length === 1) continue;
      const handle = el("div.handle", { data: { handle: name } });
      Object.assign(handle.style, { left: `${across * 100}%`, top: `${down * 100}%`, cursor: `${name}-resize` });
      frame.append(handle);
    }
    return frame;
  }

  press(event) {
    if (event.button !== 0 || this.desk.stage.face !== "arrange" || !this.store.slide) return;
    event.preventDefault();
    document.activeElement?.blur();
    const point = this.point(event);
    const handle = event.target.dataset?.handle;
    if (handle) {
      this.drag(event, (dx, dy, e) => this.resizeTo(handle, dx, dy, e), (command) => command);
      return;
    }
    const thing = this.under(point);
    if (!thing) {
      if (!event.shiftKey) this.store.selectObjects([]);
      this.band(event, point);
      return;
    }
    if (event.shiftKey) {
      const chosen = new Set(this.store.objects);
      if (!chosen.delete(thing.id)) chosen.add(thing.id);
      this.store.selectObjects(chosen);
      return;
    }
    if (!this.store.objects.has(thing.id)) this.store.selectObjects([thing.id]);
    this.drag(event, (dx, dy, e) => this.moveTo(dx, dy, e));
  }

  /** Follows the pointer from here; `make(dx, dy, event)` gets stage units and returns the command so far. */
  drag(event, make) {
    const start = this.point(event);
    let command = null;
    let far = false;
    const move = (e) => {
      const now = this.point(e);
      far ||= Math.hypot(now.x - start.x, now.y - start.y) * this.scale >= STARTS_AT_PX;
      if (!far) return;
      this.dragging = true;
      command = make(now.x - start.x, now.y - start.y, e);
    };
    const end = (e) => {
      this.over.removeEventListener("pointermove", move);
      this.over.removeEventListener("pointerup", end);
      this.over.removeEventListener("pointercancel", end);
      this.dragging = false;
      if (command && e.type === "pointerup") this.store.finish(command);
      else if (command) this.store.endTrial();
    };
    this.over.setPointerCapture(event.pointerId);
    this.over.addEventListener("pointermove", move);
    this.over.addEventListener("pointerup", end);
    this.over.addEventListener("pointercancel", end);
  }

  moveTo(dx, dy, event) {
    const chosen = this.things().filter((thing) => this.store.objects.has(thing.id));
    const by = event.altKey ? { dx, dy } : snapped(chosen, dx, dy, this.store.shown.show, SNAPS_PX / this.scale);
    const boxes = new Map(chosen.map((t) => [t.id, { x: rounded(t.x + by.dx), y: rounded(t.y + by.dy) }]));
    for (const thing of chosen) {
      this.desk.stage.stage.preview(this.store.focus, thing.id, { ...thing, ...boxes.get(thing.id) });
    }
    this.draw(boxes);
    return { do: "set-objects", slide: this.store.focus, values: Object.fromEntries(boxes) };
  }

  resizeTo(handle, dx, dy, event) {
    const [id] = this.store.objects;
    const thing = this.store.state.slides[this.store.focus].doc.objects.find((t) => t.id === id);
    const box = resized(thing, handle, dx, dy, keepsProportions(thing) || event.shiftKey);
    this.draw(new Map([[id, box]]));
    const command = { do: "set-objects", slide: this.store.focus, values: { [id]: box } };
    this.store.attempt(command);
    return command;
  }

  band(event, start) {
    const band = el("div.band");
    this.over.append(band);
    this.over.setPointerCapture(event.pointerId);
    let box = null;
    const move = (e) => {
      box = boxBetween(start, this.point(e));
      Object.assign(band.style, {
        left: `${box.x * this.scale}px`, top: `${box.y * this.scale}px`,
        width: `${box.width * this.scale}px`, height: `${box.height * this.scale}px`,
      });
    };
    const end = () => {
      this.over.removeEventListener("pointermove", move);
      band.remove();
      if (box) this.store.selectObjects(this.things().filter((t) => overlaps(t, box)).map((t) => t.id));
    };
    this.over.addEventListener("pointermove", move);
    this.over.addEventListener("pointerup", end, { once: true });
    this.over.addEventListener("pointercancel", end, { once: true });
  }

  open(event) {
    const thing = this.under(this.point(event));
    if (thing?.kind === "text" && this.desk.stage.face === "arrange") editText(this.desk, thing.id);
  }

  /** Moves the selection by keys. */
  nudge(dx, dy) {
    this.change((t) => ({ x: rounded(t.x + dx), y: rounded(t.y + dy) }));
  }

  /** Resizes the selection by keys, from its top left corner; pictures and clips keep their proportions. */
  stretch(dx, dy) {
    this.change((t) => resized(t, keepsProportions(t) ? (dx ? "e" : "s") : "se", dx, dy, keepsProportions(t)));
  }

  /** Sets values of every selected object; each press starts from where the one before has put it. */
  change(values) {
    const slide = this.store.focus;
    const chosen = [...this.store.objects];
    this.store.edit(({ state }) => {
      const things = state.slides[slide].doc.objects.filter((thing) => chosen.includes(thing.id));
      return { do: "set-objects", slide, values: Object.fromEntries(things.map((t) => [t.id, values(t)])) };
    });
  }
}

function keepsProportions(thing) {
  return thing.kind === "picture" || thing.kind === "clip";
}
