// Menus: opened by one key or click, gone with the next; arrows go through them, typing finds in them, Escape leaves them.

import { byKey } from "./arrows.js";
import { html, render } from "../site/vendor/lit.js";

const FORGETS_MS = 900; // what was typed longer ago does not count

/** Opens a menu beside `anchor`. `draw(menu)` gives its sections; `menu.update()` draws it anew, `menu.close()` closes it. */
export function openMenu(label, anchor, draw) {
  const cameFrom = document.activeElement;
  const typed = []; // letters with the instants at which they were typed
  const element = document.createElement("div");
  element.className = "menu";
  element.setAttribute("role", "menu");
  element.setAttribute("aria-label", label);
  const outside = (event) => element.contains(event.target) || menu.close();
  const menu = {
    update: () => render(draw(menu), element),
    close() {
      element.remove();
      document.removeEventListener("pointerdown", outside, true);
      if (cameFrom?.isConnected) cameFrom.focus({ preventScroll: true });
    },
  };
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
  document.body.append(element);
  place(element, anchor);
  (element.querySelector("[role=menuitemradio][aria-checked=true]") ?? element.querySelector("button:not(.is-turning)") ?? element.querySelector("button")).focus({ preventScroll: true });
  setTimeout(() => document.addEventListener("pointerdown", outside, true));
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

/** Beside the acts, over the prompt book: what is worked on stays in sight. */
function place(menu, anchor) {
  const at = anchor.getBoundingClientRect();
  const { offsetWidth, offsetHeight } = menu;
  menu.style.left = `${Math.max(8, Math.min(at.right + 10, innerWidth - offsetWidth - 8))}px`;
  menu.style.top = `${Math.max(8, Math.min(at.top - 40, innerHeight - offsetHeight - 8))}px`;
}

/** Where a menu of an act opens: beside the button that was clicked, else beside the rail. */
export function anchorOf(event) {
  return event?.type === "click" ? event.currentTarget : document.getElementById("acts");
}

/** An item that goes through `ways`, words by name, and leaves the menu open. */
export function turning(menu, label, ways, now, turn) {
  const names = Object.keys(ways);
  const next = () => turn(names[(names.indexOf(now) + 1) % names.length]);
  return html`<button role="menuitem" class="is-turning" @click=${() => (next(), menu.update())}>${label} <span>${ways[now]}</span></button>`;
}
