// What a touched word offers: choices that typing finds and arrows go through, a number, a colour, a curve. What is gone
// through is shown on the stage; what is left standing there (Enter, a click, Tab) is chosen, Escape changes nothing.

import { readNumber } from "../../site/numbers.js";
import { html, ifDefined, nothing, ref } from "../../site/vendor/lit.js";
import { byKey } from "../arrows.js";
import { curveEditor, curveOf } from "./curves.js";
import { among, read } from "./finding.js";
import { Sample } from "./sample.js";
import { asDocument, inUnit, written } from "./values.js";

const MOST_FOUND = 60;
const NOT_YET = { label: "", choices: [] }; // what a word offers before the sentence has come
const TIMES = /^[x×*]\s*(\d+(?:[.,]\d+)?)$/; // x1.5: so many times what it is

export class Panel {
  constructor(sentence, name) {
    Object.assign(this, { sentence, name, typed: "", at: null, byHand: false });
    this.begins();
    this.shown = null; // the option that is looked at
    this.stages = new Map(); // samples that are drawn, by what holds them
  }

  get settings() {
    return this.sentence.said?.settings ?? {};
  }

  get setting() {
    return this.settings[this.name] ?? this.settings.what ?? NOT_YET;
  }

  /** At the chosen group; what a question opens with is ready to be chosen. */
  begins() {
    this.group ||= this.setting.groups?.find((group) => group.chosen)?.words ?? "";
    if (this.typed.trim() || this.name === this.sentence.about.opens) this.at ??= this.options[0]?.key ?? null; // also of what was typed before
  }

  // ---- what there is to choose

  /** Choices with where they belong: {key, setting, group, choice}. With something typed, all of them that it finds. */
  get options() {
    if (this.typed.trim()) return this.found();
    const { setting } = this;
    const group = setting.groups?.find((one) => one.words === this.group);
    return (group?.choices ?? setting.choices ?? []).map((choice) => optionOf(this.name, setting, group, choice));
  }

  found() {
    const asked = read(this.typed);
    const settings = Object.entries(this.settings).sort(([a], [b]) => (b === this.name) - (a === this.name)); // what was touched first
    const all = settings.flatMap(([name, setting]) => [
      ...(setting.groups ?? []).filter((group) => !group.again).flatMap((group) => group.choices.map((choice) => optionOf(name, setting, group, choice))),
      ...(setting.choices ?? []).map((choice) => optionOf(name, setting, undefined, choice)),
    ]);
    const times = asked.time === undefined ? [] : settings.flatMap(([name, setting]) => (setting.number ? numbered(this.sentence, name, setting, asked.time) : []));
    const found = among(all, asked);
    const offered = [...found.map((option) => withTime(option, times[0], asked.time)), ...times].slice(0, MOST_FOUND);
    return offered.map((option) => (option.leads ? { ...option, words: `${option.group} ${option.words}` } : option));
  }

  /** Where the arrows are: an option's key, or that of a verb. */
  get active() {
    const { options } = this;
    return options.find((option) => option.key === this.at) ?? null;
  }

  // ---- what is done

  /** Chooses and closes, whatever it is; `back`: the focus goes to the word, else it stays where it went. */
  choose(option, back = true) {
    Object.assign(this, { byHand: false, shown: null });
    this.sentence.choose(option.setting, option.choice);
    this.sentence.close(back);
  }

  /** Shows an option on the stage, and nothing is changed by it. */
  show(option) {
    const { about } = this.sentence;
    this.shown = option;
    this.hear(option?.choice.values.sound);
    const sample = option && this.sentence.sample(option.group, option.choice);
    about.desk.stage.preview(option && about.preview(option.choice, sample));
  }

  /** Lets a spot sound be heard; null ends it. */
  hear(spot) {
    this.sounding?.pause();
    const { about, heard } = this.sentence;
    const address = spot && (about.desk.store.shown.assets[spot.asset]?.url ?? heard[spot.asset]);
    this.sounding = address ? new Audio(address) : null;
    this.sounding?.play().catch(() => {}); // a browser that lets no sound out yet
  }

  /** Samples have come: what is looked at can be shown now. */
  arrived() {
    if (this.sentence.ahead.length) this.catchUp();
    if (this.shown) this.show(this.options.find((option) => option.key === this.shown.key) ?? null);
  }

  /** What was entered before the answer came is chosen when it is there; one may type on. */
  goAhead() {
    this.sentence.ahead.push(this.typed);
    this.type("");
  }

  catchUp() {
    const rest = this.typed;
    this.type(this.sentence.ahead.shift());
    if (this.active) this.choose(this.active);
    if (rest) this.sentence.panel?.begin(rest);
  }

  goTo(key) {
    this.at = key;
    const group = this.setting.groups?.find((one) => key === `group ${one.words}`);
    if (group) this.turnTo(group.words);
    const { active } = this;
    this.byHand = Boolean(active);
    this.show(active);
    this.sentence.draw();
    this.sentence.querySelector(`[data-option="${CSS.escape(key)}"]`)?.scrollIntoView({ block: "nearest" });
  }

  turnTo(group) {
    this.group = group;
    this.typed = "";
    this.sentence.draw();
  }

  key(event) {
    if (event.key === "Escape" && this.name === this.sentence.about.opens) return; // leaves the question
    event.stopPropagation();
    const { active } = this;
    if (event.key === "Escape") {
      event.preventDefault();
      this.sentence.close();
    } else if (event.key === "Enter") {
      event.preventDefault();
      const answers = (event.ctrlKey || event.metaKey) && (active || !this.typed.trim());
      if (active) this.choose(active);
      else if (this.sentence.told !== this.sentence.asked) this.goAhead(); // it may be in the answer that is on its way
      if (answers) this.sentence.about.done?.();
    } else if (event.key === "Tab") {
      if (active && this.byHand) this.choose(active);
    } else if (event.key === " " && !this.typed) {
      event.preventDefault();
      this.sentence.about.see();
    } else if (event.key.startsWith("Arrow")) {
      event.preventDefault();
      const marks = [...this.sentence.querySelectorAll("[data-option]")];
      const here = marks.find((mark) => mark.dataset.option === this.at) ?? marks.find((mark) => mark.matches("[aria-selected=true]")) ?? marks.find((mark) => mark.matches("[aria-current=true]"));
      const there = byKey(marks, here, event.key);
      if (there) this.goTo(there.dataset.option);
    }
  }

  /** What was gone through by keys and left standing is chosen. */
  left(event) {
    if (this.sentence.contains(event.relatedTarget) || !this.byHand || !this.active) return;
    this.choose(this.active, false);
  }

  // ---- what is seen

  draw() {
    const { number, colour, curve, groups = [] } = this.setting;
    const { options } = this;
    const listed = groups.length || this.setting.choices;
    const sampled = options.some((option) => option.choice.sample);
    return html`<div class="sentence-panel" role="group" aria-label=${this.setting.label} @focusout=${(event) => this.left(event)}>
      ${listed ? html`<input class="finder" role="combobox" aria-expanded="true" aria-controls="offered" aria-activedescendant=${ifDefined(this.active ? idOf(this.at) : undefined)}
        aria-label="Find by typing" placeholder=${this.sentence.about.finds ?? "type to find: left, iris, 2 s"} .value=${this.typed} @input=${(event) => this.type(event.target.value)} @keydown=${(event) => this.key(event)}>` : nothing}
      <div class="offered ${groups.length ? "has-verbs" : ""}">
        ${groups.length ? html`<div class="verbs">${groups.map((group) => this.verb(group))}</div>` : nothing}
        ${listed ? html`<div class="choices ${sampled ? "has-samples" : ""}" id="offered" role="listbox" aria-label=${this.setting.label}>
          ${options.map((option) => this.option(option))}
          ${options.length || !this.sentence.said ? nothing : html`<p class="soft">Nothing is called “${this.typed}”.</p>`}</div>` : nothing}
      </div>
      ${this.setting.drawn ? html`<button class="act" @click=${() => this.sentence.about.draw()}>Draw it on the stage</button>` : nothing}
      ${number ? this.number(number) : nothing}
      ${colour ? html`<input type="color" aria-label=${this.setting.label} .value=${colour.value} @change=${(event) => this.setField(colour, event.target.value)}>` : nothing}
      ${curve && !this.typed ? curveEditor(curve, (value) => this.setField(curve, `cubic-bezier(${value.join(", ")})`)) : nothing}
    </div>`;
  }

  /** Goes on finding with a letter that was typed before the field had the focus. */
  begin(letter) {
    this.type(letter);
    this.sentence.querySelector(".finder")?.setSelectionRange(letter.length, letter.length);
  }

  type(typed) {
    this.typed = typed;
    this.at = this.options[0]?.key ?? null;
    this.byHand = false;
    this.show(typed.trim() ? this.active : null);
    this.sentence.draw();
  }

  setField(field, value) {
    this.sentence.set(this.setting, asDocument(field, value, this.sentence.about.given()));
  }

  verb({ words }) {
    const key = `group ${words}`;
    return html`<button class="verb" data-option=${key} tabindex="-1" aria-current=${String(words === this.group && !this.typed)} @click=${() => this.turnTo(words)}>${words}</button>`;
  }

  option(option) {
    const { choice, key, group } = option;
    const sample = this.sentence.sample(group, choice);
    return html`<div class="choice" role="option" id=${idOf(key)} data-option=${key} aria-selected=${String(Boolean(choice.chosen))} title=${choice.help ?? ""}
        @pointerenter=${() => this.show(option)} @pointerleave=${() => this.show(null)} @pointerdown=${(event) => event.preventDefault()} @click=${() => this.choose(option)}>
      ${choice.sample ? html`<span class="sample" ${ref((root) => root && this.stage(root, key, sample, choice))}></span>` : nothing}
      ${choice.curve ? curveOf(choice.curve) : nothing}
      <span>${option.words}</span></div>`;
  }

  /** The live sample in its place; it is made when it comes into sight. */
  stage(root, key, sample, choice) {
    const known = this.stages.get(root);
    const text = `${key} ${JSON.stringify(sample)}`;
    if (known?.text === text) return;
    known?.leave();
    const { about } = this.sentence;
    this.stages.set(root, Object.assign(new Sample(root, () => about.sampled(choice, sample)), { text }));
  }

  /** After a drawing: samples that are gone are left. */
  drawn() {
    for (const [root, sample] of this.stages) {
      if (root.isConnected) continue;
      sample.leave();
      this.stages.delete(root);
    }
    for (const mark of this.sentence.querySelectorAll("[data-option]")) mark.classList.toggle("is-active", mark.dataset.option === this.at);
  }

  number(number) {
    const { sentence } = this;
    const now = sentence.held?.name === this.name ? sentence.held.value : inUnit(number, number.value ?? number.found ?? 0);
    const most = Math.min(number.most, Math.max(number.step >= 1 ? 20 : 4, now * 1.5)); // the ruler's length; the field takes more
    const hold = (event) => {
      sentence.held = { name: this.name, value: Number(event.target.value) };
      sentence.draw();
    };
    const set = (event) => {
      const times = event.target.value.trim().match(TIMES);
      if (times && sentence.about.scale && number.field === "duration") return void sentence.about.scale(Number(times[1].replace(",", ".")));
      const value = times ? now * Number(times[1].replace(",", ".")) : readNumber(event.target.value, now);
      const right = value !== undefined && value >= number.least && value <= number.most;
      event.target.setAttribute("aria-invalid", String(!right));
      event.target.title = right ? "" : `Write a number from ${number.least} to ${number.most}`;
      if (right) this.setField(number, value);
    };
    const keys = (event) => {
      event.stopPropagation();
      if (event.key === "Escape") event.preventDefault();
      if (event.key === "Escape" || (event.key === "Enter" && event.target.type === "range")) sentence.close();
    };
    return html`<div class="number" @keydown=${keys}>
      <input type="range" min=${number.least} max=${most} step=${number.step} aria-label=${this.setting.label} .value=${String(now)} @input=${hold} @change=${set}>
      <input class="field" inputmode="decimal" aria-label="${this.setting.label}, ${number.unit ?? ""}" .value=${written({ ...number, unit: "" }, now)} @change=${set}><span class="soft">${number.unit ?? ""}</span>
      ${number.found !== undefined && number.value !== null ? html`<button class="act" @click=${() => sentence.set(this.setting, { [number.field]: null })}>By the clock</button>` : nothing}
    </div>`;
  }
}

function optionOf(name, setting, { words: group = "", leads = false } = {}, choice) {
  const key = `${name} ${group} ${choice.words} ${choice.sample ?? ""}`;
  return { key, setting, group, leads, choice, words: choice.words };
}

/** A choice that also takes so long: "push left 2 s" is one act. */
function withTime(option, timed, time) {
  const { sample, values } = option.choice;
  if (time !== undefined && sample && values.name === undefined && timed?.setting.of !== option.setting.of) { // what is there takes no time yet; what is found does
    const words = `${option.words}, ${written({ unit: "s", step: 0.1 }, time / 1000)}`;
    return { ...option, words, choice: { ...option.choice, values: { ...option.choice.values, duration: time } } };
  }
  if (!timed || timed.setting === option.setting || !option.choice.values || option.setting.of !== timed.setting.of) return option;
  return { ...option, words: `${option.words}, ${timed.words}`, choice: { ...option.choice, values: { ...option.choice.values, ...timed.choice.values } } };
}

/** A time that was typed, as a choice for a setting that is a time. */
function numbered(sentence, name, setting, time) {
  const { number } = setting;
  const value = inUnit(number, time);
  if (number.unit !== "s" || value < number.least || value > number.most) return [];
  const words = `${setting.label.toLowerCase()}: ${written(number, value)}`;
  return { key: `${name} time`, setting, group: "", words, time: true, choice: { words, values: asDocument(number, value, sentence.about.given()) } };
}

function idOf(key) {
  return `offer-${key.replace(/\W+/g, "-")}`;
}
