// Keys: each does the act of the table that has it, unless what has the focus uses that key itself.

import { underWay } from "../../site/gesture.js";
import { doAct } from "./acting.js";
import { ACTS } from "./table.js";

const FRAME_MS = 1000 / 30;
const ARROWS = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
const BY_KEY = new Map(ACTS.flatMap((act) => act.keys.map((key) => [key, act])));

const TYPED_IN = "input:not([type=checkbox]):not([type=radio]):not([type=range]):not([type=color]), textarea";
const FIELDS = "input, select, textarea"; // left by Escape: then the keys are the acts' again, or the text's that is written
const PRESSED = "button, a[href], summary, [role=button]";
const USES_ARROWS = "select, input[type=radio], input[type=range], [role=menu], [role=slider], [data-arrows]";

export function listenForKeys(desk) {
  document.addEventListener("mousedown", keepKeysForActs);
  document.addEventListener("keydown", (event) => {
    if (event.defaultPrevented || event.isComposing || underWay() || document.querySelector("dialog[open]")) return;
    const { writing } = desk.stage;
    if (event.key === "Escape" && event.target.matches?.(writing ? "#book-sheet *" : FIELDS)) {
      event.preventDefault();
      event.target.blur();
      writing?.editor.focus();
      return;
    }
    if (isUsed(event)) return;
    if (desk.arranging.tool.key?.(desk, event, desk.arranging)) {
      event.preventDefault();
      return;
    }
    const arrow = ARROWS[event.key];
    if (arrow && !event.altKey) {
      event.preventDefault();
      useArrow(desk, arrow, event.shiftKey, event.ctrlKey || event.metaKey);
      return;
    }
    const act = BY_KEY.get(pressed(event));
    if (!act) return;
    event.preventDefault();
    doAct(desk, act, event);
  });
}

/** Whether what has the focus uses the key itself: a field what is typed, a button Space and Enter, a menu its arrows. */
function isUsed(event) {
  const target = event.target instanceof Element ? event.target : document.body;
  if (target.closest(TYPED_IN)) return true;
  if (target.isContentEditable) return !isForTheShow(event);
  if (target.closest("select")) return event.key.length === 1 || event.key === "Enter" || event.key in ARROWS || event.key === "Home";
  if (event.key === " ") return Boolean(target.closest(`${PRESSED}, input`));
  if (event.key === "Enter") return Boolean(target.closest(PRESSED));
  return event.key in ARROWS && Boolean(target.closest(USES_ARROWS));
}

/** What belongs to the show also while a script or a text is written: a step back or forth. */
function isForTheShow(event) {
  return (event.ctrlKey || event.metaKey) && ["z", "y"].includes(event.key.toLowerCase());
}

/** A button that is clicked does not take the focus: Space goes on to play and pause, Enter to write. */
function keepKeysForActs(event) {
  const button = event.target.closest?.("button");
  if (button && !button.closest("dialog, [role=menu]")) event.preventDefault();
}

/** Arrows move what is selected, with Ctrl they resize it; with nothing selected they move the playhead by a frame, with
 * Shift by a second. */
function useArrow(desk, [dx, dy], far, resize) {
  if (desk.store.objects.size) {
    const by = far ? 10 : 1;
    if (resize) desk.arranging.stretch(dx * by, dy * by);
    else desk.arranging.nudge(dx * by, dy * by);
  } else if (dx) {
    desk.stage.scrub(desk.stage.time + dx * (far ? 1000 : FRAME_MS), true);
  }
}

function pressed(event) {
  const name = event.key === " " ? "Space" : event.key.length === 1 ? event.key.toUpperCase() : event.key;
  const ctrl = event.ctrlKey || event.metaKey ? "Ctrl+" : "";
  const alt = event.altKey ? "Alt+" : "";
  const shift = event.shiftKey && (name.length > 1 || /^[A-Z]$/.test(name)) ? "Shift+" : "";
  return ctrl + alt + shift + name;
}
