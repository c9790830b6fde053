// Dragging something in time: what it would give is shown while it lasts, and kept when it ends. The same by keys.

import { tenths } from "../../site/times.js";
import { follow } from "../../site/gesture.js";
import { allBeats } from "./beats.js";

const SNAPS_PX = 6;
const ROUND_MS = 100;
const STEP_MS = 100;
const FAR_MS = 1000;

/**
 * Follows the pointer from a press. `at`: show time of what is dragged, for snapping; `make(byMs, event)` returns
 * the command for that far; `says()` gives words for what it would be now; `click` runs if it was only a click. times are round; Alt drags to the millisecond, without snapping; Escape leaves all as it was.
 */
export function dragInTime(timeline, event, { at, make, says = () => "", click = () => {} }) {
  const { store } = timeline;
  const snaps = snapTimes(timeline).filter((time) => time !== at);
  const told = document.createElement("div");
  told.className = "tl-told";
  const held = document.createElement("div");
  held.className = "tl-held";
  let command = null;
  let tell = () => {};
  const leave = store.on("changed", () => command && tell()); // what it would be now may be known only later
  event.preventDefault();
  event.target.closest("button")?.focus({ preventScroll: true });
  follow(event, {
    scrolls: timeline.scroll,
    click() {
      leave();
      click();
    },
    move({ dx, event: e }) {
      let by = Math.round(dx / timeline.scale);
      if (!e.altKey) by = snapped(at, by, snaps, SNAPS_PX / timeline.scale, store.start());
      command = make(by, e);
      tell = () => tellBy(told, e, by, at + by, says());
      hold(held, timeline, e.clientX + by * timeline.scale - dx);
      tell();
      if (command) store.trial.of(command);
    },
    end() {
      leave();
      told.remove();
      held.remove();
      if (command) store.finish(command);
    },
    leave() {
      leave();
      told.remove();
      held.remove();
      store.trial.leave();
    },
  });
}

/** The ms that an arrow key moves by, or 0: a tenth of a second, with Shift a second. */
export function stepOf(event) {
  const way = { ArrowLeft: -1, ArrowRight: 1 }[event.key] ?? 0;
  if (way) event.preventDefault();
  return way * (event.shiftKey ? FAR_MS : STEP_MS);
}

/** Instants that a drag snaps to: slide starts, cues, beats, ends of builds of the slide in focus, the playhead. */
function snapTimes(timeline) {
  const { store, desk, range } = timeline;
  const { shown } = store;
  const found = [desk.stage.time, shown.length];
  for (const [id, start, length] of shown.order) {
    if (start + length < range[0] || start > range[1]) continue;
    found.push(start, ...shown.briefs[id].cues.map((cue) => start + cue));
    if (id === store.focus && store.slide?.voice) found.push(...wordStarts(store, start));
    if (id === store.focus) for (const group of store.slide?.time.groups ?? []) found.push(...group.steps.flatMap((step) => [start + step.start, start + step.end]));
  }
  if (store.shown.bed_spans.length) found.push(...allBeats(store.shown, ...timeline.axis.view));
  return found;
}

/** The instants at which the words of the slide's voice begin. */
function wordStarts(store, start) {
  const voice = store.shown.briefs[store.focus].voice;
  return voice ? store.slide.voice.items.filter((item) => item.kind === "word" && item.start !== undefined).map((item) => start + voice.start + item.start) : [];
}

/** To what is near; else to a round time of the slide. */
function snapped(at, by, snaps, reach, start) {
  let best = Math.round((at + by - start) / ROUND_MS) * ROUND_MS + start - at;
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

/** A line where what is dragged is held, whatever the server has said of it yet. */
function hold(held, { scroll }, x) {
  const { top, height } = scroll.getBoundingClientRect();
  Object.assign(held.style, { left: `${x}px`, top: `${top}px`, height: `${height}px` });
  if (!held.isConnected) document.body.append(held);
}

function tellBy(told, event, by, instant, words) {
  told.textContent = `${by < 0 ? "−" : "+"}${(Math.abs(by) / 1000).toFixed(2)} s, at ${tenths(Math.max(0, instant))}${words ? `, ${words}` : ""}`;
  told.style.left = `${event.clientX + 12}px`;
  told.style.top = `${event.clientY - 26}px`;
  if (!told.isConnected) document.body.append(told);
}
