// The mix: turns of sounds with their gains, as core/sound/mixing.py gives them, put into a graph of Web Audio.
// Times in ms, of the span a turn is of; instants of the graph in s.

import { eased, lastAt } from "./evaluate.js";

const STOPS = 24; // straight pieces of a fade of equal power, as in the core
const SILENT = 1e-5;
const COME_IN_S = 0.008;
const RISING = Array.from({ length: STOPS + 1 }, (_, n) => Math.sin(((Math.PI / 2) * n) / STOPS));

/** The turns of a span that are heard between two instants: stretches of its asset, each fading into the next. */
export function* turns(span, first, last) {
  const rate = span.rate ?? 1;
  const loop = Math.max(1, span.out - span.in) / rate;
  const joint = (span.joint ?? 0) / rate;
  const ends = span.start + (span.out - span.from) / rate;
  for (let number = Math.max(0, Math.trunc((first - ends) / loop)); ; number++) {
    const end = ends + number * loop;
    const start = number ? end - loop - joint : span.start;
    if (start >= Math.min(last, span.end)) return;
    if (Math.min(end, span.end) <= first) continue;
    const goesOn = end - joint < span.end;
    yield { number, start, end: goesOn ? end : span.end, from: number ? span.in - (span.joint ?? 0) : span.from, rise: number ? joint : 0, fall: goesOn ? joint : 0 };
  }
}

/** A gain as points with straight lines between: times, and factors. */
export function pointsOf({ times, values, easings }) {
  const found = [];
  easings.forEach((easing, index) => {
    const [a, b] = [times[index], times[index + 1]];
    const [x, y] = [values[index], values[index + 1]];
    const straight = !easing.length || (easing.length === 4 && easing[0] === 0 && easing[1] === 0);
    for (let n = 0; n < (straight ? 1 : STOPS); n++) {
      found.push([a + ((b - a) * n) / (straight ? 1 : STOPS), easing.length ? x + (y - x) * eased(easing, n / STOPS) : x]);
    }
    if (!easing.length) found.push([b, x]);
  });
  found.push([times.at(-1), values.at(-1)]);
  return found;
}

/** The gain of a line at an instant, in dB. */
export function lineAt({ times, decibels }, time) {
  const index = lastAt(times, time);
  if (index < 0 || index >= times.length - 1) return decibels[Math.max(0, index)];
  return decibels[index] + ((decibels[index + 1] - decibels[index]) * (time - times[index])) / (times[index + 1] - times[index]);
}

/** The fades of a turn into its neighbours, as points; none where it has none. */
export function jointOf(turn) {
  const rise = turn.rise ? RISING.map((value, n) => [turn.start + (turn.rise * n) / STOPS, value]) : [];
  const fall = turn.fall ? RISING.map((value, n) => [turn.end - turn.fall + (turn.fall * n) / STOPS, RISING[STOPS - n]]) : [];
  return [...rise, ...fall];
}

/** How loud a turn is between its neighbours at an instant. */
export function jointAt(turn, time) {
  const rise = turn.rise ? Math.min(1, Math.max(0, (time - turn.start) / turn.rise)) : 1;
  const fall = turn.fall ? Math.min(1, Math.max(0, (turn.end - time) / turn.fall)) : 1;
  return Math.sin((Math.PI / 2) * rise) * Math.sin((Math.PI / 2) * fall);
}

/** One turn of a bed as a span of its own, for a medium: every second one has another. */
export function turned(span, turn) {
  return { ...span, id: turn.number % 2 ? `${span.id}~` : span.id, start: turn.start, end: Math.min(turn.end, span.end), from: turn.from, in: turn.from, out: turn.from + (turn.end - turn.start) * (span.rate ?? 1), joint: 0, turn };
}

/**
 * A turn of a span in a graph: its source, and what makes it as loud as it is. `at(time)` gives the instant of the graph
 * at which a time of the span is heard.
 */
export class Sounding {
  constructor(context, into, buffer, span, turn, at) {
    Object.assign(this, { context, span, turn, at, began: { at: Infinity, place: turn.from } });
    this.source = new AudioBufferSourceNode(context, { buffer });
    this.gain = new GainNode(context);
    this.line = new GainNode(context);
    this.joint = new GainNode(context);
    this.source.connect(this.gain).connect(this.line).connect(this.joint).connect(into);
  }

  /** Lets it be heard from an instant of its span on. */
  start(time) {
    const { turn, span } = this;
    const end = Math.min(turn.end, span.end);
    const late = (this.context.currentTime - this.at(time)) * 1000;
    const from = Math.max(time + Math.max(0, late), turn.start);
    if (from >= end) return;
    if (from > turn.start) this.comeIn(this.at(from));
    this.began = { at: this.at(from), place: turn.from + from - turn.start };
    follow(this.joint.gain, jointOf(turn), from, end, this.at);
    this.shape(span, from);
    this.source.start(Math.max(this.context.currentTime, this.began.at), this.began.place / 1000, (end - from) / 1000);
  }

  /** Begins softly where it is not the turn's own beginning: a sound that is cut into would click. */
  comeIn(at) {
    const entry = new GainNode(this.context, { gain: 0 });
    this.source.disconnect();
    this.source.connect(entry).connect(this.gain);
    const now = Math.max(this.context.currentTime, at);
    entry.gain.setValueAtTime(0, now);
    entry.gain.linearRampToValueAtTime(1, now + COME_IN_S);
  }

  /** Makes it as loud as a span says from an instant on: its own, or what became of that by an edit. */
  shape(span, from) {
    this.span = span;
    const end = Math.min(this.turn.end, span.end);
    const level = 10 ** ((span.level ?? 0) / 20);
    const points = span.gain ? pointsOf(span.gain) : [[from, 1]];
    follow(this.gain.gain, points.map(([time, value]) => [time, value * level]), from, end, this.at);
    const { line } = span;
    follow(this.line.gain, line ? line.times.map((time, n) => [time, 10 ** (line.decibels[n] / 20)]) : [], from, end, this.at, true);
  }

  /** Where in its asset it stands now, in ms. */
  get place() {
    return this.began.place + (this.context.currentTime - this.began.at) * 1000;
  }

  /** Ends it softly, now. */
  stop() {
    const now = this.context.currentTime;
    this.joint.gain.cancelScheduledValues(now);
    this.joint.gain.setTargetAtTime(0, now, 0.004);
    if (this.began.at < Infinity) this.source.stop(now + 0.03);
  }
}

/** Lets a parameter go through points from an instant to another, in straight lines, or even in dB. */
function follow(param, points, from, end, at, inDecibels = false) {
  param.cancelScheduledValues(0);
  if (!points.length) {
    param.value = 1;
    return;
  }
  const ramp = inDecibels ? "exponentialRampToValueAtTime" : "linearRampToValueAtTime";
  const safe = (value) => (inDecibels ? Math.max(SILENT, value) : value);
  let index = lastAt(points.map(([time]) => time), from);
  const [a, x] = points[Math.max(0, index)];
  const [b, y] = points[Math.min(points.length - 1, index + 1)];
  const share = index >= 0 && b > a ? (from - a) / (b - a) : 0;
  const now = inDecibels ? safe(x) * (safe(y) / safe(x)) ** share : x + (y - x) * share;
  param.setValueAtTime(index < 0 ? safe(points[0][1]) : now, Math.max(0, at(from)));
  for (index++; index < points.length; index++) {
    param[ramp](safe(points[index][1]), Math.max(0, at(points[index][0])));
    if (points[index][0] > end) break;
  }
}
