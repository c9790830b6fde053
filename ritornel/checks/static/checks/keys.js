// Keys of the line check.

import { listenForHelp } from "../parts/keys_help.js";

const HELP = [
  ["What was found", [["↑ ↓", "to the one before, or after"], ["Home End", "to the first, or the last"], ["G", "by slide, by kind, by weight"]]],
  ["About it", [["M", "mend it"], ["A", "mend all of its kind"], ["Enter", "go there, on the desk"], ["L", "leave it, and say why"], ["U", "look again at what was set aside"], ["W", "it is a word: learn it"], ["Ctrl Z, Ctrl Y", "take back, do again"]]],
];

export function listenForKeys({ store, findings }) {
  listenForHelp(HELP);
  const acts = {
    ArrowDown: () => findings.step(1),
    ArrowUp: () => findings.step(-1),
    Home: () => findings.step(-Infinity),
    End: () => findings.step(Infinity),
    Enter: () => findings.current && (location.href = findings.way),
    m: () => findings.mend(),
    a: () => findings.mendAlike(),
    l: () => findings.leave(),
    u: () => findings.takeUp(),
    w: () => findings.learn(),
    g: () => findings.turn(),
    "Ctrl+z": () => findings.undo(),
    "Ctrl+Shift+z": () => store.redo(),
    "Ctrl+y": () => store.redo(),
  };
  document.addEventListener("keydown", (event) => {
    const { target, key } = event;
    if (event.defaultPrevented || event.altKey || findings.asking || target.closest?.("input, select, textarea, dialog")) return;
    if (key === "Enter" && target.closest?.("a, button:not(.check-row)")) return;
    const held = `${event.ctrlKey || event.metaKey ? "Ctrl+" : ""}${event.shiftKey && /^[a-z]$/i.test(key) ? "Shift+" : ""}`;
    const act = acts[held + (key.length === 1 ? key.toLowerCase() : key)];
    if (!act) return;
    event.preventDefault();
    act();
  });
}
