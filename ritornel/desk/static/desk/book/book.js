// The prompt book: the script of the slide as a page, cues in the margin, builds as entries under their cue; or, while
// objects are selected, their sheet.

import { html, nothing, render, repeat } from "../../site/vendor/lit.js";
import { seconds } from "../../site/times.js";
import { splitScript } from "../acts/slides.js";
import { fieldValue, Pane } from "../../parts/pane.js";
import { coloursAtHand } from "../sheets/colours.js";
import { objectList } from "../sheets/object_list.js";
import { viewList } from "../sheets/view_list.js";
import { objectSheet } from "../sheets/object_sheet.js";
import { slideSettings } from "../sheets/slide_settings.js";
import { buildOf } from "../sentences/builds.js";
import "../../parts/sentences/sentence.js";
import { newId } from "../../parts/state/ids.js";
import { Draft } from "../writing/draft.js";
import { SpokenFace } from "../voice/spoken_face.js";
import { entry } from "./entries.js";
import { ScriptEditor } from "./script_editor.js";

const WHY = { hand: "by hand", default: "the show's own", voice: "for the voice", fixed: "length fixed", clip: "for the clip" };

export class PromptBook {
  constructor(desk) {
    this.desk = desk;
    this.store = desk.store;
    this.root = document.getElementById("book");
    this.passages = new Map();
    this.settingsOpen = false;
    this.listing = false;
    const id = (name) => document.getElementById(name);
    this.page = id("book-page");
    this.head = new Pane(id("book-head"), {
      shows: () => [this.store.slide, this.store.focus, this.settingsOpen, this.isSpoken, this.store.slideIndex(), this.store.shown.show.chapters, this.store.selection.objects.size],
      draw: () => this.drawHead(),
    });
    this.sheet = new Pane(id("book-sheet"), {
      shows: () => [this.store.slide, this.store.selection.objects, this.store.shown.assets, this.store.shown.findings, desk.closely.told, this.store.steps, this.store.objects.size ? this.store.shown.slides : null, desk.stage.writing?.editor.view.state ?? null, this.listing],
      draw: () => (this.store.slide ? html`${this.listing ? html`${viewList(desk)}${objectList(desk)}` : nothing}${this.store.objects.size ? objectSheet(desk) : nothing}` : nothing),
    });
    this.colours = new Pane(id("colours"), { shows: () => [this.store.shown.show.palette, this.store.slide], draw: coloursAtHand });
    this.draft = new Draft(this.store, (before, script) => {
      const was = before.slides[this.slide]?.document.script ?? "";
      return script === was ? null : { do: "write-script", slide: this.slide, script, was };
    });
    this.editor = new ScriptEditor(id("book-script"), {
      changed: (script) => this.draft.write(script),
      left: () => {
        this.draft.send();
        requestAnimationFrame(() => this.coming.contains(document.activeElement) || (this.coming.hidden = true));
      },
      passage: (node) => this.passageView(node),
      selected: () => this.drawComing(),
      split: (at) => this.splitAt(at),
    });
    this.spoken = new SpokenFace(desk);
    this.isSpoken = false;
    this.coming = document.createElement("div");
    this.coming.className = "coming";
    this.coming.hidden = true;
    this.page.append(this.coming);
  }

  /** Whether someone is writing in the book: then the page of the slide stays where it is. */
  get isWrittenIn() {
    const { activeElement } = document;
    return this.editor.hasFocus || Boolean(this.root.contains(activeElement) && activeElement.matches("input, select"));
  }

  /** Parts the slide where the caret is, once what was written is on its way. */
  splitAt(at) {
    this.draft.send();
    splitScript(this.desk, at);
  }

  focusScript() {
    this.store.select("objects", []);
    setTimeout(() => this.editor.focus());
  }

  /** Shows the list of the slide's objects, or puts it away. */
  toggleList() {
    this.listing = !this.listing;
    this.store.changed();
  }

  /** Shows the script as it is spoken, or as it is written. */
  turnSpoken(on = !this.isSpoken) {
    if (on && !this.store.slide?.voice) return this.desk.notice.say(this.store.slide?.document.narration ? "This voice has not been heard yet, or there is no script." : "This slide has no voice yet: drop a sound file for it anywhere.");
    this.isSpoken = this.focusesSpoken = on;
    this.store.select("objects", []);
    this.store.changed();
  }

  /** Opens what else the motion could be: of the build that is selected, else of the slide's transition. */
  openMotion(setting = "what") {
    const { store } = this;
    if (!store.steps.size) {
      store.select("objects", []);
      this.settingsOpen = true;
      this.head.update();
    }
    requestAnimationFrame(() => this.root.querySelector(store.steps.size ? ".entry-sentence" : "#slide-sheet motion-sentence")?.touch(setting));
  }

  /** After the next drawing an entry has the focus that had it before. */
  keepFocusOn(step) {
    this.focused = step;
  }

  update() {
    const { store } = this;
    const { slide } = store;
    const sheet = store.objects.size > 0 || Boolean(this.listing);
    this.page.classList.toggle("is-sheet", sheet);
    this.page.classList.toggle("is-empty", !store.focus);
    this.head.update();
    this.sheet.update();
    this.colours.update();
    if (sheet) this.draft.send();
    if (!slide) return;
    const cues = slide.time.groups.length - 1;
    if (this.slide !== store.focus) {
      this.draft.send();
      this.slide = store.focus;
      this.editor.begin(slide.document.script, cues);
      this.page.scrollTop = 0;
    } else {
      this.editor.adopt(slide.document.script, cues);
    }
    const asSpoken = this.isSpoken && Boolean(slide.voice) && !sheet;
    this.spoken.pane.root.hidden = !asSpoken;
    this.editor.view.dom.parentElement.hidden = asSpoken;
    if (asSpoken) this.spoken.update();
    if (asSpoken && this.focusesSpoken) this.spoken.focus();
    this.focusesSpoken = false;
    this.drawEntries();
    if (this.focused) document.querySelector(`.entry[data-step="${this.focused}"]`)?.focus({ preventScroll: true });
    if (store.settled) this.focused = null;
  }

  // ---- the head

  drawHead() {
    const { store } = this;
    if (!store.focus) return html`<h2>An empty show</h2><p class="soft mt-2">Drop pictures anywhere on this page, or press N for a new slide.</p>`;
    if (!store.slide) return html`<h2>${store.title(store.focus)}</h2><p class="soft">on its way…</p>`;
    const rename = (event) => store.edit({ do: "set-slides", slides: [store.focus], values: { title: event.target.value.trim() || null } });
    const open = () => {
      this.settingsOpen = !this.settingsOpen;
      this.head.update();
    };
    return html`<input class="book-title" maxlength="300" aria-label="Title of the slide" @change=${rename} ${fieldValue(store.title(store.focus))}>
      ${store.slide.voice ? html`<div class="book-faces">${[[false, "as written"], [true, "as spoken"]].map(([on, words]) => html`<button class="act ${this.isSpoken === on ? "" : "is-idle"}" aria-pressed=${String(this.isSpoken === on)} @click=${() => this.turnSpoken(on)}>${words}</button>`)}</div>` : nothing}
      <div class="book-head"><button id="slide-settings" aria-expanded=${String(this.settingsOpen)} title="Transition, hold, length" @click=${open}>${this.headLine()}</button></div>
      ${this.settingsOpen ? repeat([store.focus], (id) => id, () => slideSettings(this.desk)) : nothing}`;
  }

  headLine() {
    const { time, spoken, document: doc } = this.store.slide;
    const { transition_verb: verb } = this.store.shown.briefs[this.store.focus];
    const comes = time.transition ? `${verb} in ${seconds(time.transition)} s` : verb;
    const said = spoken.words ? `${spoken.words} words, ${seconds(spoken.ms)} s${doc.speaks ? `, by ${doc.speaks}` : ""}` : "no script";
    const why = this.why(time.hold_reason);
    const short = time.too_short ? `  ·  too short by ${seconds(time.too_short)} s` : "";
    return `${comes}  ·  ${said}  ·  holds ${seconds(time.hold)} s, ${why}${short}`;
  }

  /** Why a rest is as long as it is. */
  why(reason) {
    return WHY[reason] ?? (this.store.slide.document.script.trim() ? "for the script" : "for reading");
  }

  // ---- passages

  /** What stands around a passage of the script: its cue's time in the margin, its builds below. */
  passageView(node) {
    const make = (name, parent, attributes = {}) => {
      const element = Object.assign(document.createElement("div"), { className: name });
      for (const [key, value] of Object.entries(attributes)) element.setAttribute(key, value);
      parent?.append(element);
      return element;
    };
    const dom = make("passage-block", null);
    const body = make("body", dom);
    const line = make("passage-line", body);
    const contentDOM = make("passage", line); // first, so that the caret finds no place before it
    const disc = make("cue-disc is-unmarked", line, { contenteditable: "false" });
    const entries = make("entries", body, { contenteditable: "false" });
    const margin = make("margin", dom, { contenteditable: "false" });
    const talk = make("margin-talk", dom, { contenteditable: "false" });
    const view = { dom, contentDOM, margin, talk, entries, disc, cue: -1 };
    view.update = (changed) => {
      if (changed.type !== node.type) return false;
      if (this.passages.get(view.cue) === view) this.passages.delete(view.cue);
      view.cue = changed.attrs.cue;
      this.passages.set(view.cue, view);
      const own = changed.firstChild?.type.name === "mark" && changed.firstChild.attrs.cue === view.cue;
      dom.dataset.cue = view.cue;
      disc.hidden = !view.cue || own;
      Object.assign(disc, { textContent: String(view.cue), title: `Cue ${view.cue} has no mark in the script: drag it to the words that call for it` });
      disc.dataset.mark = view.cue;
      const words = changed.content.size - (own ? 1 : 0);
      contentDOM.classList.toggle("is-empty", !words);
      contentDOM.classList.toggle("is-marked", Boolean(own));
      return true;
    };
    view.update(node);
    view.stopEvent = (event) => entries.contains(event.target) || talk.contains(event.target);
    view.ignoreMutation = (mutation) => !contentDOM.contains(mutation.target) || (mutation.type === "attributes" && mutation.target === contentDOM);
    view.destroy = () => this.passages.get(view.cue) === view && this.passages.delete(view.cue);
    return view;
  }

  /** Under words that are selected: what can come with them. */
  drawComing() {
    const { store } = this;
    const found = this.editor?.selectedWords ?? null;
    this.coming.hidden = !found || !store.slide?.document.objects.length;
    if (this.coming.hidden) return;
    const come = (object) => {
      this.draft.send();
      store.edit({ do: "come-with-words", slide: store.focus, object, word: found.word, id: newId("build") });
      this.coming.hidden = true;
    };
    const things = store.slide.document.objects.filter((thing) => thing.kind !== "sound" && !thing.hidden);
    const keep = (event) => event.preventDefault(); // the words stay selected
    render(html`<span class="soft">with these words comes</span>${things.map((thing) => html`<button class="act" @pointerdown=${keep} @mousedown=${keep} @click=${() => come(thing.id)}>${store.slide.names[thing.id]}</button>`)}`, this.coming);
    const page = this.page.getBoundingClientRect();
    this.coming.style.top = `${found.at.bottom - page.top + this.page.scrollTop + 6}px`;
  }

  drawEntries() {
    const { store } = this;
    const { groups } = store.slide.time;
    const shown = [store.slide, store.selection.steps, store.shown.findings];
    const wordless = !this.editor.hasWords;
    this.page.classList.toggle("is-wordless", wordless);
    const chosen = store.slide.document.running_order.map((step) => step.id).filter((id) => store.steps.has(id));
    const open = chosen.at(-1);
    for (const [cue, view] of this.passages) {
      const group = groups[cue];
      if (!group) continue;
      const hint = !cue ? "Write here what is said on this slide." : wordless ? `after ${seconds(group.wait)} s, ${this.why(group.reason)}` : "words for this cue";
      if (view.contentDOM.dataset.hint !== hint) view.contentDOM.dataset.hint = hint;
      const time = cue || group.steps.length ? (group.start / 1000).toFixed(1) : "";
      if (view.margin.textContent !== time) view.margin.textContent = time;
      const [count, ms] = store.slide.spoken.passages[cue] ?? [0, 0];
      view.margin.dataset.said = count ? `${count === 1 ? "1 word" : `${count} words`}\n${(ms / 1000).toFixed(1)} s` : "";
      if (view.shown?.every((value, n) => value === shown[n])) continue;
      view.shown = shown;
      const rows = repeat(group.steps, (step) => step.id, (step) => html`${entry(this.desk, step, group)}${step.id === open ? html`<motion-sentence class="entry-sentence" .subject=${buildOf(this.desk, step.id, chosen)}></motion-sentence>` : nothing}`);
      render(rows, view.entries);
    }
  }
}
