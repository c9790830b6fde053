// The prompt book: the script of the slide as a page, cues in the margin, builds as entries under their cue.

import { el, seconds } from "../../site/dom.js";
import { drawEntry } from "./entries.js";
import { drawEntrySettings } from "./entry_settings.js";
import { drawObjectSheet } from "./object_sheet.js";
import { passagesOf, scriptOf, withMarkAt } from "./script.js";
import { drawSlideSettings } from "./slide_settings.js";

const KEPT_AFTER_MS = 500;

export class PromptBook {
  constructor(desk) {
    this.desk = desk;
    this.store = desk.store;
    this.page = el("div.book-page");
    document.getElementById("book").append(this.page);
    this.settingsOpen = false;
    this.page.addEventListener("pointerdown", () => this.press());
    for (const name of ["show", "trial", "selection"]) this.store.on(name, () => this.draw());
    this.draw();
  }

  /** Between press and release nothing is drawn anew: a click must find the button that was pressed. */
  press() {
    this.pressed = true;
    const release = () => setTimeout(() => {
      this.pressed = false;
      if (this.stale) this.draw();
    });
    document.addEventListener("pointerup", release, { once: true });
    document.addEventListener("pointercancel", release, { once: true });
  }

  draw() {
    this.stale = this.pressed;
    if (this.pressed) return;
    const { store } = this;
    if (!store.slide) {
      this.shownSlide = null;
      this.page.replaceChildren(el("div.sheet", {}, el("h2", {}, "An empty show"),
        el("p.soft.mt-2", {}, "Drop pictures anywhere on this page, or press N for a new slide.")));
      return;
    }
    if (store.objects.size) {
      const typing = this.page.contains(document.activeElement) && document.activeElement.matches("input, select");
      if (!typing || this.shownSheet !== selectionKey(this.store)) this.drawSheet();
      return;
    }
    this.shownSheet = null;
    this.drawPage();
  }

  drawSheet() {
    this.flush();
    this.shownSlide = null;
    this.shownSheet = selectionKey(this.store);
    this.page.replaceChildren(el("div.margin"), drawObjectSheet(this.desk));
  }

  /** Draws the page; the passage that is being typed in is left alone. */
  drawPage() {
    const { store } = this;
    const fresh = this.shownSlide !== store.focus;
    const passages = passagesOf(store.slide.doc.script, store.slide.time.groups.length - 1);
    if (fresh || this.blocks.length !== passages.length) {
      this.flush();
      this.shownSlide = store.focus;
      this.page.replaceChildren();
      this.head = el("div.body");
      this.page.append(el("div.margin"), this.head);
      this.headWords = null;
      this.blocks = passages.map((_, cue) => this.newBlock(cue));
      if (fresh) this.page.scrollTop = 0;
    }
    this.drawHead();
    passages.forEach((passage, cue) => this.drawBlock(this.blocks[cue], passage, store.slide.time.groups[cue]));
  }

  drawHead() {
    const { slide, focus } = this.store;
    const title = this.store.title(focus);
    const words = JSON.stringify([slide.doc, slide.time, title, this.settingsOpen, this.store.slideIndex()]);
    const { activeElement } = document;
    if (words === this.headWords || (this.head.contains(activeElement) && activeElement.matches("input"))) return;
    this.headWords = words;
    const input = el("input.book-title", { value: title, maxlength: 300, "aria-label": "Title of the slide" });
    input.addEventListener("change", () =>
      this.store.edit({ do: "set-slides", slides: [focus], values: { title: input.value.trim() || null } }, { typed: true }));
    const open = () => {
      this.settingsOpen = !this.settingsOpen;
      this.headWords = null;
      this.drawHead();
    };
    this.head.replaceChildren(
      input,
      el("div.book-head", {}, el("button", { onclick: open, "aria-expanded": String(this.settingsOpen), id: "slide-settings", title: "Transition, hold, length" }, this.headLine())),
    );
    if (this.settingsOpen) this.head.append(drawSlideSettings(this.desk, () => { this.headWords = null; }));
  }

  headLine() {
    const { doc, time, transition_verb: verb, spoken } = this.store.slide;
    const comes = time.transition ? `comes in ${verb}, ${seconds(time.transition)} s` : `comes in ${verb}`;
    const said = spoken.words ? `${spoken.words} words, ${seconds(spoken.ms)} s` : "no script";
    const why = { hand: "by hand", dwell: doc.script.trim() ? "for the script" : "for reading", default: "the show's own", voice: "for the voice", fixed: "length fixed", clip: "for the clip" };
    const short = time.too_short ? `  ·  too short by ${seconds(time.too_short)} s` : "";
    return `${comes}  ·  ${said}  ·  holds ${seconds(time.hold)} s, ${why[time.hold_reason]}${short}`;
  }

  newBlock(cue) {
    const margin = el("div.margin");
    const passage = el("div.passage", { contenteditable: "plaintext-only", role: "textbox", "aria-multiline": "true", "aria-label": cue ? `Script from cue ${cue}` : "Script before cue 1", spellcheck: "true" });
    passage.dataset.hint = cue ? "words for this cue" : "Write here what is said on this slide.";
    passage.addEventListener("input", () => this.typed());
    passage.addEventListener("blur", () => this.flush());
    passage.addEventListener("keydown", (event) => {
      if (event.key === "Escape") passage.blur();
    });
    const line = el("div.passage-line", {}, passage);
    if (cue) line.prepend(this.disc(cue));
    const entries = el("div");
    const body = el("div.body.passage-block", { data: { cue } }, line, entries);
    this.page.append(margin, body);
    return { cue, margin, passage, entries, body, drawn: null };
  }

  drawBlock(block, passage, group) {
    block.margin.textContent = block.cue || group.steps.length ? (group.start / 1000).toFixed(1) : "";
    block.marked = passage.marked;
    const { activeElement } = document;
    if (activeElement !== block.passage || /\[\d+\]/.test(block.passage.textContent)) {
      if (read(block.passage) !== passage.text) block.passage.textContent = passage.text;
    }
    const open = group.steps.find((step) => this.store.steps.has(step.id) && this.store.steps.size === 1);
    const key = JSON.stringify([group.steps, [...this.store.steps], this.store.slide.doc.running_order, this.store.slide.names, open?.id, this.store.slide.nodes]);
    if (key === block.drawn || block.entries.contains(activeElement) && activeElement.matches("input, select")) return;
    block.drawn = key;
    block.entries.replaceChildren(...group.steps.flatMap((step) => {
      const entry = drawEntry(this.desk, step, group);
      return step === open ? [entry, drawEntrySettings(this.desk, step)] : [entry];
    }));
  }

  // ---- the script

  typed() {
    this.pending = { slide: this.shownSlide };
    clearTimeout(this.timer);
    this.timer = setTimeout(() => this.flush(), KEPT_AFTER_MS);
  }

  /** Keeps what was typed. */
  flush() {
    clearTimeout(this.timer);
    if (!this.pending) return;
    const { slide } = this.pending;
    this.pending = null;
    this.keep(slide, this.typedPassages());
  }

  typedPassages() {
    return this.blocks.map((block) => ({ text: read(block.passage), marked: block.marked }));
  }

  keep(slide, passages) {
    this.store.edit({ do: "set-slides", slides: [slide], values: { script: scriptOf(passages) } }, { typed: true });
  }

  /** The brass disc of a cue: dragged into the words, it marks where the cue comes. */
  disc(cue) {
    const disc = el("button.cue-disc", { title: `Cue ${cue}: drag it to the words that call for it`, "aria-label": `Cue ${cue}` }, String(cue));
    disc.addEventListener("pointerdown", (event) => {
      event.preventDefault();
      this.flush();
      disc.setPointerCapture(event.pointerId);
      let place = null;
      const move = (e) => {
        place = this.wordsAt(e.clientX, e.clientY);
        getSelection().removeAllRanges();
        if (place) getSelection().addRange(place.range);
      };
      const end = () => {
        disc.removeEventListener("pointermove", move);
        if (place) this.keep(this.shownSlide, withMarkAt(this.typedPassages(), cue, place.cue, place.offset));
      };
      disc.addEventListener("pointermove", move);
      disc.addEventListener("pointerup", end, { once: true });
    });
    return disc;
  }

  /** The start of the word at a point on the page: {cue of the passage, offset in it, range}. */
  wordsAt(x, y) {
    const found = document.caretRangeFromPoint(x, y);
    const block = this.blocks.find((b) => b.passage.contains(found?.startContainer));
    if (!block) return null;
    const text = read(block.passage);
    let offset = Math.min(found.startOffset, text.length);
    while (offset > 0 && /\S/.test(text[offset - 1])) offset--;
    const range = document.createRange();
    const node = block.passage.firstChild ?? block.passage;
    range.setStart(node, Math.min(offset, node.length ?? 0));
    const rest = text.slice(offset).match(/^\S*/)[0].length;
    range.setEnd(node, Math.min(offset + rest, node.length ?? 0));
    return { cue: block.cue, offset, range };
  }
}

function read(passage) {
  return passage.innerText.replace(/\u00a0/g, " ").trim();
}

function selectionKey(store) {
  return [store.focus, ...store.objects].join("/");
}
