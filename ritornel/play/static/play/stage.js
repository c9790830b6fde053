// The stage: slides as layers of nodes, put into the state that a frame says. Sizes in stage units.

import { NOTHING, VIEW_KEY, stateAt } from "./evaluate.js";
import { announceLinks } from "./links.js";
import { Ink } from "./inking.js";
import { STANDS, boxOf, drawnIn, isBeside, sheetIn, through, viewIn } from "./frame.js";
import { Cover } from "./masks.js";
import { release } from "./media_pool.js";
import { build, fitMedia, frameBox, stretchDrawing } from "./nodes.js";
import { seenThrough, transformOf } from "./placing.js";
import { restAhead } from "./tiled.js";

/** Draws frames of a show into `root`. `play` is {width, height, order, slides, assets}. */
export class Stage {
  constructor(root, play) {
    this.root = root;
    this.play = play;
    this.layers = new Map();
    this.looked = null;
    this.withheld = null; // an object that is left out of the picture
    this.looksAhead = false; // whether what comes next is built while there is time
    this.ahead = { slide: null, names: new Set(), tasks: [] };
    root.classList.add("stage");
    this.plane = root.appendChild(document.createElement("div"));
    this.plane.className = "stage-plane";
    this.fit();
    root.addEventListener("tiles", () => this.show(this.frame));
    this.watcher = new ResizeObserver(() => this.fit());
    this.watcher.observe(root);
  }

  /** Scales the plane to the width of its place. */
  fit() {
    this.plane.style.width = `${this.play.width}px`;
    this.plane.style.height = `${this.play.height}px`;
    this.root.style.aspectRatio = `${this.play.width} / ${this.play.height}`;
    const scale = this.root.clientWidth / this.play.width;
    if (!scale || scale === this.scale) return;
    this.scale = scale;
    this.plane.style.transform = `scale(${scale})`;
  }

  /** Draws a frame state of evaluate(). Layers that it does not name are hidden. */
  show(frame) {
    if (!frame) return;
    this.frame = frame;
    const named = new Set();
    const left = new Map(); // pieces of each slide that are still to come: its films themselves are in the topmost
    for (const { slide } of frame.layers) left.set(slide, (left.get(slide) ?? 0) + 1);
    set(this.plane, "backgroundColor", frame.backdrop);
    frame.layers.forEach((state, depth) => {
      const id = state.slide === NOTHING ? NO_SLIDE : this.play.order[state.slide][0];
      const copy = left.get(state.slide) - 1;
      left.set(state.slide, copy);
      named.add(nameOf(id, copy));
      const layer = this.layer(id, copy);
      set(layer.element, "zIndex", String(depth + 1));
      set(layer.element, "visibility", "visible");
      placeLayer(layer, sheetIn(state));
      const view = viewIn(this.looked?.slide === id ? { [VIEW_KEY]: this.looked } : state.targets, this.play);
      for (const [key, node] of layer.nodes) place(node, node.object === this.withheld ? HIDDEN : state.targets[key], view, this.play);
      if (view && layer.tiled.length) this.lookFromNear(layer, state, view);
      if (copy) this.copyFilms(id, layer);
    });
    for (const [name, layer] of this.layers) {
      if (named.has(name)) continue;
      if (layer.copy && !(this.looksAhead && this.ahead.names.has(name))) this.drop(name, layer);
      else set(layer.element, "visibility", "hidden");
    }
    if (this.looksAhead && frame.layers.length) this.lookAhead(Math.max(...frame.layers.map((layer) => layer.slide)));
    this.trim(named);
  }

  /** Has large pictures of a plane ready as fine as they are seen: where the stage comes to rest, while it goes there. */
  lookFromNear(layer, state, view) {
    const track = layer.slide.score?.targets.find(({ key }) => key === VIEW_KEY)?.tracks[0];
    const rests = track && state.time !== undefined && this.looked?.slide !== layer.element.dataset.slide ? seenThrough(restAhead(track, state.time), this.play.width, this.play.height) : view;
    for (const node of layer.tiled) {
      const drawn = through(rests, drawnIn(state.targets[node.key], node.rotation, node.opacity), node);
      node.tiled.look(drawn && !isBeside(drawn.place, boxOf(node), this.play) ? drawn.place : null, node, this.play, this.scale ?? 1);
    }
  }

  /** Shows something else of a slide's plane than the frame does, until null: {slide, view: (x, y, width, turn)}. */
  look(looked) {
    this.looked = looked;
    this.show(this.frame);
  }

  /** Builds the layers of the next transition, a few objects whenever there is time, so that it begins without a stop. */
  lookAhead(index) {
    const { order, slides } = this.play;
    const next = order.findIndex(([, , length], n) => n > index && length > 0);
    const slide = slides[order[next]?.[0]];
    if (!slide || this.ahead.slide === slide) return;
    const pieces = (of) => slide.score.transition?.pieces?.filter((piece) => piece.of === of).length ?? 0;
    const copies = Math.max(1, pieces("new"), pieces("old"));
    const tasks = [order[next][0], order[index]?.[0]].flatMap((id) => (slides[id] ? Array.from({ length: copies }, (_, copy) => ({ id, copy })) : []));
    this.ahead = { slide, tasks, names: new Set(tasks.map(({ id, copy }) => nameOf(id, copy))) };
    whenIdle((deadline) => this.buildAhead(slide, deadline));
  }

  buildAhead(slide, deadline) {
    const { tasks } = this.ahead;
    if (this.ahead.slide !== slide || !this.looksAhead) return;
    while (tasks.length && deadline.timeRemaining() > LEAST_IDLE_MS) {
      const [{ id, copy }] = tasks;
      const layer = this.layers.get(nameOf(id, copy)) ?? this.newLayer(id, copy);
      const missing = this.play.slides[id]?.nodes.find((node) => !layer.made.has(nameOfNode(node)));
      if (missing) this.make(layer, missing);
      else {
        this.layer(id, copy);
        tasks.shift();
      }
    }
    if (tasks.length) whenIdle((later) => this.buildAhead(slide, later));
  }

  /** Shows in a second layer of a slide what its films show. */
  copyFilms(id, layer) {
    for (const [object, { media }] of layer.made) {
      const film = this.video(id, object);
      if (media?.tagName === "CANVAS" && film?.readyState > 1) media.getContext("2d").drawImage(film, 0, 0, media.width, media.height);
    }
  }

  /**
   * Draws one slide as for placing: with everything on it where it is placed, or as its builds have it at a slide time;
   * of one with a plane what is looked at ({x, y, width}), not what it shows then.
   */
  arrange(id, time = null, look = null) {
    const index = this.play.order.findIndex((row) => row[0] === id);
    const { nodes, score } = this.play.slides[id];
    const targets = time === null ? {} : Object.fromEntries(score.targets.map((target) => [target.key, stateAt(target.tracks, time)]));
    for (const node of nodes) if (node.hidden) targets[node.key] = HIDDEN;
    if (look) targets[VIEW_KEY] = { view: [look.x, look.y, look.width, 0] };
    this.show({ backdrop: "#000000", layers: [{ slide: index, properties: {}, targets, corners: [], soft: 0, grid: null }] });
  }

  /** The layer of a slide, built or brought up to date with the slide's nodes; a slide in several pieces has copies. */
  layer(id, copy = 0) {
    const slide = id === NO_SLIDE ? BLACK_SLIDE : this.play.slides[id];
    let layer = this.layers.get(nameOf(id, copy));
    if (layer?.slide === slide) return layer;
    layer ??= this.newLayer(id, copy);
    layer.slide = slide;
    this.bringUpToDate(layer, slide.nodes);
    return layer;
  }

  /** A layer with nothing in it, and not seen yet. */
  newLayer(id, copy) {
    const element = document.createElement("div");
    element.className = "stage-layer";
    if (copy) element.dataset.copyOf = id;
    else element.dataset.slide = id;
    set(element, "visibility", "hidden");
    const layer = { element, copy, nodes: new Map(), made: new Map(), tiled: [], cover: new Cover(element, this.play.width, this.play.height) };
    this.plane.append(element);
    this.layers.set(nameOf(id, copy), layer);
    return layer;
  }

  /** Builds a node in a layer. */
  make(layer, node, text = JSON.stringify(node)) {
    const entry = { ...build(node, this.play.assets, layer.copy ? "copy" : ""), node, text };
    announceLinks(entry.element);
    layer.made.set(nameOfNode(node), entry);
    layer.element.append(entry.element);
    return entry;
  }

  bringUpToDate(layer, nodes) {
    const made = new Map();
    layer.nodes = new Map();
    let placed = null;
    for (const node of nodes) {
      const name = nameOfNode(node);
      let entry = layer.made.get(name);
      const text = entry?.node === node ? entry.text : JSON.stringify(node);
      if (entry && entry.text !== text && isSameButPlaced(entry.node, node)) {
        frameBox(entry.element, node);
        fitMedia(entry.media, node);
        if (node.svg) stretchDrawing(entry.element);
        entry = { ...entry, node, text };
      } else if (entry?.text !== text) {
        if (entry) leave(entry.element);
        entry = this.make(layer, node, text);
      }
      const spot = placed ? placed.nextSibling : layer.element.firstChild;
      if (spot !== entry.element) layer.element.insertBefore(entry.element, spot);
      placed = entry.element;
      made.set(name, entry);
      layer.nodes.set(node.key, {
        element: entry.element, object: node.object, rotation: node.rotation, opacity: node.opacity, media: entry.media, tiled: entry.tiled, whole: node.whole, flip: node.flip,
        width: node.width, height: node.height, key: node.key, x: node.x, y: node.y, fixed: node.fixed, box: true,
      });
      for (const { key, element, width, height } of entry.parts ?? []) {
        layer.nodes.set(key, { element, rotation: 0, opacity: 1, width: width ?? node.width, height });
      }
    }
    for (const [key, entry] of layer.made) if (!made.has(key)) leave(entry.element);
    layer.made = made;
    layer.tiled = [...layer.nodes.values()].filter(({ tiled }) => tiled);
  }

  /** The media element of a clip on a slide, by the object's id, if its layer is built. */
  video(slideId, object) {
    return this.layers.get(slideId)?.made.get(object)?.media ?? null;
  }

  /** Shows a ground alone: of a slide that is still on its way. */
  wait(ground) {
    this.show({ backdrop: ground === "none" ? "#000000" : ground, layers: [] });
  }

  /** Keeps the layers of a few slides and drops the rest. */
  trim(named) {
    if (this.layers.size <= 6) return;
    for (const [name, layer] of this.layers) {
      if (!named.has(name) && !this.ahead.names.has(name) && this.layers.size > 4) this.drop(name, layer);
    }
  }

  drop(name, layer) {
    layer.cover.leave();
    leave(layer.element);
    this.layers.delete(name);
  }
}

/** Takes an element off the stage that is not to stand on it again, with its clips. */
function leave(element) {
  element.remove();
  element.querySelectorAll("video").forEach(release);
}

const LEAST_IDLE_MS = 2; // building one object is to fit into what is left of a frame
const whenIdle = window.requestIdleCallback ?? ((run) => setTimeout(() => run({ timeRemaining: () => 2 * LEAST_IDLE_MS }), 30));
const HIDDEN = { visible: 0 };
const NO_SLIDE = ""; // the black before the first slide
const BLACK_SLIDE = { background: "#000000", nodes: [] };

function nameOfNode(node) {
  return node.object || node.key;
}

function nameOf(id, copy) {
  return copy ? `${id}#${copy}` : id;
}

/** Whether two nodes differ in their boxes alone: then what is in them stays, a picture at its frame, a film at its place. */
function isSameButPlaced(one, other) {
  if (one.link !== other.link || one.sketch || other.sketch || Boolean(one.parts) !== Boolean(other.parts)) return false;
  if (one.asset || other.asset) return one.asset === other.asset && JSON.stringify(one.marks) === JSON.stringify(other.marks);
  const parts = (node) => JSON.stringify([node.parts?.map((part) => [part.svg, part.lines, part.before, part.pieces]) ?? node.svg, node.marks]);
  return parts(one) === parts(other) && JSON.stringify(one.parts?.map((p) => p.y)) === JSON.stringify(other.parts?.map((p) => p.y));
}

/** Puts a node as it is drawn in a state of it (frame.js). */
function place(node, state, view, stage) {
  const { element } = node;
  const drawn = node.box ? through(view, drawnIn(state, node.rotation, node.opacity), node) : drawnIn(state, node.rotation, node.opacity);
  const isSeen = drawn && !(view && node.box && isBeside(drawn.place, boxOf(node), stage));
  set(element, "visibility", isSeen ? "inherit" : "hidden");
  if (!isSeen) return;
  set(element, "transform", isStanding(drawn.place) ? "" : transformOf(drawn.place));
  set(element, "opacity", String(drawn.opacity));
  set(element, "zIndex", drawn.front ? "1" : "");
  set(element, "filter", drawn.blur ? `blur(${drawn.blur}px)` : "");
  if (drawn.ink || node.ink) (node.ink ??= new Ink(element)).show(drawn.ink);
  if (drawn.mask || node.cover) (node.cover ??= new Cover(element, node.width, node.height)).show(drawn.mask);
}

function placeLayer({ element, slide, cover }, drawn) {
  const { grounded } = drawn;
  set(element, "backgroundColor", grounded === 1 ? slide.background : `color-mix(in srgb, ${slide.background} ${100 * grounded}%, transparent)`);
  set(element, "transform", isStanding(drawn.place) ? "" : transformOf(drawn.place));
  set(element, "opacity", String(drawn.opacity));
  const light = drawn.brightness === 1 ? "" : `brightness(${drawn.brightness})`;
  set(element, "filter", drawn.blur ? `${light} blur(${drawn.blur}px)` : light);
  cover.show(drawn.mask);
}

function isStanding(place) {
  return place === STANDS || place.every((value, n) => value === STANDS[n]);
}

/** Sets a style once: what it had is remembered, so that a still object costs nothing. */
function set(element, name, value) {
  const written = (element.written ??= {});
  if (written[name] === value) return;
  written[name] = value;
  element.style[name] = value;
}
