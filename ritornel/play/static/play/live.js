// A show with someone giving the cues: the same score, with a playhead that waits where a cue is to be given.
// Times in ms. A group plays from its start until it has settled; a presenter's cue then waits, a clock's comes by itself.

const REST_MS = 1; // the playhead waits this long before the next group's start

/** Runs a show live. `plan` rows are {id, groups: [{cue, start, settle, advance}], advance}; `order` rows [id, start, length]. */
export class Live {
  constructor(order, plan, { changed = () => {} } = {}) {
    this.order = order;
    this.plan = plan;
    this.changed = changed;
    this.instants = [];
    this.elapsed = 0;
    this.elapsedAtCue = 0;
    this.running = false;
    this.ended = false;
    this.visit = 0;
    this.slide = 0;
    this.cue = 0;
    this.time = 0;
  }

  /** Begins the take, now (ms of any steady clock). */
  start(now) {
    this.began = now;
    this.last = now;
    this.running = true;
    this.enter(0, now);
  }

  at(now) {
    return Math.round(now - this.began);
  }

  enter(index, now) {
    this.slide = index;
    this.cue = 0;
    this.visit++;
    this.elapsedAtCue = this.elapsed;
    this.time = this.order[index][1];
    this.instants.push({ kind: "slide", at: this.at(now), slide: this.order[index][0] });
    this.changed();
  }

  get group() {
    return this.plan[this.slide].groups[this.cue];
  }

  get next() {
    return this.plan[this.slide].groups[this.cue + 1] ?? null;
  }

  /** Show time at which the group on stage must stop by itself. */
  get stopsAt() {
    const [, start, length] = this.order[this.slide];
    return this.next ? start + this.next.start - REST_MS : start + length - REST_MS;
  }

  /** Who gives what comes next: "presenter" or "clock". */
  get advance() {
    return (this.next ?? this.plan[this.slide]).advance;
  }

  /** The planned show time of the last cue given. */
  get planned() {
    return this.order[this.slide][1] + (this.cue ? this.group.start : 0);
  }

  /** Ahead of the plan at the last cue given; once the next one is overdue, by how much it is. */
  get ahead() {
    const [, start, length] = this.order[this.slide];
    const plannedNext = start + (this.next ? this.next.start : length);
    return Math.min(this.planned - this.elapsedAtCue, plannedNext - this.elapsed);
  }

  /** What another page must know to show the same. */
  get place() {
    const { time, slide, cue, running, elapsed, visit } = this;
    return { time, slide, cue, running, elapsed, visit };
  }

  /** Time passes: moves the playhead up to where it must wait; clock cues come by themselves. */
  pass(now) {
    if (!this.running) return;
    const step = now - this.last;
    this.last = now;
    this.elapsed += step;
    const reached = this.time + step;
    if (reached < this.stopsAt) this.time = reached;
    else if (this.advance === "clock") this.give(now);
    else this.time = Math.max(this.time, this.stopsAt);
  }

  /** Gives what comes next: a cue, the next slide, or the end. */
  give(now) {
    if (!this.running) return;
    if (this.next) {
      this.cue++;
      this.elapsedAtCue = this.elapsed;
      this.time = this.order[this.slide][1] + this.group.start;
      this.instants.push({ kind: "cue", at: this.at(now), slide: this.order[this.slide][0], cue: this.cue });
      this.changed();
    } else if (this.slide + 1 < this.order.length) {
      this.enter(this.slide + 1, now);
    } else {
      this.end(now);
    }
  }

  /** Back to the beginning of the slide, or, at its beginning, of the slide before. */
  back(now) {
    if (!this.running) return;
    this.enter(Math.max(0, this.cue > 0 ? this.slide : this.slide - 1), now);
  }

  /** To the beginning of a slide, wherever it stands; nothing happens if it is not there. */
  goTo(id, now) {
    const index = this.order.findIndex((row) => row[0] === id);
    if (this.running && index >= 0) this.enter(index, now);
  }

  pause(now) {
    if (!this.running || this.ended) return;
    this.running = false;
    this.pausedAt = now;
    this.changed();
  }

  goOn(now) {
    if (this.running || this.ended) return;
    this.instants.push({ kind: "pause", at: this.at(now), length: Math.round(now - this.pausedAt) });
    this.last = now;
    this.running = true;
    this.changed();
  }

  end(now) {
    if (this.ended) return;
    if (!this.running) this.goOn(now);
    this.instants.push({ kind: "end", at: this.at(now) });
    this.running = false;
    this.ended = true;
    this.changed();
  }
}
