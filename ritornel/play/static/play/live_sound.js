// Sound of a live run: the playhead may wait for a cue, and media go on meanwhile, by the clock on the wall.

import { lastOfLength, valueAt } from "./evaluate.js";
import { Media } from "./media.js";
import { jointAt, turned, turns } from "./mixing.js";
import { gainAt, placeAt } from "./spans.js";

const AT_OUT_MS = 20; // a medium this near its out point is there
const LEAST_FADE_MS = 60; // what ends suddenly would click
const LEAST_RUN_MS = 250; // one that is there is not begun again for less

/** The sound of a run of Live: `follow` also gets the time elapsed in the run and the number of the visit to a slide. */
export class LiveSound extends Media {
  constructor(play, stage, refused) {
    super(play, stage, refused);
    this.started = new Map();
    this.beds = new Map(); // those that have begun, by their ids: on the clock of the run
    this.visit = null;
    this.last = null;
  }

  /** Lets each clip and sound do what it was told last where the playhead is: it runs from there by itself, to its own
   * end or until it is told something else. Narration is left to the presenter. Beds begin and
   * end with what they are anchored to, whenever that comes, and go on by `elapsed` in between. */
  follow(index, time, running, elapsed = time, visit = index) {
    const [slideId, start] = this.play.order[index];
    const slide = this.play.slides[slideId];
    if (!slide) return;
    if (visit !== this.visit) this.enter(visit);
    const passed = this.last === null || !running ? 0 : Math.max(0, elapsed - this.last);
    this.last = elapsed;
    const told = this.told(slide, slideId, time - start);
    if (running && !this.muted && told.size + this.play.bed_spans.length) this.opened().wake();
    for (const [key, span] of told) this.runFreely(key, span, slide, slideId, time - start, running, passed);
    const wanted = new Set();
    for (const span of this.play.bed_spans) this.runBed(span, time, elapsed, running, wanted);
    this.stopOthers(wanted, Infinity);
    const moving = [...this.started.values()].map((medium) => medium.span).filter((span) => span.source === "object");
    this.standStill(slideId, slide, time - start, new Set(moving.map((span) => span.id)));
    this.standAtEnd(lastOfLength(this.play.order, index - 1));
  }

  stop() {
    super.stop();
    this.beds.clear();
    this.enter(null);
  }

  enter(visit) {
    for (const { element } of this.started.values()) element.pause();
    this.started.clear();
    this.visit = visit;
  }

  /** What each medium was told last at an instant of a slide: by its key the span that began last. */
  told(slide, slideId, within) {
    const last = new Map();
    for (const span of slide.score.spans) {
      if (!["object", "spot"].includes(span.source) || within < span.start) continue;
      const key = this.keyOf(span, slideId);
      if (!(last.get(key)?.start > span.start)) last.set(key, span);
    }
    return last;
  }

  runFreely(key, span, slide, slideId, within, running, passed) {
    let medium = this.started.get(key);
    if (!medium && !running) return;
    if (!medium || medium.span !== span) {
      medium = this.turnedTo(span, slideId, medium);
      if (!medium) return;
      this.started.set(key, medium);
    } else if (!medium.element.paused) {
      medium.left -= passed * span.rate;
    }
    const { element } = medium;
    element.muted = this.muted || span.muted;
    this.setGain(element, this.gainOf(span, within));
    if (within >= span.end && !span.complete && span.end < slide.score.length) this.stopAsTold(medium, slide, within);
    else this.keepRunning(medium, running);
  }

  /** The medium of a span that begins: the one that was there if it was, and where it stands if the span goes on. */
  turnedTo(span, slideId, before) {
    const element = before?.element.isConnected === false && span.source === "object" && before.element instanceof HTMLVideoElement ? null : before?.element;
    const medium = { element: element ?? this.elementFor(span, slideId), span, left: span.left ?? Infinity };
    if (!medium.element) return null;
    if (span.goes_on && element) medium.left = before.left;
    else medium.element.currentTime = span.from / 1000;
    medium.element.playbackRate = span.rate;
    return medium;
  }

  /** It was told to stop, and stands where it is; or where it was told to go to meanwhile. */
  stopAsTold(medium, slide, within) {
    const { element, span } = medium;
    if (!element.paused) element.pause();
    const track = slide.score.targets.find((target) => target.object === span.id)?.tracks.find((one) => one.property === "media_time");
    const place = span.source === "object" && track ? valueAt(track, within) : null;
    if (place === null || Math.abs(place - placeAt(span, span.end)) < 1 || medium.sent === place) return;
    medium.sent = place;
    element.currentTime = place / 1000;
  }

  keepRunning(medium, running) {
    const { element, span } = medium;
    const atOut = element.ended || element.currentTime * 1000 >= span.out - AT_OUT_MS;
    if (atOut && medium.left < LEAST_RUN_MS) medium.over = true;
    if (atOut && !medium.over) element.currentTime = span.in / 1000;
    if (medium.over || !running) {
      if (!element.paused) element.pause();
    } else if (element.paused) {
      this.start(element);
    }
  }

  /** A bed begins when its anchor comes, and fades out when that of its end does, or the playhead goes back before it. */
  runBed(span, time, elapsed, running, wanted) {
    const isUnderWay = time >= span.start && (span.until_end !== false || time < span.end);
    let bed = this.beds.get(span.id);
    if (!bed && !(isUnderWay && running)) return;
    if (!bed) this.beds.set(span.id, (bed = { since: elapsed - (time - span.start), ends: null }));
    if (!isUnderWay) bed.ends ??= elapsed;
    else if (bed.ends !== null) Object.assign(bed, { since: elapsed - (time - span.start), ends: null });
    const at = span.start + elapsed - bed.since;
    const gone = bed.ends === null ? 0 : (elapsed - bed.ends) / Math.max(LEAST_FADE_MS, fadeOut(span));
    const isOver = gone >= 1 || (span.left != null && at - span.start >= span.left);
    if (isOver) {
      if (!isUnderWay) this.beds.delete(span.id);
      return;
    }
    const last = span.left == null ? Infinity : span.start + span.left;
    for (const turn of turns({ ...span, end: last }, at, at + 1)) {
      const part = { ...turned({ ...span, end: last }, turn), gone };
      wanted.add(this.keyOf(part));
      this.run(part, null, at, running);
    }
  }

  /** A bed holds its loudness for as long as the presenter takes: only its beginning is faded, and its end when it comes.
   * Who speaks is heard in the room: it does not give way to the voices of the plan. */
  gainOf(span, at) {
    if (span.source !== "bed") return super.gainOf(span, at);
    const { times } = span.gain;
    const begun = gainAt({ ...span, line: null }, Math.min(at, (times[0] + times.at(-1)) / 2));
    return begun * jointAt(span.turn, at) * Math.cos((Math.PI / 2) * span.gone);
  }
}

/** How long a bed takes to fade out, by its gain. */
function fadeOut({ gain }) {
  const { times, values } = gain;
  return values.at(-1) === 0 && times.length > 1 ? times.at(-1) - times.at(-2) : 0;
}
