// The menu that builds what is selected: one key or click opens it, the next adds the build.

import { html, nothing, render } from "../../../site/vendor/lit.js";
import { newIds } from "../state/ids.js";

const KINDS = [
  ["entrance", "Comes in"],
  ["emphasis", "Is stressed"],
  ["exit", "Goes out"],
];
const PLAYBACK = ["play", "pause"];

const how = { order: "together", byLine: false }; // as it was chosen last

/** Opens the menu beside `anchor` for the objects that are selected. */
export function openBuildMenu(desk, anchor) {
  const { store } = desk;
  const slide = store.focus;
  const objects = [...store.objects];
  const things = objects.map((id) => store.object(id));
  const cameFrom = document.activeElement;
  const element = document.createElement("div");
  element.className = "menu";
  element.setAttribute("role", "menu");
  element.setAttribute("aria-label", "Build");

  const choose = (kind, effect) => {
    close();
    const lines = things.reduce((sum, thing) => sum + (how.byLine && thing.kind === "text" ? Math.max(1, thing.paragraphs.length) : 1), 0);
    const ids = newIds("build", lines);
    store.edit({ do: "add-builds", slide, objects, kind, effect, order: how.order, by_line: how.byLine, ids });
    store.select("steps", ids);
  };
  const item = (label, help, run) => html`<button role="menuitem" title=${help} @click=${run}>${label}</button>`;
  const section = (label, items) => html`<div role="group" aria-label=${label} data-label=${label}>${items}</div>`;
  const tick = (label, on, turn) => html`<button role="menuitemcheckbox" aria-checked=${String(on)} @click=${() => (turn(!on), draw())}>${label}</button>`;

  function draw() {
    const { effects } = store.vocabulary;
    const named = (kind) => Object.entries(effects).filter(([name, effect]) => !PLAYBACK.includes(name) && effect.verbs[kind]);
    const lines = things.some((thing) => thing.kind === "text" && thing.paragraphs.length > 1);
    const plays = things.every((thing) => thing.kind === "clip" || thing.kind === "sound");
    render(html`${KINDS.map(([kind, label]) => section(label, named(kind).map(([name, effect]) => item(effect.verbs[kind], effect.help, () => choose(kind, name)))))}
      ${plays ? section("Plays", PLAYBACK.map((kind) => item(effects[kind].verbs[kind], effects[kind].help, () => choose(kind, kind)))) : nothing}
      ${lines || objects.length > 1 ? section("How", [
        lines ? tick("line by line", how.byLine, (on) => (how.byLine = on)) : nothing,
        tick("each on a cue of its own", how.order === "each", (on) => (how.order = on ? "each" : "together")),
      ]) : nothing}`, element);
  }
  function close() {
    element.remove();
    document.removeEventListener("pointerdown", outside, true);
    if (cameFrom?.isConnected) cameFrom.focus({ preventScroll: true });
  }
  function outside(event) {
    if (!element.contains(event.target)) close();
  }
  element.addEventListener("keydown", (event) => {
    event.stopPropagation();
    const buttons = [...element.querySelectorAll("button")];
    const at = buttons.indexOf(document.activeElement);
    if (event.key === "Escape" || event.key === "Tab") close();
    if (event.key === "ArrowDown") buttons[(at + 1) % buttons.length].focus();
    if (event.key === "ArrowUp") buttons[(at - 1 + buttons.length) % buttons.length].focus();
    if (event.key.startsWith("Arrow") || event.key === "Tab") event.preventDefault();
  });
  draw();
  document.body.append(element);
  place(element, anchor);
  element.querySelector("button").focus({ preventScroll: true });
  setTimeout(() => document.addEventListener("pointerdown", outside, true));
}

/** Beside the acts, over the prompt book: what is being built stays in sight. */
function place(menu, anchor) {
  const at = anchor.getBoundingClientRect();
  const { offsetWidth, offsetHeight } = menu;
  menu.style.left = `${Math.max(8, Math.min(at.right + 10, innerWidth - offsetWidth - 8))}px`;
  menu.style.top = `${Math.max(8, Math.min(at.top - 40, innerHeight - offsetHeight - 8))}px`;
}
