// What lies over the picture for a while: a pointer, the picture brought nearer, a clock for a break. In both windows.

import { el } from "../site/dom.js";
import { minutes } from "../site/times.js";

const LOOK_AGAIN_MS = 250;

/** Over `stage`, whose ink comes nearer with it; `play` is {width, height}. */
export class OverStage {
  constructor(stage, ink, { width, height }) {
    Object.assign(this, { stage, ink, width, height });
    this.pointer = el("div.over-pointer", { hidden: true, "aria-hidden": "true" });
    this.rest = el("div.over-rest", { hidden: true, role: "timer" });
    stage.root.append(this.pointer, this.rest);
  }

  /** `pointer`: {kind, x, y}, `near`: {x, y, scale}, `rest`: {until} in ms of the clock, none for the time of day; or null. */
  show({ pointer, near, rest }) {
    this.point(pointer);
    this.bring(near);
    this.count(rest);
  }

  point(pointer) {
    this.pointer.hidden = !pointer;
    if (!pointer) return;
    this.pointer.dataset.kind = pointer.kind;
    this.pointer.style.setProperty("--x", `${(100 * pointer.x) / this.width}%`);
    this.pointer.style.setProperty("--y", `${(100 * pointer.y) / this.height}%`);
  }

  /** Brings the picture nearer at a point, which stays where it is. */
  bring(near) {
    const scale = near?.scale ?? 1;
    const by = (share) => `${-(scale - 1) * 100 * share}%`;
    const moved = near ? `${by(near.x / this.width)} ${by(near.y / this.height)}` : "0% 0%";
    for (const element of [this.stage.plane, this.ink.canvas]) Object.assign(element.style, { transformOrigin: "0 0", scale: String(scale), translate: element === this.stage.plane ? this.inUnits(near, scale) : moved });
  }

  /** The plane is as large as the stage in its own units, and made smaller: it moves by what it looks like. */
  inUnits(near, scale) {
    const shown = this.stage.root.clientWidth / this.width;
    return near ? `${-(scale - 1) * near.x * shown}px ${-(scale - 1) * near.y * shown}px` : "0px 0px";
  }

  count(rest) {
    clearInterval(this.counting);
    this.rest.hidden = !rest;
    if (!rest) return;
    const tell = () => {
      const words = rest.until === null ? new Date().toLocaleTimeString([], { hour: "2-digit", minute: "2-digit" }) : minutes(Math.max(0, rest.until - Date.now()) + 999);
      if (this.rest.textContent !== words) this.rest.textContent = words;
    };
    tell();
    this.counting = setInterval(tell, LOOK_AGAIN_MS);
  }
}

/** Keeps the screen awake for as long as the page is seen, where the browser can. */
export function stayAwake() {
  const ask = () => document.visibilityState === "visible" && navigator.wakeLock?.request("screen").catch(() => {});
  document.addEventListener("visibilitychange", ask);
  ask();
}

/** Follows a pointer over `root`; `told(x, y)` in stage units, once a frame at most. */
export function followPointer(root, { width }, told) {
  let last = null;
  let asked = 0;
  root.addEventListener("pointermove", (event) => {
    const box = root.getBoundingClientRect();
    last = [((event.clientX - box.left) * width) / box.width, ((event.clientY - box.top) * width) / box.width];
    asked ||= requestAnimationFrame(() => {
      asked = 0;
      told(...last);
    });
  });
}
