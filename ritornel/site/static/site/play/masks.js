// What is seen of a layer, or of an object that is being uncovered: a clip of hard polygons, or a mask of soft ones or of cells.

const SVG = "http://www.w3.org/2000/svg";
const BEYOND = 400; // what stands out of its box, a shadow, letters, stands out by less (core.motion.uncovering)
const ROOM = 2; // a soft edge is blurred so many times as far as it is soft, at most
const DEVIATION = 0.4; // of a soft edge, as a share of how far it is soft

let count = 0;

/** Shows of an element what a frame state says of it; `width` and `height` are its own, in stage units. */
export class Cover {
  constructor(element, width, height) {
    Object.assign(this, { element, width, height });
    this.written = {};
    this.kind = "";
  }

  show({ properties, corners, soft, grid }) {
    const { clip, cells } = properties;
    const masked = cells || (clip && soft);
    this.style("clipPath", clip && !masked ? path(clip, corners) : "");
    if (cells) this.cells(cells, grid);
    else if (masked) this.soft(path(clip, corners, false), soft);
    this.style("mask", masked ? `url("#${this.id}") no-clip` : "");
  }

  style(name, value) {
    if ((this.written[name] ?? "") === value) return;
    this.written[name] = value;
    this.element.style[name] = value;
  }

  soft(data, soft) {
    this.make(`soft ${soft}`, () => {
      return `<filter id="${this.id}-blur" filterUnits="userSpaceOnUse" ${this.area(BEYOND + ROOM * soft)}><feGaussianBlur stdDeviation="${DEVIATION * soft}"/></filter>
        <g filter="url(#${this.id}-blur)"><path fill="#fff"/></g>`;
    });
    const outline = this.mask.querySelector("path");
    if (this.data === data) return;
    this.data = data;
    outline.setAttribute("d", data);
  }

  cells(states, [columns, rows]) {
    this.make(`cells ${columns} ${rows}`, () => {
      const [across, down] = [this.width / columns, this.height / rows];
      const cell = (n) => `<rect x="${(n % columns) * across}" y="${Math.floor(n / columns) * down}" width="${across}" height="${down}" fill="#fff" opacity="0"/>`;
      return `<g shape-rendering="crispEdges">${states.map((_, n) => cell(n)).join("")}</g>`;
    });
    const drawn = this.mask.querySelector("g").children;
    this.states ??= states.map(() => 0);
    states.forEach((state, n) => {
      if (this.states[n] === state) return;
      this.states[n] = state;
      drawn[n].setAttribute("opacity", state);
    });
  }

  area(room) {
    return `x="${-room}" y="${-room}" width="${this.width + 2 * room}" height="${this.height + 2 * room}"`;
  }

  /** Makes the mask, if it is not one of this kind already. */
  make(kind, content) {
    if (this.kind === kind) return;
    this.leave();
    this.kind = kind;
    this.id = `stage-mask-${++count}`;
    this.svg = document.createElementNS(SVG, "svg");
    this.svg.setAttribute("class", "stage-mask");
    this.svg.innerHTML = `<mask id="${this.id}" maskUnits="userSpaceOnUse" ${this.area(BEYOND)} mask-type="alpha">${content()}</mask>`;
    this.mask = this.svg.firstElementChild;
    this.element.append(this.svg);
  }

  /** Takes the mask away. */
  leave() {
    this.svg?.remove();
    this.svg = this.data = this.states = undefined;
    this.kind = "";
  }
}

/** Polygons as a CSS path(), or as path data. */
function path(places, corners, css = true) {
  let at = 0;
  const ways = (corners.length ? corners : [places.length / 2]).map((count) => {
    const way = [];
    for (const end = at + 2 * count; at < end; at += 2) way.push(`${round(places[at])} ${round(places[at + 1])}`);
    return `M${way.join("L")}Z`;
  });
  return css ? `path("${ways.join("")}")` : ways.join("");
}

function round(value) {
  return Math.round(value * 100) / 100;
}
