// Dragging something in time: what it would give is shown while it lasts, and kept when it ends.

import { el } from "../../site/dom.js";

const STARTS_AT_PX = 3;
const SNAPS_PX = 6;

/**
 * Follows the pointer from a press. `at`: show time of what is dragged, for snapping; `make(byMs)` returns the command
 * for that far; `click` runs if it was only a click. Alt drags without snapping; Escape leaves all as it was.
 */
export function dragTime(timeline, event, { at, make, click = () => {} }) {
  if (event.button !== 0) return;
  event.preventDefault();
  event.stopPropagation();
  document.activeElement?.blur();
  const { store } = timeline;
  const start = event.clientX;
  const scrolled = timeline.scroll.scrollLeft;
  const snaps = timeline.snaps().filter((time) => time !== at);
  const told = el("div.tl-told");
  let command = null;
  let far = false;
  const move = (e) => {
    const px = e.clientX - start + timeline.scroll.scrollLeft - scrolled;
    far ||= Math.abs(px) >= STARTS_AT_PX;
    if (!far) return;
    let by = Math.round(px / timeline.scale);
    if (!e.altKey) by = snapped(at, by, snaps, SNAPS_PX / timeline.scale);
    command = make(by);
    tellBy(told, e, by);
    if (command) store.attempt(command);
  };
  const end = () => {
    document.removeEventListener("pointermove", move);
    document.removeEventListener("pointerup", up);
    document.removeEventListener("keydown", leave, true);
    told.remove();
  };
  const up = () => {
    end();
    if (command) store.finish(command);
    else if (!far) click();
  };
  const leave = (e) => {
    if (e.key !== "Escape") return;
    e.stopPropagation();
    end();
    store.endTrial();
  };
  document.addEventListener("pointermove", move);
  document.addEventListener("pointerup", up);
  document.addEventListener("keydown", leave, true);
}

function snapped(at, by, snaps, reach) {
  let best = by;
  let least = reach;
  for (const time of snaps) {
    const off = Math.abs(at + by - time);
    if (off < least) {
      least = off;
      best = Math.round(time - at);
    }
  }
  return best;
}

function tellBy(told, event, by) {
  told.textContent = `${by < 0 ? "−" : "+"}${(Math.abs(by) / 1000).toFixed(2)} s`;
  told.style.left = `${event.clientX + 12}px`;
  told.style.top = `${event.clientY - 26}px`;
  if (!told.isConnected) document.body.append(told);
}
