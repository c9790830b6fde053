// A show with someone giving the cues: the same score, with a playhead that waits where a cue is to be given.
// Times in ms. A group plays from its start until it has settled; a presenter's cue then waits, a clock's comes by itself.

const REST_MS = 1; // the playhead waits this long before the next group's start

/**
 * The place of the slide that comes after one, -1 where the show ends. Slides behind the first `planned` are not in the show:
 * they are called for, and `after` says what comes after each.
 */
export function followingOf({ order, planned = order.length, after = [] }, index) {
  const next = index < planned ? index + 1 : after[index - planned];
  return next < planned ? next : -1;
}

/** Runs a show live. `plan` rows are {id, groups: [{cue, start, settle, advance}], advance}; `order` rows [id, start, length]. */
export class Live {
  constructor(order, plan, { changed = () => {}, planned = order.length, after = [] } = {}) {
    Object.assign(this, { planned, after });
    this.order = order;
    this.plan = plan;
    this.changed = changed;
    this.instants = [];
    this.elapsed = 0;
    this.elapsedAtCue = 0;
    this.elapsedAtEntry = 0; // when the slide was come to
    this.running = false;
    this.ended = false;
    this.visit = 0;
    this.until = Infinity; // it ends with this slide
    this.slide = 0;
    this.cue = 0;
    this.time = 0;
  }

  /** Begins the take, now (ms of any steady clock), where it stands: at the beginning, or where it was led to. */
  start(now) {
    this.began = now;
    this.last = now;
    this.running = true;
    this.enter(this.slide, now, this.cue, this.time);
  }

  at(now) {
    return Math.round(now - this.began);
  }

  /** To a slide: to its beginning, or to where a cue of it was given, at a show time. */
  enter(index, now, cue = 0, time = this.startOf(index, cue)) {
    this.slide = index;
    this.cue = cue;
    this.visit++;
    this.elapsedAtCue = this.elapsed;
    this.elapsedAtEntry = this.elapsed;
    this.time = time;
    const instant = { kind: "slide", at: this.at(now), slide: this.order[index][0] };
    this.instants.push(cue ? { ...instant, cue } : instant);
    this.changed();
  }

  /** The show time at which all of a cue has settled; the slide's own beginning for 0. */
  startOf(index, cue) {
    return this.order[index][1] + (cue ? this.plan[index].groups[cue].settle : 0);
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

  /** When a slide was planned to begin; one that was called for takes time that was not: where the show goes on. */
  plannedStart(index) {
    if (index < this.planned) return this.order[index][1];
    const next = followingOf(this, index);
    if (next >= 0) return this.order[next][1];
    const [, start, length] = this.order[this.planned - 1];
    return start + length;
  }

  /** Ahead of the plan at the last cue given; once the next one is overdue, by how much it is. */
  get ahead() {
    const start = this.plannedStart(this.slide);
    if (this.slide >= this.planned) return start - this.elapsed;
    const plannedNow = start + (this.cue ? this.group.start : 0);
    const plannedNext = start + (this.next ? this.next.start : this.order[this.slide][2]);
    return Math.min(plannedNow - this.elapsedAtCue, plannedNext - this.elapsed);
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
    } else if (this.slide < this.until && followingOf(this, this.slide) >= 0) {
      this.enter(followingOf(this, this.slide), now);
    } else {
      this.end(now);
    }
  }

  /** The slide before the one that is on, as the show is planned; -1 where there is none. */
  get before() {
    if (this.slide < this.planned) return this.slide - 1;
    const next = followingOf(this, this.slide);
    return (next < 0 ? this.planned : next) - 1;
  }

  /** Takes the last cue back: all stands as it did before it was given; it is to be given again. */
  back(now) {
    if (this.began === undefined || this.ended) return;
    if (this.cue > 0) {
      this.cue--;
      this.time = Math.min(this.order[this.slide][1] + this.group.settle, this.stopsAt);
      this.visit++;
      this.elapsedAtCue = this.elapsed;
      this.instants.push({ kind: "back", at: this.at(now), slide: this.order[this.slide][0], cue: this.cue });
      this.changed();
    } else if (this.before >= 0) {
      const { before } = this;
      const last = this.plan[before].groups.length - 1;
      this.enter(before, now, last, this.order[before][1] + this.plan[before].groups[last].settle);
    }
  }

  /** To the beginning of a slide, or to a cue of it, wherever it stands; nothing happens if it is not there. */
  goTo(id, now, cue = 0) {
    const index = this.order.findIndex((row) => row[0] === id);
    if (index < 0 || this.ended || cue >= this.plan[index].groups.length) return;
    this.jump(index, now, cue, this.startOf(index, cue));
  }

  /** To an instant of the show, as its plan has it. */
  goToTime(time, now) {
    if (this.ended) return;
    const index = Math.max(0, this.order.slice(0, this.planned).findLastIndex(([, start]) => start <= time));
    const within = time - this.order[index][1];
    const cue = Math.max(0, this.plan[index].groups.findLastIndex((group) => group.cue && group.start <= within));
    this.jump(index, now, cue, time);
  }

  /** Before it has begun only the place is chosen where it will begin. */
  jump(index, now, cue, time) {
    if (this.began !== undefined) return this.enter(index, now, cue, time);
    Object.assign(this, { slide: index, cue, time });
    return this.changed();
  }

  /** Goes on with a run of another page, which is gone: {instants, at, place}, `away` ms ago; it is paused until it goes on. */
  restore({ instants, at, place }, away, now) {
    const { slide, cue, time, elapsed } = place;
    Object.assign(this, { instants, slide, cue, time, elapsed, elapsedAtCue: elapsed });
    this.began = now - away - at;
    this.pausedAt = now - away;
    this.changed();
  }

  pause(now) {
    if (!this.running || this.ended) return;
    this.running = false;
    this.pausedAt = now;
    this.changed();
  }

  goOn(now) {
    if (this.running || this.ended || this.began === undefined) return;
    this.instants.push({ kind: "pause", at: this.at(now), length: Math.round(now - this.pausedAt) });
    this.last = now;
    this.running = true;
    this.changed();
  }

  end(now) {
    if (this.ended || this.began === undefined) return;
    if (!this.running) this.goOn(now);
    this.instants.push({ kind: "end", at: this.at(now) });
    this.running = false;
    this.ended = true;
    this.changed();
  }
}
