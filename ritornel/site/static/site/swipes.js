// Swipes, and taps on the thirds of a page, by touch alone: a mouse clicks as it always did.

const SWIPE_PX = 48;
const TAP_PX = 12;

/**
 * Calls `left()` or `right()` for a swipe that way; for a tap `thirds[0..2]()`, by the third of it that it falls on, if they
 * are given. What is swiped up or down scrolls.
 */
export function swipes(root, { left, right, thirds = null }) {
  let from = null;
  root.addEventListener("pointerdown", (event) => (from = event.pointerType === "touch" && event.isPrimary ? event : null));
  root.addEventListener("pointercancel", () => (from = null));
  root.addEventListener("pointerup", (event) => {
    if (!from || event.pointerId !== from.pointerId) return;
    const [dx, dy] = [event.clientX - from.clientX, event.clientY - from.clientY];
    from = null;
    if (Math.abs(dx) > SWIPE_PX && Math.abs(dx) > 2 * Math.abs(dy)) return void (dx < 0 ? left : right)();
    if (!thirds || Math.hypot(dx, dy) > TAP_PX || event.target.closest("a, button, [data-link]")) return;
    const { left: edge, width } = root.getBoundingClientRect();
    thirds[Math.max(0, Math.min(2, Math.floor((3 * (event.clientX - edge)) / width)))]();
  });
}
