// Keys of the page of comments.

import { listenForHelp } from "../parts/keys_help.js";

const HELP = [
  ["What was said", [["↑ ↓", "to the one before, or after"], ["Home End", "to the first, or the last"], ["G", "with those that are settled, or without"], ["N", "say something"]]],
  ["About it", [["R", "answer"], ["S", "settle it, or take it up again"], ["Enter", "go there"], ["Del", "delete what you said"], ["Ctrl Z", "bring back what you deleted"], ["Ctrl Enter", "send what you wrote"]]],
];

export function listenForKeys(page) {
  listenForHelp(HELP);
  const { talk } = page;
  const acts = {
    ArrowDown: () => page.step(1),
    ArrowUp: () => page.step(-1),
    Home: () => page.step(-Infinity),
    End: () => page.step(Infinity),
    n: () => page.write(),
    g: () => page.turn(),
    r: () => document.querySelector("#about textarea")?.focus(),
    s: () => page.settle(),
    Delete: () => page.current?.deletes && talk.act(page.current, "delete"),
    Enter: () => page.current && (location.href = page.way(page.current)),
    "Ctrl+z": () => talk.deleted && talk.act(talk.deleted, "back"),
  };
  document.addEventListener("keydown", (event) => {
    const { target, key } = event;
    if (target.closest?.("textarea, input, select")) return void (key === "Escape" && target.blur());
    if (event.defaultPrevented || event.altKey || target.closest?.("dialog")) return;
    if (key === "Enter" && target.closest?.("a, button:not(.talk-row)")) return;
    const act = acts[`${event.ctrlKey || event.metaKey ? "Ctrl+" : ""}${key.length === 1 ? key.toLowerCase() : key}`];
    if (!act) return;
    event.preventDefault();
    act();
  });
}
