// Dialogs: a page over the page, that is closed by Escape and gives the focus back to where it came from.

import { html, render } from "../site/vendor/lit.js";

/**
 * Opens a dialog. `draw(dialog)` gives its template; `dialog.update()` draws it anew, `dialog.close(value)` closes it.
 * Resolves to that value, or null if it was left. `store`: drawn anew whenever that has changed.
 */
export function openDialog(label, draw, { width = "", store = null } = {}) {
  const element = document.createElement("dialog");
  element.setAttribute("aria-label", label);
  element.style.width = width;
  document.body.append(element);
  return new Promise((resolve) => {
    let value = null;
    const dialog = {
      element,
      update: () => render(draw(dialog), element),
      close(given = null) {
        value = given;
        element.close();
        ended();
      },
    };
    const leave = store?.on("changed", dialog.update);
    // At once: a field of a dialog that is closed would keep the focus, and swallow the next keys.
    const ended = () => {
      leave?.();
      if (element.contains(document.activeElement)) document.activeElement.blur();
      element.remove();
      resolve(value);
    };
    element.addEventListener("close", ended);
    element.addEventListener("keydown", (event) => {
      event.stopPropagation();
      if (event.key !== "Escape" || event.defaultPrevented) return;
      event.preventDefault();
      dialog.close();
    });
    dialog.update();
    element.showModal();
    element.scrollTop = 0; // the first thing to press may stand at the end of a long one
  });
}

/** The buttons at the foot of a dialog. */
export function footButtons(...buttons) {
  return html`<div class="flex gap-5 items-baseline mt-4">${buttons}</div>`;
}
