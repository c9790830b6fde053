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
      close: (given = null) => {
        value = given;
        element.close();
      },
    };
    const leave = store?.on("changed", dialog.update);
    element.addEventListener("close", () => {
      leave?.();
      element.remove();
      resolve(value);
    });
    element.addEventListener("keydown", (event) => event.stopPropagation());
    dialog.update();
    element.showModal();
    element.scrollTop = 0; // the first thing to press may stand at the end of a long one
  });
}

/** The buttons at the foot of a dialog. */
export function footButtons(...buttons) {
  return html`<div class="flex gap-5 items-baseline mt-4">${buttons}</div>`;
}
