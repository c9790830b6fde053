// One line that tells the user something, and goes.

import { el } from "../../site/dom.js";

const STAYS_MS = 7000;

/** Says what the store has to tell, or what others ask it to say. */
export class Notice {
  constructor(store) {
    store.on("notice", (words) => this.say(words));
  }

  say(words, { stays = STAYS_MS } = {}) {
    this.clear();
    const close = el("button", { onclick: () => this.clear() }, "Close");
    this.element = el("div.desk-notice", { role: "status" }, el("span", {}, words), close);
    document.body.append(this.element);
    if (stays) this.timer = setTimeout(() => this.clear(), stays);
    return this.element.firstChild;
  }

  clear() {
    clearTimeout(this.timer);
    this.element?.remove();
    this.element = null;
  }
}
