// Sound of a live run: the playhead may wait for a cue, and media go on meanwhile, by the clock on the wall.

import { lastOfLength } from "./evaluate.js";
import { Sound } from "./sound.js";

const LEAST_RUN_MS = 250; // a clip that is at its out point is not begun again for less

/** As Sound, for a run of Live: `follow` also gets the time elapsed in the run and the number of the visit to a slide. */
export class LiveSound extends Sound {
  constructor(play, stage, refused) {
    super(play, stage, refused);
    this.started = new Map();
    this.visit = null;
    this.last = null;
  }

  /** Starts each clip and sound when the playhead comes to it, and lets it run to its own end. Narration is left to the
   * presenter. Beds follow `elapsed`, from their beginning on. */
  follow(index, time, running, elapsed = time, visit = index) {
    const [slideId, start] = this.play.order[index];
    const slide = this.play.slides[slideId];
    if (!slide) return;
    if (visit !== this.visit) this.enter(visit);
    const passed = this.last === null ? 0 : Math.max(0, elapsed - this.last);
    this.last = elapsed;
    for (const span of slide.score.spans) {
      if (span.source === "object" || span.source === "spot") this.runFreely(span, slideId, time - start, running, passed, slide.score.length);
    }
    for (const span of this.play.beds) this.run(span, slideId, elapsed, running);
    this.standStill(slideId, slide, time - start, new Set(this.started.keys()));
    this.standAtEnd(lastOfLength(this.play.order, index - 1));
  }

  stop() {
    super.stop();
    this.enter(null);
  }

  enter(visit) {
    for (const { element } of this.started.values()) element.pause();
    this.started.clear();
    this.visit = visit;
  }

  runFreely(span, slideId, within, running, passed, slideLength) {
    const key = this.keyOf(span, slideId);
    let medium = this.started.get(key);
    if (!medium) {
      if (!running || within < span.start) return;
      const element = this.elementFor(span, slideId);
      if (!element) return;
      element.currentTime = span.from / 1000;
      element.playbackRate = span.rate;
      medium = { element, played: 0, lasts: span.end < slideLength ? span.end - span.start : Infinity };
      this.started.set(key, medium);
    }
    medium.element.muted = this.muted || span.muted;
    medium.element.volume = Math.min(1, span.gain?.values[0] ?? 1);
    medium.played += running ? passed : 0;
    this.keepRunning(medium, span, running);
  }

  keepRunning(medium, span, running) {
    const { element } = medium;
    // What lasts as long as the slide plays once, however long the slide is on.
    const atOut = element.ended || element.currentTime * 1000 >= span.out - 20;
    const left = medium.lasts === Infinity ? 0 : medium.lasts - medium.played;
    if (left < 0 || (atOut && left < LEAST_RUN_MS)) medium.over = true;
    if (atOut && !medium.over) element.currentTime = span.in / 1000;
    if (medium.over || !running) {
      if (!element.paused) element.pause();
    } else if (element.paused) {
      this.start(element);
    }
  }

  /** A bed holds its loudness for as long as the presenter takes: only its beginning is faded. */
  gainOf(span, at) {
    return super.gainOf(span, Math.min(at, (span.start + span.end) / 2));
  }
}
