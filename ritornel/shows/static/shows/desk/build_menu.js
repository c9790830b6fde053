// The menu that builds what is selected: one key or click opens it, the next adds the build.

import { el } from "../../site/dom.js";

const KINDS = [
  ["entrance", "Comes in"],
  ["emphasis", "Is stressed"],
  ["exit", "Goes out"],
];
const NO_MENU = new Set(["play", "pause"]);

let order = "together";
let byLine = false;

/** Opens the menu beside `anchor` for the objects that are selected. */
export function openBuildMenu(desk, anchor) {
  const { store } = desk;
  const objects = [...store.objects];
  if (!objects.length) {
    desk.notice.say("Select an object on the stage first, then build it.");
    return;
  }
  const things = objects.map((id) => store.object(id));
  const menu = el("div.menu", { role: "menu", "aria-label": "Build" });
  const choose = (kind, effect) => {
    close();
    const command = { do: "add-builds", slide: store.focus, objects, kind, effect, order, by_line: byLine };
    const had = new Set(store.slide.doc.running_order.map((step) => step.id));
    store.edit(command).then((answer) => {
      if (answer) store.selectSteps(store.slide.doc.running_order.map((s) => s.id).filter((id) => !had.has(id)));
    });
  };
  for (const [kind, label] of KINDS) {
    const effects = Object.entries(store.vocabulary.effects).filter(([name, effect]) => !NO_MENU.has(name) && effect.verbs[kind]);
    menu.append(section(label, effects.map(([name, effect]) => item(effect.verbs[kind], effect.help, () => choose(kind, name)))));
  }
  if (things.every((thing) => thing.kind === "clip" || thing.kind === "sound")) {
    const effects = [...NO_MENU].map((kind) => [kind, store.vocabulary.effects[kind]]);
    menu.append(section("Plays", effects.map(([kind, effect]) => item(effect.verbs[kind], effect.help, () => choose(kind, kind)))));
  }
  const lines = things.some((thing) => thing.kind === "text" && thing.paragraphs.length > 1);
  const options = [];
  if (lines) options.push(tick("line by line", byLine, (on) => (byLine = on)));
  if (lines || objects.length > 1) options.push(tick("each on a cue of its own", order === "each", (on) => (order = on ? "each" : "together")));
  if (options.length) menu.append(section("How", options));

  function close() {
    menu.remove();
    document.removeEventListener("pointerdown", outside, true);
  }
  function outside(event) {
    if (!menu.contains(event.target)) close();
  }
  menu.addEventListener("keydown", (event) => {
    event.stopPropagation();
    const buttons = [...menu.querySelectorAll("button")];
    const at = buttons.indexOf(document.activeElement);
    if (event.key === "Escape") close();
    if (event.key === "ArrowDown") buttons[(at + 1) % buttons.length].focus();
    if (event.key === "ArrowUp") buttons[(at + buttons.length - 1) % buttons.length].focus();
    if (event.key.startsWith("Arrow")) event.preventDefault();
  });
  document.body.append(menu);
  place(menu, anchor);
  menu.querySelector("button").focus({ preventScroll: true });
  setTimeout(() => document.addEventListener("pointerdown", outside, true));
}

function item(label, help, run) {
  return el("button", { role: "menuitem", onclick: run, title: help }, label);
}

function section(label, items) {
  return el("div", { role: "group", "aria-label": label, "data-label": label }, items);
}

function tick(label, on, change) {
  const button = el("button", { role: "menuitemcheckbox", "aria-checked": String(on) }, label);
  button.addEventListener("click", () => {
    on = !on;
    button.setAttribute("aria-checked", String(on));
    change(on);
  });
  return button;
}

/** Beside the acts, over the prompt book: what is being built stays in sight. */
function place(menu, anchor) {
  const at = anchor.getBoundingClientRect();
  const { offsetWidth, offsetHeight } = menu;
  menu.style.left = `${Math.max(8, Math.min(at.right + 10, innerWidth - offsetWidth - 8))}px`;
  menu.style.top = `${Math.max(8, Math.min(at.top - 40, innerHeight - offsetHeight - 8))}px`;
}
