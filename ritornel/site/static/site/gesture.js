// One pointer from its press to its end: the only place where drags are followed.
//
//   follow(event, { start, move, end, leave, click, scrolls })
//
// A press that goes no further than the threshold is a click. A drag ends where the pointer is let go; it is left, and
// must leave all as it was, by Escape, when the browser takes the pointer away (a touch that becomes something
// else, a window that loses it), and when another gesture begins. Near the edges of `scrolls` the page scrolls along.

const MOUSE_PX = 3;
const FINGER_PX = 8;
const EDGE_PX = 36;
const SCROLL_PX = 14;

let current = null;

/** The gesture under way, or null. */
export function underWay() {
  return current;
}

/** Leaves the gesture under way, if there is one. */
export function leaveGesture() {
  current?.leave();
}

/**
 * Follows the pointer of a pointerdown event. All callbacks are optional and get the last pointer event with `dx` and
 * `dy` in px from the press, `far` how far it scrolled along. Returns false if the press is none for a gesture.
 */
export function follow(event, options) {
  if (event.button !== 0 || !event.isPrimary) return false;
  leaveGesture();
  current = new Gesture(event, options);
  return true;
}

/** For buttons that can also be dragged: runs `act` when they are pressed by keys; the pointer's click is the gesture's. */
export function byKeys(act) {
  return (event) => event.detail === 0 && act(event);
}

class Gesture {
  constructor(event, { start, move, end, leave, click, scrolls = null, threshold }) {
    Object.assign(this, { callbacks: { start, move, end, leave, click }, scrolls });
    this.threshold = threshold ?? (event.pointerType === "mouse" ? MOUSE_PX : FINGER_PX);
    this.pointer = event.pointerId;
    this.from = { x: event.clientX, y: event.clientY };
    this.last = event;
    this.scrolled = { x: 0, y: 0 };
    this.moving = false;
    this.listeners = new AbortController();
    const { signal } = this.listeners;
    const own = (run) => (e) => e.pointerId === this.pointer && run(e);
    window.addEventListener("pointermove", own((e) => this.move(e)), { signal });
    window.addEventListener("pointerup", own((e) => this.up(e)), { signal });
    window.addEventListener("pointercancel", own(() => this.leave()), { signal });
    window.addEventListener("keydown", (e) => this.key(e), { signal, capture: true });
  }

  told(event) {
    return {
      event,
      dx: event.clientX - this.from.x + this.scrolled.x,
      dy: event.clientY - this.from.y + this.scrolled.y,
      x: event.clientX,
      y: event.clientY,
    };
  }

  move(event) {
    this.last = event;
    if (!this.moving) {
      if (Math.hypot(event.clientX - this.from.x, event.clientY - this.from.y) < this.threshold) return;
      this.moving = true;
      document.documentElement.classList.add("is-dragging");
      // Held by the page itself, so that the drag goes on when what was pressed is drawn anew or is gone.
      document.documentElement.setPointerCapture?.(this.pointer);
      this.callbacks.start?.(this.told(event));
    }
    this.callbacks.move?.(this.told(event));
    this.scrollAlong();
  }

  up(event) {
    const { moving } = this;
    this.stop();
    if (moving) this.callbacks.end?.(this.told(event));
    else this.callbacks.click?.(this.told(event));
  }

  key(event) {
    if (event.key !== "Escape") return;
    event.preventDefault();
    event.stopImmediatePropagation();
    this.leave();
  }

  leave() {
    const { moving } = this;
    this.stop();
    if (moving) this.callbacks.leave?.();
  }

  stop() {
    this.listeners.abort();
    cancelAnimationFrame(this.frame);
    document.documentElement.classList.remove("is-dragging");
    if (document.documentElement.hasPointerCapture?.(this.pointer)) document.documentElement.releasePointerCapture(this.pointer);
    if (current === this) current = null;
  }

  scrollAlong() {
    cancelAnimationFrame(this.frame);
    if (!this.scrolls) return;
    const place = this.scrolls.getBoundingClientRect();
    const by = { x: beyond(this.last.clientX, place.left, place.right), y: beyond(this.last.clientY, place.top, place.bottom) };
    if (!by.x && !by.y) return;
    this.frame = requestAnimationFrame(() => {
      const before = { x: this.scrolls.scrollLeft, y: this.scrolls.scrollTop };
      this.scrolls.scrollBy(by.x, by.y);
      const moved = { x: this.scrolls.scrollLeft - before.x, y: this.scrolls.scrollTop - before.y };
      if (!moved.x && !moved.y) return;
      this.scrolled.x += moved.x;
      this.scrolled.y += moved.y;
      this.callbacks.move?.(this.told(this.last));
      this.scrollAlong();
    });
  }
}

/** How far to scroll for a pointer at `at` between two edges: nothing in the middle, more the nearer to an edge. */
function beyond(at, low, high) {
  if (high - low < 4 * EDGE_PX) return 0;
  if (at < low + EDGE_PX) return -SCROLL_PX * Math.min(1, (low + EDGE_PX - at) / EDGE_PX);
  if (at > high - EDGE_PX) return SCROLL_PX * Math.min(1, (at - high + EDGE_PX) / EDGE_PX);
  return 0;
}
