// What is seen of a layer, or of an object that is being uncovered: a clip of hard polygons, or a mask of soft ones or of cells.

const SVG = "http://www.w3.org/2000/svg";
const BEYOND = 400; // what stands out of its box, a shadow, letters, stands out by less (core.motion.uncovering)
const ROOM = 5; // beyond so many standard deviations nothing is seen of a blur

let count = 0;

/** Shows of an element what a frame says (frame.js); `width` and `height` are its own, in stage units. */
export class Cover {
  constructor(element, width, height) {
    Object.assign(this, { element, width, height });
    this.written = {};
    this.kind = "";
  }

  show({ polygons, blur, cells, grid } = {}) {
    const masked = cells || blur;
    this.style("clipPath", polygons && !masked ? `path("${dataOf(polygons)}")` : "");
    if (cells) this.cells(cells, grid);
    else if (masked) this.soft(dataOf(polygons), blur);
    this.style("mask", masked ? `url("#${this.id}") no-clip` : "");
  }

  style(name, value) {
    if ((this.written[name] ?? "") === value) return;
    this.written[name] = value;
    this.element.style[name] = value;
  }

  soft(data, blur) {
    this.make(`soft ${blur}`, () => {
      return `<filter id="${this.id}-blur" filterUnits="userSpaceOnUse" ${this.area(BEYOND + ROOM * blur)}><feGaussianBlur stdDeviation="${blur}"/></filter>
        <g filter="url(#${this.id}-blur)"><path fill="#fff"/></g>`;
    });
    if (this.data === data) return;
    this.data = data;
    this.mask.querySelector("path").setAttribute("d", data);
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

/** Polygons as path data. */
function dataOf(polygons) {
  return polygons.map((places) => {
    const way = [];
    for (let at = 0; at < places.length; at += 2) way.push(`${round(places[at])} ${round(places[at + 1])}`);
    return `M${way.join("L")}Z`;
  }).join("");
}

function round(value) {
  return Math.round(value * 100) / 100;
}
