// Menus: opened by one key or click, gone with the next; arrows go through them, typing finds in them, Escape leaves them.

import { byKey } from "./arrows.js";
import { openBeside } from "./beside.js";
import { html, render } from "../site/vendor/lit.js";

const FORGETS_MS = 900; // what was typed longer ago does not count

/** Opens a menu beside `anchor`. `draw(menu)` gives its sections; `menu.update()` draws it anew, `menu.close()` closes it. */
export function openMenu(label, anchor, draw) {
  const typed = []; // letters with the instants at which they were typed
  const element = document.createElement("div");
  element.className = "menu";
  element.setAttribute("role", "menu");
  element.setAttribute("aria-label", label);
  const menu = { update: () => render(draw(menu), element) };
  element.addEventListener("keydown", (event) => {
    event.stopPropagation();
    const buttons = [...element.querySelectorAll("button")];
    const at = buttons.indexOf(document.activeElement);
    if (event.key === "Escape" || event.key === "Tab") menu.close();
    if (event.key === "ArrowDown") buttons[(at + 1) % buttons.length].focus();
    if (event.key === "ArrowUp") buttons[(at - 1 + buttons.length) % buttons.length].focus();
    if (event.key === "ArrowLeft" || event.key === "ArrowRight") byKey(buttons, buttons[at], event.key)?.focus();
    if (/^[\p{L} ]$/u.test(event.key) && (typed.length || event.key !== " ")) {
      typed.push([event.key.toLowerCase(), event.timeStamp]);
      while (event.timeStamp - typed[0][1] > FORGETS_MS) typed.shift();
      named(buttons, typed.map(([letter]) => letter).join(""))?.focus();
      event.preventDefault();
    }
    if (event.key.startsWith("Arrow") || event.key === "Tab") event.preventDefault();
  });
  menu.update();
  menu.close = openBeside(element, anchor);
  (element.querySelector("[role=menuitemradio][aria-checked=true]") ?? element.querySelector("button")).focus({ preventScroll: true });
}

/** The first button that begins with what was typed, or has a word that does. */
function named(buttons, words) {
  const begins = (button) => button.textContent.trim().toLowerCase();
  return buttons.find((button) => begins(button).startsWith(words)) ?? buttons.find((button) => ` ${begins(button)}`.includes(` ${words}`));
}

export function section(label, items) {
  return html`<div role="group" aria-label=${label} data-label=${label}>${items}</div>`;
}

export function item(label, help, run) {
  return html`<button role="menuitem" title=${help} @click=${run}>${label}</button>`;
}

/** One of several that exclude each other; the menu opens at the one that is. */
export function oneOf(label, help, on, run) {
  return html`<button role="menuitemradio" aria-checked=${String(on)} title=${help} @click=${run}>${label}</button>`;
}

/** An item that is on or off, and leaves the menu open. */
export function tick(menu, label, on, turn) {
  return html`<button role="menuitemcheckbox" aria-checked=${String(on)} @click=${() => (turn(!on), menu.update())}>${label}</button>`;
}
