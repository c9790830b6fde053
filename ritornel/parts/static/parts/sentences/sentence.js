// A motion as a sentence, edited by its words (core/sentences). What can be chosen, and what choosing it sets, comes with
// the sentence; here it is drawn, offered and sent back.
//
// <motion-sentence .subject=${subject}>: see subjects.js for what a subject is.

import { follow } from "../../site/gesture.js";
import { send } from "../../site/sending.js";
import { html, nothing, render } from "../../site/vendor/lit.js";
import { carriedList } from "./carried.js";
import { Panel } from "./panel.js";
import { asDocument, inUnit, written } from "./values.js";

const PX_A_STEP = 4;

class MotionSentence extends HTMLElement {
  samples = new Map(); // by the words of their group
  said = null;
  open = null; // the setting that is touched
  ahead = []; // what was typed and entered before its answer came
  held = null; // a number under the finger: {name, value}

  set subject(subject) {
    const other = subject.key !== this.about?.key;
    this.about = subject;
    if (!other) return;
    Object.assign(this, { said: null, open: null, held: null, asked: null, panel: null });
    this.samples.clear();
    if (this.isConnected) this.look();
  }

  connectedCallback() {
    const { store } = this.about.desk;
    this.leave = store.on("changed", () => this.look());
    this.look();
  }

  disconnectedCallback() {
    this.leave();
    this.about.desk.arranging.drawWays(null);
    this.about.desk.stage.preview(null);
  }

  /** Asks for the sentence anew if what it tells of is not as it was. */
  look() {
    const now = this.about.now();
    if (now === null || now === this.asked) return this.draw();
    this.asked = now;
    this.ask();
  }

  /** Asks for the sentence, with the samples of a group if one is looked at; the newest answer counts. */
  async ask(group = this.panel?.group ?? "") {
    const { asked, about } = this;
    const { store } = about.desk;
    const commands = store.journal.entries.map((entry) => entry.command).filter((one) => typeof one === "object");
    const { status, data } = await send(`${store.address}sentence`, { ...about.asks(), commands, group });
    if (this.asked !== asked || this.about.key !== about.key) return;
    this.failed = status === 200 ? "" : (data.error ?? "");
    if (status !== 200) Object.assign(this, { asked: null, ahead: [] }); // asked again at the next change
    if (status === 200) {
      if (this.told !== asked) this.samples.clear();
      Object.assign(this, { said: data.sentence, told: asked, held: null, heard: data.heard, carries: data.carries ?? null, family: data.family });
      about.desk.arranging.drawWays(this.carries?.pairs ?? null);
      if (group) this.samples.set(group, data.samples);
    }
    this.panel?.begins();
    this.draw();
    this.panel?.arrived();
    if (this.wished && this.said) this.touch(this.wished);
    this.wished = null;
  }

  /** The sample of a choice in a group: null while it is on its way. */
  sample(group, choice) {
    if (!choice.sample) return undefined;
    if (this.samples.has(group)) return this.samples.get(group)[choice.sample];
    this.samples.set(group, {});
    this.ask(group);
    return null;
  }

  // ---- what is done

  set(setting, values) {
    this.about.set(setting.of, values, this.family);
    if (this.isConnected) this.look();
  }

  /** Chooses, and says so at once; what else follows from it the answer says. */
  choose(setting, choice) {
    this.set(setting, choice.values);
    const name = Object.keys(this.said.settings).find((key) => this.said.settings[key] === setting);
    for (const one of [...(setting.choices ?? []), ...(setting.groups ?? []).flatMap((group) => group.choices)]) one.chosen = one === choice;
    const clauses = this.said.clauses.filter((clause) => clause.setting === name);
    if (choice.sample === undefined && !setting.number && clauses.length === 1) clauses[0].words = choice.words;
    this.draw();
  }

  touch(name) {
    if (!this.said && name !== this.about.opens) {
      this.wished = name;
      return;
    }
    this.panel = this.open === name && name !== this.about.opens ? null : new Panel(this, name);
    this.open = this.panel && name;
    this.about.desk.stage.preview(null);
    this.draw();
    if (this.open) this.scrollIntoView({ block: "start" });
    const first = [".finder", ".field", "input"].map((name) => this.querySelector(`.sentence-panel ${name}`)).find(Boolean);
    first?.focus({ preventScroll: true });
    first?.select?.();
  }

  close(back = true) {
    const { open } = this;
    if (this.panel) this.panel.byHand = false;
    Object.assign(this, { open: null, panel: null });
    this.about.desk.stage.preview(null);
    this.draw();
    if (!this.isConnected) return;
    if (this.about.opens) return void this.touch(this.about.opens);
    const { activeElement } = document;
    const elsewhere = activeElement !== document.body && !this.contains(activeElement); // an answer may come late
    if (back && !elsewhere) this.querySelector(`[data-setting="${open}"]`)?.focus({ preventScroll: true });
  }

  /** A word is touched; a number under the finger, dragged to the sides, is more or less. */
  press(event, name) {
    const setting = this.said.settings[name];
    const { number } = setting;
    event.preventDefault();
    if (!number) {
      follow(event, { click: () => this.touch(name) });
      return;
    }
    const from = inUnit(number, number.value ?? number.found);
    follow(event, {
      click: () => this.touch(name),
      move: ({ dx }) => {
        const value = Math.min(number.most, Math.max(number.least, from + Math.round(dx / PX_A_STEP) * number.step));
        this.held = { name, value };
        this.draw();
      },
      end: () => this.held && this.set(setting, asDocument(number, this.held.value, this.about.given())),
      leave: () => {
        this.held = null;
        this.draw();
      },
    });
  }

  // ---- what is seen

  draw() {
    const { about, said } = this;
    render(html`<p class="sentence ${said ? "" : "soft"}">${said ? said.clauses.map((clause) => this.word(clause)) : this.failed || "…"}</p>
      ${said && this.failed ? html`<p class="notice notice-error" role="alert">${this.failed}</p>` : nothing}
      ${this.panel ? this.panel.draw() : nothing}
      ${this.carries ? carriedList(this.carries, about.given()?.carried ?? {}, (carried) => about.set("transition", { carried })) : nothing}
      ${said && about.foot ? html`<div class="sentence-foot">${about.foot(this.family)}</div>` : nothing}`, this);
    this.panel?.drawn();
  }

  /** Keys on a word: Enter touches it; in a question letters go on finding, and Ctrl Enter answers it. */
  key(event, name) {
    const { done } = this.about;
    const touches = event.key === "Enter" || event.key === " ";
    const letter = done && !event.ctrlKey && !event.metaKey && /^[\p{L}\d]$/u.test(event.key);
    if (!touches && !letter) return;
    event.preventDefault();
    if (touches && done && event.ctrlKey) return done();
    this.touch(letter ? "what" : name);
    if (letter) this.panel.begin(event.key);
  }

  word({ words, setting: name }) {
    if (!name) return words;
    const { number, colour } = this.said.settings[name];
    const shown = this.held?.name === name ? written(number, this.held.value) : words;
    const key = (event) => this.key(event, name);
    return html`<span role="button" tabindex="0" class="word ${name === "what" ? "is-what" : ""}" data-setting=${name} aria-expanded=${String(this.open === name)} title=${this.said.settings[name].label}
      @keydown=${key} @pointerdown=${(event) => this.press(event, name)}>${shown}${colour ? html`<i class="swatch" .style=${`background:${colour.value}`}></i>` : nothing}</span>`;
  }
}

customElements.define("motion-sentence", MotionSentence);
