// The stage: slides as layers of nodes, put into the state that a frame says. Sizes in stage units.

/** Draws frames of a show into `root`. `play` is {width, height, order, slides, assets}. */
export class Stage {
  constructor(root, play) {
    this.root = root;
    this.play = play;
    this.layers = new Map();
    root.classList.add("stage");
    this.plane = root.appendChild(document.createElement("div"));
    this.plane.className = "stage-plane";
    this.fit();
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
    const named = new Set();
    set(this.plane, "backgroundColor", frame.backdrop);
    frame.layers.forEach((state, depth) => {
      const id = this.play.order[state.slide][0];
      named.add(id);
      const layer = this.layer(id);
      set(layer.element, "zIndex", String(depth + 1));
      set(layer.element, "visibility", "visible");
      placeLayer(layer.element, state.properties);
      for (const [key, node] of layer.nodes) place(node, state.targets[key]);
    });
    for (const [id, layer] of this.layers) {
      if (!named.has(id)) set(layer.element, "visibility", "hidden");
    }
    this.trim(named);
  }

  /** Draws one slide with everything on it, as for placing. */
  arrange(id) {
    const index = this.play.order.findIndex((row) => row[0] === id);
    this.show({ backdrop: "#000000", layers: [{ slide: index, properties: {}, targets: {} }] });
  }

  /** The layer of a slide, built or brought up to date with the slide's nodes. */
  layer(id) {
    const slide = this.play.slides[id];
    let layer = this.layers.get(id);
    if (layer?.slide === slide) return layer;
    if (!layer) {
      const element = document.createElement("div");
      element.className = "stage-layer";
      element.dataset.slide = id;
      layer = { element, nodes: new Map(), made: new Map() };
      this.plane.append(element);
      this.layers.set(id, layer);
    }
    layer.slide = slide;
    layer.element.style.backgroundColor = slide.background;
    this.bringUpToDate(layer, slide.nodes);
    return layer;
  }

  bringUpToDate(layer, nodes) {
    const made = new Map();
    layer.nodes = new Map();
    let placed = null;
    for (const node of nodes) {
      const text = JSON.stringify(node);
      let entry = layer.made.get(node.key);
      if (entry && entry.text !== text && node.asset && entry.node.asset === node.asset) {
        frameBox(entry.element, node);
        fitMedia(entry.media, node);
        entry = { ...entry, node, text };
      } else if (entry?.text !== text) {
        entry?.element.remove();
        entry = { ...build(node, this.play.assets), node, text };
      }
      const spot = placed ? placed.nextSibling : layer.element.firstChild;
      if (spot !== entry.element) layer.element.insertBefore(entry.element, spot);
      placed = entry.element;
      made.set(node.key, entry);
      layer.nodes.set(node.key, {
        element: entry.element, rotation: node.rotation, opacity: node.opacity, media: entry.media,
      });
      for (const [key, element] of entry.parts ?? []) layer.nodes.set(key, { element, rotation: 0, opacity: 1 });
    }
    for (const [key, entry] of layer.made) if (!made.has(key)) entry.element.remove();
    layer.made = made;
  }

  /** The media element of a clip on a slide, if its layer is built. */
  video(slideId, key) {
    return this.layers.get(slideId)?.nodes.get(key)?.media ?? null;
  }

  /** Shows an object in another box for the moment: while it is dragged. */
  preview(slideId, key, { x, y, width, height }) {
    const { style } = this.layers.get(slideId)?.made.get(key)?.element ?? {};
    if (style) Object.assign(style, { left: `${x}px`, top: `${y}px`, width: `${width}px`, height: `${height}px` });
  }

  /** Keeps the layers of a few slides and drops the rest. */
  trim(named) {
    if (this.layers.size <= 6) return;
    for (const [id, layer] of this.layers) {
      if (named.has(id) || this.layers.size <= 4) continue;
      layer.element.querySelectorAll("video").forEach((video) => video.pause());
      layer.element.remove();
      this.layers.delete(id);
    }
  }
}

/** A still picture of a slide with everything on it, `width` px wide; clips show their poster. */
export function thumbnail(slide, play, width) {
  const root = document.createElement("div");
  root.className = "thumb";
  root.style.width = `${width}px`;
  root.style.height = `${Math.round((width * play.height) / play.width)}px`;
  root.style.backgroundColor = slide.background;
  const plane = root.appendChild(document.createElement("div"));
  plane.className = "stage-plane";
  plane.style.width = `${play.width}px`;
  plane.style.height = `${play.height}px`;
  plane.style.transform = `scale(${width / play.width})`;
  for (const node of slide.nodes) plane.append(build(node, play.assets ?? {}, true).element);
  return root;
}

/** One object's own picture, cut to its box, at most `width` x `height` px. */
export function objectThumbnail(node, slide, play, width, height) {
  const root = document.createElement("div");
  root.className = "thumb";
  root.style.width = `${width}px`;
  root.style.height = `${height}px`;
  root.style.backgroundColor = slide.background;
  const scale = Math.min((width - 4) / node.width, (height - 4) / node.height);
  const { element } = build(node, play.assets ?? {}, true);
  element.style.left = `${(width - node.width * scale) / 2}px`;
  element.style.top = `${(height - node.height * scale) / 2}px`;
  element.style.transformOrigin = "0 0";
  element.style.transform = `scale(${scale})`;
  root.append(element);
  return root;
}

function build(node, assets, still = false) {
  const element = document.createElement("div");
  element.className = `stage-node stage-${node.kind}`;
  element.dataset.key = node.key;
  frameBox(element, node);
  if (node.parts) {
    const parts = node.parts.map((part) => {
      const piece = document.createElement("div");
      piece.className = "stage-part";
      piece.dataset.key = part.key;
      piece.style.top = `${part.y}px`;
      piece.style.height = `${part.height}px`;
      piece.innerHTML = part.svg;
      element.append(piece);
      return [part.key, piece];
    });
    return { element, parts };
  }
  if (node.svg) element.innerHTML = node.svg;
  if (node.asset === undefined) return { element };
  const media = mediaElement(node, assets[node.asset], still);
  fitMedia(media, node);
  element.append(media);
  return { element, media };
}

function mediaElement(node, asset, still) {
  if (node.kind === "clip" && !still) {
    const video = document.createElement("video");
    video.playsInline = true;
    video.preload = "auto";
    video.poster = asset?.poster ?? "";
    if (asset) video.src = asset.url;
    return video;
  }
  const picture = document.createElement("img");
  picture.alt = node.alt;
  picture.draggable = false;
  const address = node.kind === "clip" ? asset?.poster : asset?.url;
  if (address) picture.src = address;
  return picture;
}

function fitMedia(media, node) {
  if (media) media.style.objectFit = node.fit === "fill" ? "cover" : "contain";
}

function frameBox(element, node) {
  element.style.left = `${node.x}px`;
  element.style.top = `${node.y}px`;
  element.style.width = `${node.width}px`;
  element.style.height = `${node.height}px`;
  element.style.opacity = String(node.opacity);
  element.style.transform = node.rotation ? `rotate(${node.rotation}deg)` : "";
  element.written = {};
}

function place(node, state = {}) {
  const { element } = node;
  const x = state.x ?? 0;
  const y = state.y ?? 0;
  const turn = node.rotation + (state.rotate ?? 0);
  const moves = [];
  if (x || y) moves.push(`translate(${x}px, ${y}px)`);
  if (turn) moves.push(`rotate(${turn}deg)`);
  if ((state.scale_x ?? 1) !== 1 || (state.scale_y ?? 1) !== 1) {
    moves.push(`scale(${state.scale_x ?? 1}, ${state.scale_y ?? 1})`);
  }
  set(element, "transform", moves.join(" "));
  set(element, "opacity", String(node.opacity * (state.opacity ?? 1)));
  set(element, "visibility", state.visible === 0 ? "hidden" : "inherit");
  set(element, "filter", state.blur ? `blur(${state.blur}px)` : "");
  set(element, "clipPath", state.clip ? polygon(state.clip) : "");
}

function placeLayer(element, state) {
  const h = state.homography;
  set(element, "transform", h ? matrix(h) : "");
  set(element, "opacity", String(state.opacity ?? 1));
  set(element, "clipPath", state.clip ? polygon(state.clip) : "");
  set(element, "filter", (state.brightness ?? 1) === 1 ? "" : `brightness(${state.brightness})`);
}

function polygon(points) {
  const corners = [];
  for (let i = 0; i < points.length; i += 2) corners.push(`${points[i]}px ${points[i + 1]}px`);
  return `polygon(${corners.join(", ")})`;
}

function matrix([a, b, c, d, e, f, g, h, i]) {
  return `matrix3d(${[a, d, 0, g, b, e, 0, h, 0, 0, 1, 0, c, f, 0, i].join(", ")})`;
}

/** Sets a style once: what it had is remembered, so that a still object costs nothing. */
function set(element, name, value) {
  const written = (element.written ??= {});
  if (written[name] === value) return;
  written[name] = value;
  element.style[name] = value;
}
