// The desk's state: the show as the server last gave it, what is selected, and the way edits go there and back.

import { send } from "../../site/dom.js";

const RETRY_MS = 2000;

/** Holds the state; tells listeners what changed: "show", "selection", "trial", "kept", "notice". */
export class Store {
  constructor(address, state, vocabulary) {
    this.address = address;
    this.vocabulary = vocabulary;
    this.listeners = new Map();
    this.state = state;
    this.focus = state.order[0]?.[0] ?? null;
    this.objects = new Set();
    this.steps = new Set();
    this.queue = Promise.resolve();
    this.waiting = 0;
    this.shown = state;
  }

  on(name, listener) {
    if (!this.listeners.has(name)) this.listeners.set(name, []);
    this.listeners.get(name).push(listener);
  }

  tell(name, detail) {
    for (const listener of this.listeners.get(name) ?? []) listener(detail);
  }

  // ---- what there is

  /** The state on show: the one kept, or while something is dragged, what it would give. */
  get play() {
    return { ...this.shown, width: this.shown.show.width, height: this.shown.show.height };
  }

  get slide() {
    return this.shown.slides[this.focus] ?? null;
  }

  slideIndex(id = this.focus) {
    return this.shown.order.findIndex((row) => row[0] === id);
  }

  start(id = this.focus) {
    return this.shown.order[this.slideIndex(id)]?.[1] ?? 0;
  }

  title(id) {
    return this.shown.slides[id]?.doc.title || `Slide ${this.slideIndex(id) + 1}`;
  }

  object(id) {
    return this.slide?.doc.objects.find((thing) => thing.id === id);
  }

  step(id) {
    return this.slide?.doc.running_order.find((step) => step.id === id);
  }

  /** A step as the score has it: name, verb, start, end, outline. */
  timed(id) {
    for (const group of this.slide?.time.groups ?? []) {
      const found = group.steps.find((step) => step.id === id);
      if (found) return { ...found, group };
    }
    return null;
  }

  // ---- what is selected

  focusSlide(id) {
    if (id === this.focus || !this.shown.slides[id]) return;
    this.focus = id;
    this.objects.clear();
    this.steps.clear();
    this.tell("selection");
  }

  selectObjects(ids) {
    this.objects = new Set(ids);
    this.steps.clear();
    this.tell("selection");
  }

  selectSteps(ids) {
    this.steps = new Set(ids);
    this.objects.clear();
    this.tell("selection");
  }

  // ---- edits

  /** Sends an edit; one after another. Resolves to the new state, or null if it was refused. A function is asked for the
   * command when its turn has come. `typed` edits are sent again on the newer state if the page was out of date, so that
   * nothing typed is lost. */
  edit(command, { typed = false } = {}) {
    this.waiting++;
    this.tell("kept");
    const sent = this.queue.then(() => this.carryOut(command, typed));
    this.queue = sent.catch(() => null);
    return sent.finally(() => {
      this.waiting--;
      this.tell("kept");
    });
  }

  async carryOut(command, typed) {
    const answer = await this.reach(() =>
      send(`${this.address}edit`, { revision: this.state.revision, command: resolved(command, this) }),
    );
    if (answer.status === 200) {
      this.take(answer.data);
      return answer.data;
    }
    this.endTrial();
    if (answer.status === 409) {
      this.replace(answer.data);
      if (typed) {
        this.tell("notice", "This show was changed elsewhere. You now see the newest; what you typed is kept with it.");
        return this.carryOut(command, false);
      }
      this.tell("notice", "This show was changed elsewhere. You now see the newest; do your last act again if it is still wanted.");
      return null;
    }
    this.tell("notice", sentence(answer.data.error ?? "that could not be kept; reload the page"));
    return null;
  }

  /** Tries until the server answers: nothing that was done is lost by a broken line. */
  async reach(attempt) {
    for (;;) {
      const answer = await attempt();
      if (answer.status !== 0) return answer;
      this.tell("notice", "The server cannot be reached. What you did is kept here and sent as soon as it can be.");
      await new Promise((resolve) => setTimeout(resolve, RETRY_MS));
    }
  }

  undo() {
    return this.edit("undo");
  }

  redo() {
    return this.edit("redo");
  }

  /** Shows what a command would give, without keeping it; calls made while one is under way wait for its end. */
  async attempt(command) {
    this.wanted = command;
    if (this.trying) return;
    this.trying = true;
    while (this.wanted) {
      const now = this.wanted;
      this.wanted = null;
      const answer = await send(`${this.address}try`, { command: now });
      if (answer.status === 200 && this.trying) {
        this.shown = merged(this.state, answer.data);
        this.tell("trial");
      }
    }
    this.trying = false;
  }

  endTrial() {
    this.wanted = null;
    this.trying = false;
    this.shown = this.state;
    this.tell("trial");
  }

  /** Ends a drag: the trial stays on show until what is kept comes back. */
  finish(command) {
    this.wanted = null;
    this.trying = false;
    return this.edit(command);
  }

  take(answer) {
    this.state = merged(this.state, answer);
    this.settle();
  }

  replace(state) {
    this.state = state;
    this.settle();
  }

  settle() {
    this.shown = this.state;
    if (!this.state.slides[this.focus]) this.focus = this.state.order.at(-1)?.[0] ?? null;
    const slide = this.slide;
    const objects = new Set(slide?.doc.objects.map((thing) => thing.id));
    const steps = new Set(slide?.doc.running_order.map((step) => step.id));
    this.objects = new Set([...this.objects].filter((id) => objects.has(id)));
    this.steps = new Set([...this.steps].filter((id) => steps.has(id)));
    this.tell("show");
  }
}

function resolved(command, store) {
  return typeof command === "function" ? command(store) : command;
}

function merged(state, answer) {
  const slides = {};
  for (const [id] of answer.order) slides[id] = answer.slides[id] ?? state.slides[id];
  return { ...state, ...answer, slides, assets: { ...state.assets, ...answer.assets } };
}

function sentence(words) {
  const text = words.charAt(0).toUpperCase() + words.slice(1);
  return /[.!?]$/.test(text) ? text : `${text}.`;
}
