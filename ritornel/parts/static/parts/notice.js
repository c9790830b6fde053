// What the desk has to say: a line over the page for those who see, and for those who listen what they cannot see.

import { html, nothing, render } from "../site/vendor/lit.js";

const STAYS_MS = 7000;

/**
 * One line that tells something and goes; with `act` it has a button, with `stays: 0` it stays until it is closed. Under
 * it what was not taken in, each with its reason: it stays, whatever else is said, until it is closed.
 */
export class Notice {
  constructor() {
    this.root = document.getElementById("notice");
    this.live = document.getElementById("announce");
    this.left = [];
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

  /** Keeps in sight what was not taken in: one reason for each file, with the file's name in it. */
  leave(reasons) {
    this.left.push(...reasons);
    this.draw();
  }

  forgetLeft() {
    this.left = [];
    this.draw();
  }

  draw() {
    const button = (label, run) => html`<button @click=${run}>${label}</button>`;
    const act = this.act && button(this.act.label, () => this.act.run());
    const said = this.words ? html`<p class="notice-line"><span>${this.words}</span>${act || nothing}${button("Close", () => this.clear())}</p>` : nothing;
    const left = this.left.length ? html`<div class="notice-left"><p class="notice-line"><b>Not taken in</b>${button("Close the list", () => this.forgetLeft())}</p>
      <ul>${this.left.map((reason) => html`<li>${reason}</li>`)}</ul></div>` : nothing;
    render(this.words || this.left.length ? html`<div class="desk-notice">${said}${left}</div>` : nothing, this.root);
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
