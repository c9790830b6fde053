// What is selected: a slide is in focus; on it objects, or builds, or a cue; in the show slides.

export class Selection {
  constructor(focus) {
    this.focus = focus;
    this.clear();
  }

  clear() {
    this.objects = new Set();
    this.steps = new Set();
    this.slides = new Set();
  }

  only(kind, ids) {
    this.clear();
    this[kind] = new Set(ids);
  }

  /** Drops what a state does not have any more, and moves the focus on to what has taken its place. */
  fit(state, before) {
    if (!state.briefs[this.focus] || !state.order.some(([id]) => id === this.focus)) {
      const place = before.order.findIndex(([id]) => id === this.focus);
      this.focus = state.order[Math.min(Math.max(0, place), state.order.length - 1)]?.[0] ?? null;
      this.clear();
    }
    const slide = state.slides[this.focus];
    if (!slide) return;
    this.objects = there(this.objects, slide.document.objects);
    this.steps = there(this.steps, slide.document.running_order);
    this.slides = there(this.slides, state.order.map(([id]) => ({ id })));
  }
}

function there(chosen, things) {
  if (!chosen.size) return chosen;
  const ids = new Set(things.map((thing) => thing.id));
  return new Set([...chosen].filter((id) => ids.has(id)));
}
