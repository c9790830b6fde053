// What the desk shows: what is kept, with what is under way on top of it. Gestures never wait for the line.
//
//   kept                 the state that the server last gave
//   shown                kept + the commands on their way + what is being dragged
//   journal, line        commands on their way, and the way itself
//
// A command is put into the journal, sketched, shown, sent and answered; then what is kept is what the server says.

import { sketch } from "./sketches.js";
import { Selection } from "./selection.js";
import { SlidesOnDemand } from "./slides.js";
import { indexOf, withAnswer } from "./states.js";
import { Line } from "./line.js";
import { Trial } from "./trial.js";

const NEAR = 8;

export class Store {
  /** `all`: whether every slide is fetched whole while there is time, and not only those that are come to. */
  constructor({ address, state, vocabulary, journal, all = true }) {
    Object.assign(this, { address, vocabulary, journal, kept: state, shown: state });
    this.listeners = new Map();
    this.results = new WeakMap();
    this.settling = new Map();
    this.trial = new Trial(this);
    this.selection = new Selection(state.order[0]?.[0] ?? null);
    this.line = new Line({
      address,
      journal,
      have: () => this.kept.revision,
      near: () => this.near(),
      answered: (answer, entries) => this.take(answer, entries),
      turned: () => this.changed(),
    });
    this.loader = new SlidesOnDemand(this, all);
    this.compose();
  }

  // ---- who listens

  on(name, listener) {
    if (!this.listeners.has(name)) this.listeners.set(name, new Set());
    this.listeners.get(name).add(listener);
    return () => this.listeners.get(name).delete(listener);
  }

  tell(name, detail) {
    for (const listener of this.listeners.get(name) ?? []) listener(detail);
  }

  /** Something is not as it was: whoever draws looks at what it shows, once, when the act is over. */
  changed() {
    if (this.telling) return;
    this.telling = true;
    queueMicrotask(() => {
      this.telling = false;
      this.tell("changed");
    });
  }

  // ---- what there is

  /** What a stage plays: the state that is shown, with the stage's size. */
  get play() {
    if (this.played?.shown !== this.shown) {
      this.played = { shown: this.shown, play: { ...this.shown, width: this.shown.show.width, height: this.shown.show.height } };
    }
    return this.played.play;
  }

  get focus() {
    return this.selection.focus;
  }

  get objects() {
    return this.selection.objects;
  }

  get steps() {
    return this.selection.steps;
  }

  get slides() {
    return this.selection.slides;
  }

  /** The slide in focus, whole; null while it is on its way. */
  get slide() {
    return this.shown.slides[this.focus] ?? null;
  }

  slideIndex(id = this.focus) {
    return indexOf(this.shown, id);
  }

  start(id = this.focus) {
    return this.shown.order[this.slideIndex(id)]?.[1] ?? 0;
  }

  length(id = this.focus) {
    return this.shown.order[this.slideIndex(id)]?.[2] ?? 0;
  }

  title(id) {
    return this.shown.briefs[id]?.title || `Slide ${this.slideIndex(id) + 1}`;
  }

  object(id) {
    return this.slide?.document.objects.find((thing) => thing.id === id);
  }

  step(id) {
    return this.slide?.document.running_order.find((step) => step.id === id);
  }

  /** A step as the score has it: name, verb, start, end, envelope, and its group. */
  timed(id) {
    for (const group of this.slide?.time.groups ?? []) {
      const found = group.steps.find((step) => step.id === id);
      if (found) return { ...found, group };
    }
    return null;
  }

  /** The slides that edits should bring back whole: those around the focus. */
  near() {
    const at = Math.max(0, this.slideIndex());
    const ids = this.shown.order.slice(Math.max(0, at - 2), at + NEAR - 2).map(([id]) => id);
    return ids.filter((id) => this.kept.slides[id] || id === this.focus);
  }

  // ---- what is selected

  focusSlide(id) {
    if (id === this.focus || !this.shown.briefs[id]) return;
    this.selection.focus = id;
    this.selection.clear();
    this.loader.need(id);
    this.tell("focus");
    this.changed();
  }

  select(kind, ids) {
    this.selection.only(kind, ids);
    this.tell("selected");
    this.changed();
  }

  // ---- edits

  /** Whether everything that was done is kept. */
  get settled() {
    return !this.line.busy && !this.trial.underWay;
  }

  /**
   * Does something: shows it at once, sends it, and resolves when it is answered to {done, error, collided, slides};
   * a command that is refused is taken out again and said.
   */
  edit(command) {
    return this.begin(this.journal.add(this.kept.revision, command));
  }

  begin(entry) {
    this.compose();
    this.line.run();
    return new Promise((resolve) => this.settling.set(entry.id, resolve));
  }

  /** Whether a step of the history was done in another page. */
  isOthers({ page }) {
    return page !== this.journal.page;
  }

  undo() {
    return this.edit("undo");
  }

  redo() {
    return this.edit("redo");
  }

  /** Begins something that is still being typed: it lies in the journal at once, and is sent when it is closed. */
  open(command) {
    const entry = this.journal.add(this.kept.revision, command, { open: true });
    this.compose();
    return entry;
  }

  /** Puts another command in the place of one that is open; false if it has been sent meanwhile. */
  amend(entry, command) {
    if (!entry.open || !this.journal.entries.includes(entry)) return false;
    this.journal.amend(entry, command);
    this.compose();
    return true;
  }

  /** What is open is finished and sent. */
  close() {
    this.journal.close();
    this.line.run();
  }

  /** Takes something back that is still open, as if it had never been done. */
  drop(entry) {
    this.journal.remove([entry.id]);
    this.compose();
  }

  /** The state before an entry of the journal: what a writer had before them. */
  before(entry) {
    return this.chain.get(entry) ?? this.shown;
  }

  /** Ends a drag (trial.js): what was shown stays on show until what is kept comes back. */
  finish(command) {
    const entry = this.journal.add(this.kept.revision, command);
    const shown = this.trial.end(command);
    if (shown) this.results.set(entry, shown);
    return this.begin(entry);
  }

  // ---- putting together what is shown

  sketched(state, command) {
    return sketch(state, command, this.vocabulary.defaults);
  }

  compose() {
    const before = this.shown;
    this.chain = new Map();
    let shown = this.kept;
    for (const entry of this.journal.entries) {
      this.chain.set(entry, shown);
      shown = this.results.get(entry) ?? this.afterEntry(shown, entry);
    }
    this.shown = this.trial.over(this.presence?.over(shown) ?? shown);
    const { focus } = this.selection;
    this.selection.fit(this.shown, before);
    if (this.focus !== focus) this.tell("focus");
    if (this.focus) this.loader.need(this.focus);
    this.changed();
  }

  /** A step back over what is still on its way is shown at once; any other, when it is answered. */
  afterEntry(shown, entry) {
    if (entry.command === "redo") return shown;
    if (entry.command !== "undo") return this.sketched(shown, entry.command);
    const { entries } = this.journal;
    const last = entries[entries.indexOf(entry) - 1];
    return last && typeof last.command === "object" ? this.chain.get(last) : shown;
  }

  /** Takes an answer: the newest state, and what became of each command. */
  take(answer, entries = []) {
    const { results = [], error: _, ...state } = answer;
    if (state.order && state.revision >= this.kept.revision) this.kept = withAnswer(this.kept, state);
    this.compose();
    for (const result of results) {
      const entry = entries.find((one) => one.id === result.id);
      if (!result.done) this.tell("refused", { ...result, command: entry?.command });
      else if (typeof entry?.command === "string") this.stepped(entry.command, result);
      this.settling.get(result.id)?.(result);
      this.settling.delete(result.id);
    }
  }

  /** After a step back or forth: what has changed is in focus, and whose step it was is said where it was another's. */
  stepped(way, { slides = [], step }) {
    if (slides.length && !slides.includes(this.focus)) this.focusSlide(slides[0]);
    if (step && this.isOthers(step)) this.tell("stepped", { way, label: step.label });
  }

  /** A state that was asked for because something was done elsewhere. */
  replace(state) {
    if (state.revision < this.kept.revision) return;
    this.kept = withAnswer(this.kept, state);
    this.compose();
  }
}
