// Keys of the contact sheet.

import { byKey } from "../parts/arrows.js";
import { listenForHelp } from "../parts/keys_help.js";
import { deleteChosen, duplicateChosen, lengthsOf, playChosen, skipChosen } from "./foot.js";

const HELP = [
  ["Going", [["Arrows", "from slide to slide"], ["Enter", "open the slide on the desk"], ["Ctrl F, /", "find words"], ["W", "as wide as they last, or all alike"], ["+ -", "nearer, farther"]]],
  ["Selecting", [["Space", "select the slide, or let it go"], ["Shift Arrows", "select on the way"], ["Ctrl A", "select all"], ["Esc", "select nothing"]]],
  ["What is selected", [["Alt ← →", "a place earlier, or later"], ["Ctrl D", "duplicate"], ["Del", "delete"], ["K", "skip, or show again"], ["L", "how long they last"], ["P", "play"], ["Ctrl Z, Ctrl Y", "take back, do again"]]],
];

export function listenForKeys(contact) {
  listenForHelp(HELP);
  const { store, sheet } = contact;
  const acts = {
    "Ctrl+a": () => store.select("slides", store.shown.order.map(([id]) => id)),
    "Ctrl+d": () => duplicateChosen(contact),
    "Ctrl+z": () => store.undo(),
    "Ctrl+Shift+z": () => store.redo(),
    "Ctrl+y": () => store.redo(),
    "Ctrl+f": () => document.getElementById("find").focus(),
    "/": () => document.getElementById("find").focus(),
    Delete: () => deleteChosen(contact),
    Backspace: () => deleteChosen(contact),
    Escape: () => store.select("slides", []),
    Enter: () => sheet.open(sheet.here),
    " ": () => sheet.here && sheet.choose(sheet.here, { ctrlKey: true }),
    k: () => skipChosen(contact),
    l: () => lengthsOf(contact),
    p: () => playChosen(contact),
    w: () => sheet.turnWidths(),
    "+": () => sheet.zoom(true),
    "-": () => sheet.zoom(false),
    "Alt+ArrowLeft": () => sheet.step(-1),
    "Alt+ArrowRight": () => sheet.step(1),
  };
  document.addEventListener("keydown", (event) => {
    if (event.defaultPrevented || event.target.closest?.("input, select, textarea, dialog, a, button")) return;
    if (event.key.startsWith("Arrow") && !event.altKey) return walk(contact, event);
    const held = [event.ctrlKey || event.metaKey ? "Ctrl+" : "", event.altKey ? "Alt+" : "", event.shiftKey && event.key.length === 1 && /[a-z]/i.test(event.key) ? "Shift+" : ""].join("");
    const act = acts[held + (event.key.length === 1 ? event.key.toLowerCase() : event.key)];
    if (!act) return;
    event.preventDefault();
    act();
  });
}

/** Arrows go from slide to slide; with Shift they select on the way. */
function walk({ sheet }, event) {
  event.preventDefault();
  const slides = [...sheet.root.querySelectorAll(".strip-slide")];
  const here = slides.find((one) => one.dataset.slide === sheet.here) ?? null;
  const next = { ArrowLeft: slides[slides.indexOf(here) - 1], ArrowRight: slides[slides.indexOf(here) + 1] }[event.key] ?? byKey(slides, here, event.key);
  if (!next) return;
  sheet.choose(next.dataset.slide, { shiftKey: event.shiftKey });
}
