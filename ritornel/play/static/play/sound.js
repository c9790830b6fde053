// All that is heard of a show that runs by itself, in step with the playhead: one mix. Times in ms of the show.
// Short sounds are decoded, and put into the graph ahead of time, exact to the sample; clips, long sounds, and
// everything that is slowed down, are media elements.

import { lastOfLength } from "./evaluate.js";
import { isShort } from "./graph.js";
import { Media } from "./media.js";
import { Sounding, turned, turns } from "./mixing.js";
import { placeAt } from "./spans.js";

const PATIENCE_MS = 800; // the show waits this long at most for its sound when it begins to play
const GRAIN_MS = 120; // while one scrubs, a sound is heard for so long
const GRAIN_FADE_S = 0.012;
const LEAST_LOOP_MS = 50; // what goes on again sooner is left to a medium, as well as it can
const AHEAD_MS = 2500; // a sound is fetched, and put on its place, this long before it is heard
const JUMP_S = 0.05; // further off than this the playhead has gone elsewhere
const OFF_S = 0.012; // a sound that is further off than this is put on its place anew, softly
const FOLLOWS = 0.02; // share of what the clocks of sound and show are apart that is made up for at each frame

/** Plays what a score says is heard and moves at an instant. */
export class Sound extends Media {
  constructor(play, stage, refused) {
    super(play, stage, refused);
    this.scheduled = new Map(); // turns in the graph, by what plays them and their number
    this.zero = null; // the instant of the graph at which the show began, or would have
    this.tasting = null;
    this.tasted = new Set();
    this.beside = new Map(); // by a clip's address, its sound alone
  }

  /** Brings every medium to where it must be at show time `time`, for the slide at `index`; beds to where they are at `bedTime`. */
  follow(index, time, playing, bedTime = time) {
    const [slideId, start] = this.play.order[index];
    const slide = this.play.slides[slideId];
    if (!slide) return;
    const within = time - start;
    const wanted = new Set();
    const moving = new Set();
    if (playing) this.endTaste();
    if (playing && !this.muted && this.hasSound(index, time)) this.opened().wake();
    const soon = [...this.soon(index, time, bedTime)];
    for (const one of soon) {
      const { span, slideId: of, base } = one;
      const at = time - base;
      if (this.isDecoded(span)) continue;
      if (at < span.start) {
        if (playing) this.prepareSpan(span, of, base + span.start, time);
        continue;
      }
      wanted.add(this.keyOf(span, of));
      if (span.source === "object") moving.add(span.id);
      this.run(span, of, at, playing);
    }
    this.stopOthers(wanted, time);
    if (playing) this.schedule(soon, time);
    this.standStill(slideId, slide, within, moving);
    this.standAtEnd(lastOfLength(this.play.order, index - 1));
  }

  /** What is heard now or soon, with the slide it is of and the show time that its own counts from; long beds by their turns. */
  *soon(index, time, bedTime) {
    const until = time + AHEAD_MS;
    for (const [slideId, start] of this.play.order.slice(index, index + 2)) {
      for (const span of this.play.slides[slideId]?.score.spans ?? []) {
        if (start + span.end > time && start + span.start <= until) yield { span, slideId, base: start };
      }
    }
    const [slideId] = this.play.order[index];
    for (const span of this.play.bed_spans) {
      // one that goes on when the show begins again has its own clock
      const base = span.end > this.play.length ? time - bedTime : 0;
      if (base + span.end <= time || base + span.start > until) continue;
      if (!span.joint || this.isDecoded(span)) yield { span, slideId, base };
      else for (const turn of turns(span, time - base, until - base)) yield { span: turned(span, turn), slideId, base };
    }
  }

  /** Whether a span is played by the graph itself: what is short, as soon as it is decoded. Until then a medium plays it. */
  isDecoded(span) {
    if (!this.graph?.running || this.speed !== 1 || (span.rate ?? 1) !== 1) return false;
    const asset = this.play.assets[span.asset];
    if (span.out - span.in < LEAST_LOOP_MS && span.end - span.start > span.out - span.in) return false;
    if (!asset || !isShort(asset) || this.graph.decoded.failed.has(asset.url)) return false;
    if (span.source === "object" && asset.kind === "clip") return false;
    return this.graph.decoded.get(asset.url) !== null;
  }

  /** Puts the turns of decoded sounds that come soon into the graph; those that are there are kept as they are to be. */
  schedule(soon, time) {
    const { graph } = this;
    if (!graph?.running) return;
    this.keepTime(time);
    const wanted = new Set();
    for (const { span, slideId, base } of soon) {
      if (span.muted || !this.isDecoded(span)) continue;
      const { url } = this.play.assets[span.asset];
      for (const turn of turns(span, time - base, time + AHEAD_MS - base)) {
        const key = `${this.keyOf(span, slideId)} ${turn.number}`;
        wanted.add(key);
        this.place(key, span, turn, base, time, url);
      }
    }
    for (const [key, sounding] of this.scheduled) {
      if (!wanted.has(key)) this.take(key, sounding);
    }
  }

  /** Keeps the clock of the graph beside that of the show. */
  keepTime(time) {
    this.exact = this.graph.context.currentTime - time / 1000 - this.graph.latency;
    if (this.zero === null || Math.abs(this.exact - this.zero) > JUMP_S) this.zero = this.exact;
    this.zero += FOLLOWS * (this.exact - this.zero);
  }

  /** Puts a turn on its place in the graph, if it is not there; after a jump it is put there anew. */
  place(key, span, turn, base, time, url) {
    const what = `${span.asset} ${turn.start} ${turn.from} ${Math.min(turn.end, span.end)} ${turn.rise} ${turn.fall}`;
    const origin = this.zero + base / 1000; // the instant of the graph at which the span's own time began
    const there = this.scheduled.get(key);
    if (there?.what === what && Math.abs(there.origin - origin) < OFF_S) {
      if (there.began.at < this.graph.context.currentTime) this.note((this.exact + base / 1000 - there.origin) * 1000);
      if (there.span !== span && soundsOther(there.span, span)) there.shape(span, Math.max(time - base, turn.start));
      else there.span = span;
      return;
    }
    const buffer = this.graph.decoded.get(url);
    if (!buffer) return;
    if (there) this.take(key, there);
    const sounding = new Sounding(this.graph.context, this.graph.bus, buffer, span, turn, (at) => origin + at / 1000);
    Object.assign(sounding, { what, origin });
    this.scheduled.set(key, sounding);
    sounding.start(Math.max(time - base, turn.start));
  }

  take(key, sounding) {
    sounding.stop();
    this.scheduled.delete(key);
  }

  silence() {
    for (const [key, sounding] of this.scheduled) this.take(key, sounding);
    this.zero = null;
  }

  /** Lets what sounds at `time` be heard for a moment, while one scrubs; a clip stays on its picture, and is heard by itself. */
  taste(index, time) {
    this.endTaste();
    this.follow(index, time, false);
    if (this.muted) return;
    const graph = this.opened();
    graph.wake();
    for (const { span, slideId, base } of this.soon(index, time, time)) {
      const at = time - base;
      if (at < span.start || at >= span.end || span.muted) continue;
      const asset = this.play.assets[span.asset];
      const buffer = asset && isShort(asset) && graph.running ? graph.decoded.get(asset.url) : null;
      if (buffer) this.tasted.add(grain(graph, buffer, placeAt(span, at), this.gainOf(span, at)));
      else this.tasteElement(span, slideId, at);
    }
    this.tasting = setTimeout(() => this.endTaste(), GRAIN_MS);
  }

  /** A grain of what is not decoded: of an element at that place, a clip's without its picture. */
  tasteElement(span, slideId, at) {
    const element = this.heard.get(this.keyOf(span, slideId))?.element;
    if (!element) return;
    const sound = element instanceof HTMLAudioElement ? element : this.besideClip(element);
    this.setGain(sound, this.gainOf(span, at));
    this.tasted.add(sound);
    sound.play()?.catch(() => {}); // a browser that wants a click first stays silent
  }

  /** The sound of a clip without its picture, at the same place. */
  besideClip({ currentSrc, currentTime }) {
    if (!this.beside.has(currentSrc)) this.beside.set(currentSrc, new Audio(currentSrc));
    return Object.assign(this.beside.get(currentSrc), { currentTime });
  }

  endTaste() {
    if (!this.tasting) return;
    clearTimeout(this.tasting);
    this.tasting = null;
    for (const sound of this.tasted) sound.pause?.();
    this.tasted.clear();
  }

  run(span, slideId, at, playing) {
    const { element } = this.heard.get(this.keyOf(span, slideId)) ?? {};
    if (!playing && this.tasting && element instanceof HTMLAudioElement && this.tasted.has(element)) return;
    super.run(span, slideId, at, playing);
  }

  /** Puts on its place what is heard at `time`, and waits until it can play, or for as long as one has patience. */
  async ready(index, time) {
    this.follow(index, time, false);
    const patience = performance.now() + PATIENCE_MS;
    if (!this.muted && this.hasSound(index, time)) await this.opened().resume();
    const coming = this.graph?.running ? this.coming(index, time) : [];
    await Promise.race([Promise.all(coming), new Promise((resolve) => setTimeout(resolve, Math.max(0, patience - performance.now())))]);
    const media = [...this.heard.values()].map((medium) => medium.element);
    while (media.some((m) => m.seeking || m.readyState < HTMLMediaElement.HAVE_FUTURE_DATA) && performance.now() < patience) {
      await new Promise((resolve) => setTimeout(resolve, 15));
    }
  }

  hasSound(index, time) {
    return !this.soon(index, time, time).next().done;
  }

  /** The short sounds that are heard soon, on their way to be decoded. */
  coming(index, time) {
    const assets = [...this.soon(index, time, time)].map(({ span }) => this.play.assets[span.asset]);
    return assets.filter((asset) => asset && isShort(asset)).map((asset) => this.graph.decoded.fetch(asset.url));
  }

  /** What is heard just now, for those who look: by what plays it, its place in its asset in ms. */
  sounds() {
    const now = this.graph?.context.currentTime ?? 0;
    const decoded = [...this.scheduled].filter(([, one]) => one.began.at <= now).map(([key, one]) => [key, one.place]);
    const media = [...this.heard].filter(([, { element }]) => !element.paused).map(([key, { element }]) => [key, element.currentTime * 1000]);
    return Object.fromEntries([...decoded, ...media]);
  }

  /** Stops everything that sounds. */
  stop() {
    this.endTaste();
    this.silence();
    super.stop();
  }
}

/** Whether two states of a span differ in how loud they are. */
function soundsOther(one, other) {
  return JSON.stringify([one.gain, one.line, one.level]) !== JSON.stringify([other.gain, other.line, other.level]);
}

/** A moment of a decoded sound, softly. */
function grain(graph, buffer, place, gain) {
  const { context } = graph;
  const now = context.currentTime;
  const end = now + GRAIN_MS / 1000;
  const source = new AudioBufferSourceNode(context, { buffer });
  const loudness = new GainNode(context, { gain: 0 });
  loudness.gain.setValueAtTime(0, now);
  loudness.gain.linearRampToValueAtTime(gain, now + GRAIN_FADE_S);
  loudness.gain.setValueAtTime(gain, end - GRAIN_FADE_S);
  loudness.gain.linearRampToValueAtTime(0, end);
  source.connect(loudness).connect(graph.bus);
  source.start(now, place / 1000, GRAIN_MS / 1000);
  return source;
}
