// A plane is looked at by hand: the wheel and two fingers bring it nearer where they are, a drag with Space held or with
// the middle button moves it.

import { follow, leaveGesture } from "../../site/gesture.js";

const WHEEL = 0.0015;
const PINCH = 0.01; // as touchpads tell it: a wheel with Ctrl
const WRITTEN_IN = "input, select, textarea, [contenteditable=true], dialog, button, a[href]";

export class PlaneHand {
  /** `look` is a PlaneLook, `over` what lies over the stage. */
  constructor(desk, look, over) {
    Object.assign(this, { desk, look, over, fingers: new Map(), spread: 0, holds: false, dragged: false });
    over.addEventListener("wheel", (event) => this.turnWheel(event), { passive: false });
    over.addEventListener("pointerdown", (event) => this.press(event), { capture: true });
    window.addEventListener("pointermove", (event) => this.spreadFingers(event));
    for (const ends of ["pointerup", "pointercancel"]) window.addEventListener(ends, (event) => this.fingers.delete(event.pointerId));
    window.addEventListener("keydown", (event) => this.holdSpace(event), { capture: true });
    window.addEventListener("keyup", (event) => event.key === " " && this.letSpaceGo());
    window.addEventListener("blur", () => this.takeHold(false));
  }

  get isUsed() {
    return Boolean(this.look.plane && this.desk.arranging.ready);
  }

  turnWheel(event) {
    if (!this.isUsed) return;
    event.preventDefault();
    if (event.shiftKey) this.look.pan(-(event.deltaX || event.deltaY), event.deltaX ? -event.deltaY : 0);
    else this.look.zoom(Math.exp(-event.deltaY * (event.ctrlKey ? PINCH : WHEEL)), this.desk.arranging.point(event));
  }

  press(event) {
    if (!this.isUsed) return;
    if (event.pointerType === "touch") this.fingers.set(event.pointerId, event);
    if (this.fingers.size === 2) this.pinch(event);
    else if (event.button === 1 || (this.holds && event.button === 0)) this.drag(event);
  }

  drag(event) {
    const { look } = this;
    const began = look.look;
    const { scale } = this.desk.arranging;
    event.preventDefault();
    event.stopPropagation();
    this.dragged = this.holds;
    follow(event, { move: ({ dx, dy }) => look.set({ ...began, x: began.x - dx / scale, y: began.y - dy / scale }), end() {}, leave: () => look.set(began) });
  }

  // ---- two fingers

  pinch(event) {
    event.preventDefault();
    event.stopPropagation();
    leaveGesture(); // what the first finger began
    this.spread = this.between().far;
  }

  between() {
    const [a, b] = [...this.fingers.values()];
    return { far: Math.hypot(a.clientX - b.clientX, a.clientY - b.clientY), clientX: (a.clientX + b.clientX) / 2, clientY: (a.clientY + b.clientY) / 2 };
  }

  spreadFingers(event) {
    if (!this.fingers.has(event.pointerId)) return;
    const before = this.fingers.size === 2 ? this.between() : null;
    this.fingers.set(event.pointerId, event);
    if (!before || !this.isUsed) return;
    const now = this.between();
    this.look.pan(now.clientX - before.clientX, now.clientY - before.clientY);
    if (this.spread) this.look.zoom(now.far / this.spread, this.desk.arranging.point(now));
    this.spread = now.far;
  }

  // ---- Space

  /** Held over the stage it takes the plane in hand; let go without a drag it plays, as everywhere else. */
  holdSpace(event) {
    if (event.key !== " " || event.shiftKey || event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return;
    if (!this.holds && !(this.isUsed && this.over.matches(":hover") && !event.target.closest?.(WRITTEN_IN))) return;
    event.preventDefault();
    if (event.repeat) return;
    this.dragged = false;
    this.takeHold(true);
  }

  letSpaceGo() {
    if (!this.holds) return;
    this.takeHold(false);
    if (!this.dragged) this.desk.stage.toggle();
  }

  takeHold(holds) {
    this.holds = holds;
    this.over.classList.toggle("is-held", holds);
  }
}
