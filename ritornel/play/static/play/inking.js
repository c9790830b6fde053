// What of an object is drawn and in which colour: its fills and lines become another colour, its outline is drawn as by a pen.

import { PEN, PEN_OF_LETTERS } from "./frame.js";

const PAINTS = [["fill", "fill"], ["stroke", "stroke"], ["stop-color", "stopColor"]];
const DRAWN = "path, line, rect, ellipse, circle, polyline, polygon, text";
const WHOLE = { outline: 1, filled: 1 };

export class Ink {
  constructor(element) {
    const own = (selector) => [...element.querySelectorAll(selector)].filter((one) => element.classList.contains("stage-mark") || !one.closest(".stage-mark"));
    this.painted = PAINTS.flatMap(([attribute, style]) =>
      own(`[${attribute}^="#"]`).map((one) => ({ one, style, rgb: rgbOf(one.getAttribute(attribute)) })));
    this.picture = element.querySelector(".stage-framed");
    this.lines = own(DRAWN).filter((one) => !one.closest("clipPath, mask, filter"));
  }

  /** As a frame says it: a colour laid over its own, how much of its outline is drawn, how far it is filled. */
  show({ colour, outline, filled } = WHOLE) {
    const words = String(colour ?? "");
    if (words !== (this.words ?? "")) for (const { one, style, rgb } of this.painted) one.style[style] = colour?.[3] ? mixed(rgb, colour) : "";
    this.words = words;
    const drawn = outline + filled;
    if (drawn === (this.drawn ?? 2)) return;
    this.drawn = drawn;
    for (const one of this.lines) draw(one, outline, filled);
    if (this.picture && !this.lines.length) this.picture.style.opacity = drawn === 2 ? "" : String(drawn / 2); // it has no outline: it fades
  }
}

function rgbOf(hex) {
  return [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16));
}

function mixed(rgb, [red, green, blue, share]) {
  return `rgb(${[red, green, blue].map((value, n) => Math.round(rgb[n] + (value - rgb[n]) * share)).join(",")})`;
}

function draw(one, line, filled) {
  const { style } = one;
  const painted = (name) => one.closest(`[${name}]`)?.getAttribute(name) ?? "none";
  const lined = painted("stroke") !== "none";
  if (filled === 1 || (lined && painted("fill") === "none" && line === 1)) {
    for (const name of ["strokeDasharray", "fillOpacity", "stroke", "strokeWidth", "strokeOpacity", "visibility"]) style[name] = "";
    return;
  }
  const far = length(one);
  style.strokeDasharray = `${far * line} ${2 * far}`;
  style.visibility = line ? "" : "hidden";
  style.fillOpacity = String(filled);
  if (lined) return;
  style.stroke = painted("fill").startsWith("#") ? painted("fill") : "currentColor";
  style.strokeWidth = String(one.tagName === "text" ? size(one) * PEN_OF_LETTERS : PEN);
  style.strokeOpacity = String(1 - filled);
}

/** How long an outline is, in its own units; of letters, longer than any. */
function length(one) {
  return one.tagName === "text" ? 5 * size(one) : one.getTotalLength();
}

function size(text) {
  return Number(text.closest("[font-size]")?.getAttribute("font-size") ?? 40);
}
