// Panes: parts of the desk that draw themselves by lit-html, which keeps what is the same, the focus in it, and its caret.
// A pane is drawn anew only when something that it shows is another than it was.

import { Directive, directive, render } from "../site/vendor/lit.js";

export class Pane {
  /** `shows()` lists what the pane shows, to be compared one by one; `draw(...shown)` gives its template. */
  constructor(root, { shows, draw }) {
    Object.assign(this, { root, shows, draw });
  }

  update() {
    const now = this.shows();
    if (this.last && now.length === this.last.length && now.every((value, n) => Object.is(value, this.last[n]))) return false;
    this.last = now;
    render(this.draw(...now), this.root);
    return true;
  }
}

/** Draws panes whenever the store has changed. Returns a function that ends it. */
export function drawOnChange(store, panes) {
  const draw = () => panes.forEach((pane) => pane.update());
  draw();
  return store.on("changed", draw);
}

/** Gives a field its value, but never takes away what someone is typing in it, or what they typed and must put right; Escape does. */
class FieldValue extends Directive {
  constructor(part) {
    super(part);
    const field = part.element;
    field.addEventListener("input", () => (this.typing = true));
    field.addEventListener("change", () => (this.typing = false));
    field.addEventListener("blur", () => (this.typing = false));
    field.addEventListener("keydown", ({ key }) => key === "Escape" && this.takeBack(field));
  }

  takeBack(field) {
    this.typing = false;
    field.value = this.value;
    field.removeAttribute("aria-invalid");
    field.classList.remove("field-wrong");
  }

  render() {}

  update(part, [value]) {
    const field = part.element;
    if (this.typing && document.activeElement === field) return;
    if (field.getAttribute("aria-invalid") === "true" && value === this.value) return;
    this.value = value;
    if (field.value !== value) field.value = value;
  }
}

export const fieldValue = directive(FieldValue);
