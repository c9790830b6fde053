// What the desk has to say: a line over the page for those who see, and for those who listen what they cannot see.

import { html, nothing, render } from "../site/vendor/lit.js";

const STAYS_MS = 7000;

/** One line that tells something and goes; with `act` it has a button, with `stays: 0` it stays until it is closed. */
export class Notice {
  constructor() {
    this.root = document.getElementById("notice");
    this.live = document.getElementById("announce");
  }

  say(words, { stays = STAYS_MS, act = null } = {}) {
    clearTimeout(this.timer);
    this.words = words;
    this.act = act;
    this.draw();
    if (stays) this.timer = setTimeout(() => this.clear(), stays);
  }

  /** Changes the words of the notice that is there. */
  change(words) {
    this.words = words;
    this.draw();
  }

  clear() {
    clearTimeout(this.timer);
    this.words = null;
    this.draw();
  }

  draw() {
    const button = (label, run) => html`<button @click=${run}>${label}</button>`;
    const act = this.act && button(this.act.label, () => this.act.run());
    render(this.words ? html`<div class="desk-notice"><span>${this.words}</span>${act || nothing}${button("Close", () => this.clear())}</div>` : nothing, this.root);
  }

  /** Tells those who listen. */
  announce(words) {
    if (this.live.textContent !== words) this.live.textContent = words;
  }
}

/** Words as a sentence: a capital first, a full stop last. */
export function sentence(words) {
  const text = words.charAt(0).toUpperCase() + words.slice(1);
  return /[.!?…”]$/.test(text) ? text : `${text}.`;
}
