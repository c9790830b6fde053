// Clips and long sounds: media elements in step with the playhead. Times in ms of the show.

import { lastOfLength, valueAt } from "./evaluate.js";
import { Graph } from "./graph.js";
import { jointAt } from "./mixing.js";
import { release, takeMedium } from "./media_pool.js";
import { gainAt, placeAt } from "./spans.js";

const SEEK_BEYOND_S = 0.4; // further off than this, seek
const CORRECT_BEYOND_S = 0.016; // further off than this, a clip runs faster or slower ...
const CORRECTED_S = 0.008; // ... until it is nearer than this
const CORRECTION = 0.15; // by so much: constant while it lasts, as every change of rate disturbs a browser's sound
const ENDING_S = 0.5; // one that ended by itself so near to where it should be is not begun again
const ELSEWHERE_S = 0.1; // another stretch of the same medium that begins further off than this is gone to
const SMOOTHING = 0.75; // share of the drift before in the smoothed drift: readings of currentTime jitter

/** Media elements for spans of a score: started on time, kept in step, as loud as they are to be. */
export class Media {
  /** `refused` is called when the browser wants a gesture before it lets sound out. */
  constructor(play, stage, refused = () => {}) {
    this.play = play;
    this.stage = stage;
    this.refused = refused;
    this.heard = new Map();
    this.silent = false;
    this.speed = 1;
    this.drifts = [];
    this.graph = null;
    this.latencies = { AUDIO: 0.06, VIDEO: 0.12 }; // s from play() until it runs, learnt as media start
  }

  get muted() {
    return this.silent;
  }

  set muted(muted) {
    this.silent = muted;
    if (this.graph) this.graph.muted = muted;
  }

  /** The graph that all goes through, as soon as there is something to be heard. */
  opened() {
    this.graph ??= new Graph(this.muted);
    return this.graph;
  }

  /** Makes an element as loud as it is to be. */
  setGain(element, gain) {
    if (this.graph) this.graph.setGain(element, gain);
    else element.volume = Math.min(1, Math.max(0, gain));
  }

  /** How far an element must be ahead of what is to be heard, in s. */
  ahead(element) {
    return this.graph?.ahead(element) ?? 0;
  }

  /** Stops what plays a span and is not among the `wanted` keys; what stands ready for later than `time` stays. */
  stopOthers(wanted, time) {
    for (const [key, medium] of this.heard) {
      if (wanted.has(key) || medium.ahead > time) continue;
      this.heard.delete(key);
      this.letGo(medium.element);
    }
  }

  /** Ends what a medium plays, softly where that can be; a sound, which nobody sees, is let go of. */
  letGo(element) {
    const released = () => element instanceof HTMLAudioElement && release(element);
    if (this.graph) {
      this.graph.end(element, released);
    } else {
      element.pause();
      released();
    }
  }

  /** Puts the element of a span that begins at show time `at` on its place, and starts it so early that it sounds on time. */
  prepareSpan(span, slideId, at, time) {
    const key = this.keyOf(span, slideId);
    const medium = this.heard.get(key);
    if (medium) {
      if (medium.span === stretchOf(span)) this.comeEarly(medium, (at - time) / 1000 / this.speed, span);
      return; // else it still plays what comes before: it is put there when it is to be heard
    }
    const element = this.elementFor(span, slideId);
    if (!element) return;
    const place = span.from / 1000;
    element.muted = this.muted || span.muted;
    this.setGain(element, 0); // it goes through the graph before it begins: nothing of it is heard beside that
    if (element.paused && Math.abs(element.currentTime - place) > 0.008) element.currentTime = place;
    this.heard.set(key, { element, fresh: true, ahead: at, span: stretchOf(span) });
  }

  /** Starts a prepared medium so early that it sounds on time, `wait` s from now; what it is off by is made up for before. */
  comeEarly(medium, wait, span) {
    const { element } = medium;
    const rate = span.rate * this.speed;
    const ahead = this.ahead(element);
    if (wait > ahead + this.latencies[element.tagName]) return;
    const place = span.from / 1000;
    if (element.paused) this.begin(medium, place, rate);
    else if (element.currentTime > place) this.keepInStep(medium, place + (ahead - wait) * rate, span, Infinity);
  }

  /** Stops everything that sounds. */
  stop() {
    for (const { element } of this.heard.values()) {
      element.pause();
      if (element instanceof HTMLAudioElement) release(element);
    }
    this.heard.clear();
  }

  /** What plays a span: one medium for all spans of an element. */
  keyOf(span, slideId) {
    return span.source === "bed" ? `bed/${span.id}` : `${slideId}/${span.source}/${span.id}`;
  }

  run(span, slideId, at, playing) {
    const key = this.keyOf(span, slideId);
    let medium = this.heard.get(key);
    if (!medium || (medium.element instanceof HTMLVideoElement && !medium.element.isConnected)) {
      medium = { element: this.elementFor(span, slideId), fresh: true };
      if (!medium.element) return;
      this.heard.set(key, medium);
    }
    const { element } = medium;
    const length = Math.max(1, span.out - span.in);
    const place = placeAt(span, at) / 1000 + (playing ? this.ahead(element) * span.rate * this.speed : 0);
    if (medium.span !== stretchOf(span)) this.turn(medium, span, place);
    element.loop = loopsWhole(span, this.play.assets[span.asset]);
    element.muted = this.muted || span.muted;
    this.setGain(element, this.gainOf(span, at));
    if (!playing) {
      if (!element.paused) element.pause();
      if (Math.abs(element.currentTime - place) > 0.008) element.currentTime = place;
      medium.fresh = true;
      return;
    }
    this.keepInStep(medium, place, span, length / 1000);
  }

  /** A medium comes to another stretch of what it plays: it goes there, and is not taken for one that drifts. */
  turn(medium, span, place) {
    const { element } = medium;
    const before = medium.span;
    Object.assign(medium, { span: stretchOf(span), ahead: undefined, drift: undefined, correcting: 0 });
    if (before === undefined || element.paused) return;
    const rate = span.rate * this.speed;
    element.playbackRate = rate;
    if (Math.abs(element.currentTime - place) > ELSEWHERE_S) element.currentTime = place + this.latencies[element.tagName] * rate;
  }

  gainOf(span, at) {
    return gainAt(span, at) * (span.turn ? jointAt(span.turn, at) : 1);
  }

  keepInStep(medium, place, span, length) {
    const { element } = medium;
    const rate = span.rate * this.speed;
    if (element.ended && !element.loop && place > element.duration - ENDING_S) return; // the last of it is on its way
    if (element.paused) {
      this.begin(medium, place, rate);
      return;
    }
    if (element.seeking || element.readyState < HTMLMediaElement.HAVE_FUTURE_DATA) return;
    const routed = this.graph?.media.get(element);
    let drift = element.currentTime - place - (routed?.more ?? 0) * rate;
    if (Math.abs(drift) > length / 2) drift -= Math.sign(drift) * length;
    medium.drift = routed?.delay ? routed.told(drift) : medium.drift === undefined ? drift : SMOOTHING * medium.drift + (1 - SMOOTHING) * drift;
    this.learnLatency(medium);
    this.note(medium.drift * 1000);
    if (Math.abs(medium.drift) > SEEK_BEYOND_S) {
      element.currentTime = place + this.latencies[element.tagName];
      medium.drift = undefined;
    } else if (!routed?.delay) {
      this.correct(medium, rate);
    } else if (medium.learnt && !routed.shift(medium.drift / rate)) {
      element.currentTime = place + this.latencies[element.tagName];
      medium.drift = undefined;
    }
  }

  /** Keeps how far a sound was off the playhead, in ms, for those who look. */
  note(drift) {
    this.drifts.push(drift);
    if (this.drifts.length > 600) this.drifts.shift();
  }

  /** Starts a medium where it will be by the time it sounds. */
  begin(medium, place, rate) {
    const { element } = medium;
    if (element.ended || Math.abs(element.currentTime - place) > 0.03) element.currentTime = place + this.latencies[element.tagName] * rate;
    element.playbackRate = rate;
    Object.assign(medium, { fresh: false, drift: undefined, correcting: 0, since: performance.now() });
    this.start(element);
  }

  /** Lets a medium catch up, or wait, at a constant rate until it is in step. */
  correct(medium, rate) {
    const off = Math.abs(medium.drift);
    if (!medium.correcting && off > CORRECT_BEYOND_S) medium.correcting = -Math.sign(medium.drift);
    else if (medium.correcting && (off < CORRECTED_S || Math.sign(medium.drift) === medium.correcting)) medium.correcting = 0;
    const wanted = rate * (1 + CORRECTION * medium.correcting);
    if (medium.element.playbackRate !== wanted) medium.element.playbackRate = wanted;
  }

  /** What a medium is off by when it has just begun is what the next one needs for its start. */
  learnLatency(medium) {
    if (medium.learnt || performance.now() - medium.since < 150) return;
    medium.learnt = true;
    const kind = medium.element.tagName;
    this.latencies[kind] = Math.min(0.25, Math.max(0, this.latencies[kind] - 0.5 * medium.drift));
  }

  start(element) {
    element.play()?.catch((error) => {
      if (error.name === "NotAllowedError") this.refused();
    });
  }

  elementFor(span, slideId) {
    const node = span.source === "object" && this.play.slides[slideId].nodes.find((n) => n.object === span.id);
    if (node?.kind === "clip") return this.stage.video(slideId, span.id);
    const asset = this.play.assets[span.asset];
    if (!asset) return null;
    const audio = takeMedium("AUDIO", asset.url);
    audio.preload = "auto";
    return audio;
  }

  /** Puts clips that do not play now on the picture they stand at; `moving` are those that play, by their objects. */
  standStill(slideId, slide, within, moving) {
    for (const target of slide.score.targets) {
      const track = target.tracks.find((t) => t.property === "media_time");
      if (!track) continue;
      const video = this.stage.video(slideId, target.object);
      if (!video?.pause || moving.has(target.object)) continue;
      if (!video.paused) video.pause();
      const place = valueAt(track, within) / 1000;
      if (Math.abs(video.currentTime - place) > 0.008) video.currentTime = place;
    }
  }

  standAtEnd(index) {
    if (index === null) return;
    const [slideId, , length] = this.play.order[index];
    const slide = this.play.slides[slideId];
    if (slide && this.stage.layers.has(slideId)) this.standStill(slideId, slide, length, new Set());
  }
}

/** What tells one stretch of a medium from another, also after an edit that gave the same one anew. */
export function stretchOf({ start, from, rate }) {
  return `${start} ${from} ${rate}`;
}

/** Whether a span runs through its whole asset again and again: then the browser itself loops without a gap. */
function loopsWhole(span, asset) {
  const length = (span.out - span.in) / span.rate;
  return !span.joint && span.in === 0 && span.out >= asset?.length && span.end - span.start > length;
}
