// The script as it is spoken: words that light up as they are said and are struck out of the voice, pauses that are made
// shorter, and what was said beside the script.

import { follow } from "../../site/gesture.js";
import { seconds } from "../../site/times.js";
import { html, nothing } from "../../site/vendor/lit.js";
import { Pane } from "../../parts/pane.js";
import { isUnsure, unsureCues } from "./sure.js";
import { actButton } from "../acts/rail.js";

const PX_A_SECOND = 46;
const STEP_MS = 100;
const MOST_PAUSE_MS = 30_000;
const HEARD = { words: "found by their sounds", pauses: "found by the pauses", other: "this voice does not seem to say this script" };

export class SpokenFace {
  constructor(desk) {
    Object.assign(this, { desk, store: desk.store, from: 0, to: -1, held: null, evenTo: "0.5" });
    this.pane = new Pane(document.getElementById("book-spoken"), {
      shows: () => [this.voice, this.store.focus, this.from, this.to, this.held],
      draw: () => (this.voice ? this.draw() : nothing),
    });
    desk.stage.onMoved(() => this.light());
  }

  get voice() {
    return this.store.slide?.voice ?? null;
  }

  get items() {
    return this.voice?.items ?? [];
  }

  update() {
    if (this.slide !== this.store.focus) Object.assign(this, { slide: this.store.focus, from: 0, to: -1 });
    this.pane.update();
    this.light();
  }

  focus() {
    this.pane.root.querySelector(".spoken-words")?.focus({ preventScroll: true });
  }

  get chosen() {
    const [first, last] = [Math.min(this.from, this.to), Math.max(this.from, this.to)];
    return this.to < 0 ? [] : this.items.slice(first, last + 1);
  }

  /** The words that are chosen, [first, end] by number, while this face is shown; else null. */
  get chosenWords() {
    const words = this.pane.root.hidden ? [] : this.chosen.filter((item) => item.kind === "word");
    return words.length ? [words[0].number, words.at(-1).number + 1] : null;
  }

  // ---- what is done

  choose(at, more = false) {
    this.to = at;
    if (!more) this.from = at;
    this.pane.update();
    this.pane.root.querySelector(`[data-item="${at}"]`)?.scrollIntoView({ block: "nearest" });
  }

  /** Strikes out what is chosen, or brings it back where all of it is struck; a pause is brought to its least, or back. */
  strike() {
    const { store, chosen } = this;
    const slide = store.focus;
    const back = chosen.filter((item) => item.kind !== "cue" && item.kind !== "pause").every((item) => item.struck);
    const words = chosen.filter((item) => item.kind === "word" && item.start !== undefined);
    const besides = chosen.filter((item) => item.kind === "beside");
    if (words.length) store.edit({ do: "strike-words", slide, first: words[0].number, end: words.at(-1).number + 1, back });
    else if (besides.length) store.edit({ do: "cut-voice", slide, stretches: besides.map(({ at, until }) => [at, until]), back });
    else if (chosen[0]?.kind === "pause") this.setPause(chosen[0], 0);
  }

  setPause(item, ms) {
    const pause = Math.round(Math.min(MOST_PAUSE_MS, Math.max(0, ms)));
    this.store.edit({ do: "set-pauses", slides: [this.store.focus], pause, at: item.at });
  }

  evenPauses() {
    const ms = Math.round(Number(this.evenTo.replace(",", ".")) * 1000);
    if (ms >= 0) this.store.edit({ do: "set-pauses", slides: [this.store.focus], pause: ms });
  }

  takePace() {
    this.store.edit({ do: "take-pace", slide: this.store.focus }).then(({ done }) => done && this.desk.notice.say(`Planned at ${this.store.shown.show.pace.wpm} words a minute.`, { act: { label: "Undo", run: () => this.store.undo() } }));
  }

  hearAgain() {
    const { asset } = this.store.slide.document.narration;
    this.store.edit({ do: "hear-words", slide: this.store.focus, asset, said: [], heard: "" });
  }

  /** Plays from where a word or pause is heard. */
  playFrom(at) {
    const { store, desk } = this;
    const heard = this.items.slice(at).find((item) => item.start !== undefined);
    const start = store.shown.briefs[store.focus].voice?.start;
    if (heard && start !== undefined) desk.stage.see(store.start() + start + heard.start, store.start() + store.length());
  }

  /** The word that is said at the playhead is lit. */
  light() {
    const { root } = this.pane;
    if (root.hidden || !this.voice) return;
    const voice = this.store.shown.briefs[this.store.focus]?.voice;
    const at = voice ? this.desk.stage.time - this.store.start() - voice.start : -1;
    const now = this.items.findLastIndex((item) => item.kind === "word" && item.start !== undefined && !item.struck && item.start <= at);
    const said = now >= 0 && at <= this.items[now].end + STEP_MS ? now : -1;
    if (said === this.said) return;
    root.querySelector(".is-said")?.classList.remove("is-said");
    root.querySelector(`[data-item="${said}"]`)?.classList.add("is-said");
    this.said = said;
  }

  // ---- hands

  press(event, at) {
    const item = this.items[at];
    const more = event.shiftKey;
    if (item.kind === "pause" && !more) return this.dragPause(event, item, at);
    event.preventDefault();
    this.focus();
    this.choose(at, more);
    follow(event, {
      click: () => {},
      move: ({ event: last }) => {
        const over = document.elementFromPoint(last.clientX, last.clientY)?.closest?.("[data-item]");
        if (over) this.choose(Number(over.dataset.item), true);
      },
    });
  }

  dragPause(event, item, at) {
    event.preventDefault();
    follow(event, {
      click: () => this.choose(at),
      move: ({ dx }) => {
        this.held = { at, ms: Math.min(MOST_PAUSE_MS, Math.max(0, Math.round((item.length + (dx / PX_A_SECOND) * 1000) / STEP_MS) * STEP_MS)) };
        this.pane.update();
      },
      end: () => this.held && this.setPause(item, this.held.ms),
      leave: () => {
        this.held = null;
        this.pane.update();
      },
    });
  }

  key(event) {
    const last = this.items.length - 1;
    const at = this.to < 0 ? 0 : this.to;
    const steps = { ArrowRight: 1, ArrowLeft: -1 };
    if (steps[event.key]) {
      let next = at + (this.to < 0 ? 0 : steps[event.key]);
      while (this.items[next]?.kind === "cue") next += steps[event.key];
      if (next >= 0 && next <= last) this.choose(next, event.shiftKey);
    } else if (event.key === "Delete" || event.key === "Backspace") this.strike();
    else if (event.key === "Enter") this.playFrom(at);
    else if ((event.key === "ArrowUp" || event.key === "ArrowDown") && this.items[at]?.kind === "pause") this.setPause(this.items[at], this.items[at].length + (event.key === "ArrowUp" ? STEP_MS : -STEP_MS));
    else if (event.key === "Escape" && this.to >= 0) this.choose(-1);
    else return;
    event.preventDefault();
    event.stopPropagation();
  }

  // ---- what is seen

  draw() {
    const { voice } = this;
    const counted = `${seconds(voice.length)} s · ${voice.rate} words a minute, planned ${this.store.shown.show.pace.wpm} · ${voice.found} of ${voice.words} words ${HEARD[voice.heard]}`;
    this.unsure = unsureCues(this.store.slide);
    const rates = voice.passages.filter(Boolean);
    const beside = this.items.filter((item) => item.kind === "beside" && !item.struck);
    const missing = missingIn(this.items);
    const chosen = this.chosen.some((item) => item.kind !== "cue");
    return html`<p class="soft spoken-facts">${voice.heard === "other" ? `${HEARD.other[0].toUpperCase()}${HEARD.other.slice(1)}: ${seconds(voice.length)} s.` : counted}${voice.unsure ? `, ${voice.unsure} unsure` : ""}${rates.length > 1 ? html`<br>passage by passage ${rates.join(", ")} words a minute` : nothing}${missing.length ? html`<br>not said: ${missing.map((text) => `“${text}”`).join(", ")}` : nothing}${voice.rate ? html` · <button class="act" title="Plan the show at the pace of this voice: its words a minute, and its pauses" @click=${() => this.takePace()}>Plan at this pace</button>` : nothing}</p>
      <div class="spoken-words" role="listbox" aria-multiselectable="true" aria-label="The script as it is spoken" tabindex="0" @keydown=${(event) => this.key(event)}
        aria-activedescendant=${this.to < 0 ? nothing : `said-${this.to}`}>${this.items.map((item, at) => this.item(item, at))}</div>
      <div class="spoken-foot"><button class="act" ?disabled=${!chosen} @click=${() => this.strike()}>${chosen && this.chosen.every((item) => item.struck || item.kind === "cue" || item.kind === "pause") ? "Bring back" : "Strike out"} <kbd>Del</kbd></button>${this.chosenWords ? actButton(this.desk, "record", { label: "Record over", told: true }) : nothing}
        <label class="act">Pauses to <input class="field" aria-label="Pauses to, seconds" inputmode="decimal" .value=${this.evenTo} @input=${(event) => (this.evenTo = event.target.value)} @keydown=${(event) => event.key === "Enter" && this.evenPauses()}> s</label><button class="act" @click=${() => this.evenPauses()}>Set</button>
        ${beside.length ? html`<button class="act" title="Take all out of the voice that is said beside the script, or twice" @click=${() => this.store.edit({ do: "cut-voice", slide: this.store.focus, stretches: beside.map(({ at, until }) => [at, until]) })}>Cut all (…)</button>` : nothing}
        <span class="spoken-row"><button class="act" title="Take the silence before and after the words away, but for 0.2 s" @click=${() => this.store.edit({ do: "trim-silence", slides: [this.store.focus] })}>Trim silence</button>
        ${actButton(this.desk, "less-noise", { label: this.store.slide.document.narration.source ? "Compare" : "Less noise" })}
        <button class="act" @click=${() => this.hearAgain()}>Listen again</button>
        <button class="act ml-auto" @click=${() => this.store.edit({ do: "take-off-voice", slides: [this.store.focus] })}>Take it off</button></span></div>`;
  }

  item(item, at) {
    if (item.kind === "cue") return html`<span class="cue-disc ${this.unsure.has(item.number) ? "is-unsure" : ""}" role="presentation" title=${this.unsure.has(item.number) ? "Its word was not surely heard: see that it comes where it is meant" : nothing}>${item.number}</span>`;
    const [first, last] = [Math.min(this.from, this.to), Math.max(this.from, this.to)];
    const on = this.to >= 0 && at >= first && at <= last;
    const unsure = item.kind === "word" && isUnsure(item);
    const classes = `spoken-${item.kind} ${on ? "is-chosen" : ""} ${item.struck ? "is-struck" : ""} ${unsure ? "is-unsure" : ""} ${item.kind === "word" && item.start === undefined ? "is-unsaid" : ""}`;
    const length = this.held?.at === at ? this.held.ms : item.length;
    const words = { word: item.text?.trimEnd(), pause: seconds(length), beside: item.text === "again" ? "(said twice)" : "(…)" }[item.kind];
    const told = { word: nothing, pause: `pause, ${seconds(length)} s`, beside: `said ${item.text === "again" ? "once more later" : "beside the script"}, ${seconds(item.whole)} s` }[item.kind];
    const title = unsure ? (item.start === undefined ? "Not heard in this voice" : "Not surely heard") : item.kind === "pause" ? "Drag it shorter or longer; it was " + seconds(item.whole) + " s" : "";
    return html`<span class=${classes} id="said-${at}" data-item=${at} role="option" aria-selected=${String(on)} aria-label=${told} title=${title}
      .style=${item.kind === "pause" ? `width:${Math.max(26, (length / 1000) * PX_A_SECOND)}px` : ""} @pointerdown=${(event) => this.press(event, at)} @dblclick=${() => this.playFrom(at)}>${words}</span>${item.kind === "word" ? " " : nothing}`;
  }
}

const LEAST_MISSING = 3;
const NAMED = 4;

/** Runs of words that were not heard, each by its first words. */
function missingIn(items) {
  const runs = [[]];
  for (const item of items.filter(({ kind }) => kind === "word")) {
    if (item.start === undefined) runs.at(-1).push(item.text.trim());
    else if (runs.at(-1).length) runs.push([]);
  }
  return runs.filter((run) => run.length >= LEAST_MISSING).map((run) => `${run.slice(0, NAMED).join(" ")}${run.length > NAMED ? " …" : ""}`);
}
