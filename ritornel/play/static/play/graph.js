// What all sound of a show goes through: a bus, a limiter, and out. Short sounds are decoded for it, and kept for a while.

import { Routed } from "./routed.js";

const RATE = 48_000;
const MOST_BYTES = 320 * 1024 * 1024; // of what is decoded at once
const LONGEST_MS = 600_000; // longer sounds are played by media elements: this much takes 230 MB decoded
const LIMITER_S = 0.008; // what the limiter holds back
const ASK_AGAIN_MS = 1000;
const SMOOTH_S = 0.008;

/** The mix of a page: an AudioContext with one way out. */
export class Graph {
  constructor(muted) {
    this.context = new AudioContext({ sampleRate: RATE, latencyHint: "interactive" });
    this.bus = new GainNode(this.context, { gain: muted ? 0 : 1 });
    this.asked = -Infinity;
    this.media = new WeakMap(); // the ways of media elements
    this.decoded = new Decoded(this.context);
    this.limited = limited(this.context, this.bus, this.context.destination);
  }

  /** Whether it sounds: a browser may want a gesture first. */
  get running() {
    return this.context.state === "running";
  }

  /** How much later one hears what leaves the bus, in s. */
  get latency() {
    return LIMITER_S + (this.context.outputLatency || 0);
  }

  /** Asks the browser to let it sound, now and then. */
  wake() {
    const now = performance.now();
    if (this.running || now - this.asked < ASK_AGAIN_MS) return;
    this.asked = now;
    this.context.resume().catch(() => {});
  }

  /** Asks the browser to let it sound; resolves to whether it does. */
  async resume(patience = 300) {
    if (this.running) return true;
    this.context.resume().catch(() => {});
    await Promise.race([new Promise((resolve) => this.context.addEventListener("statechange", resolve, { once: true })), new Promise((resolve) => setTimeout(resolve, patience))]);
    return this.running;
  }

  set muted(muted) {
    this.bus.gain.setTargetAtTime(muted ? 0 : 1, this.context.currentTime, SMOOTH_S);
  }

  /** How loud a media element is, also above what it can be by itself: through the graph once that sounds. */
  setGain(element, gain) {
    if (!this.media.has(element) && this.running && !element.muted) this.media.set(element, new Routed(this, element, gain));
    const routed = this.media.get(element);
    if (routed) routed.loudness = gain;
    else element.volume = Math.min(1, Math.max(0, gain));
  }

  /** How far a media element must be ahead of what is to be heard, in s: what it gives goes through the graph first. */
  ahead(element) {
    const routed = this.media.get(element);
    return routed && !element.muted ? this.latency + routed.held : 0;
  }

  /** Ends a media element softly; then `ended` is called, unless it is to be heard again by then. */
  end(element, ended) {
    const routed = this.media.get(element);
    if (routed) {
      routed.end(ended);
    } else {
      element.pause();
      ended();
    }
  }

  /** How loud a media element is now, for those who look. */
  gainOf(element) {
    return this.media.get(element)?.gain.gain.value ?? element.volume;
  }
}

/** Leads a node through the limiter into another; where there is none in this browser, as it is. */
export async function limited(context, from, into) {
  const address = document.querySelector("meta[name=limiter]")?.content;
  try {
    await context.audioWorklet.addModule(address);
    from.connect(new AudioWorkletNode(context, "limiter", { channelCount: 2, channelCountMode: "explicit", outputChannelCount: [2] })).connect(into);
  } catch {
    from.connect(into);
  }
}

/** Whether a sound is short enough to be decoded as a whole. */
export function isShort({ length }) {
  return length > 0 && length <= LONGEST_MS;
}

/** Decoded sounds by their addresses: fetched when they are asked for, the longest unused forgotten first. */
export class Decoded {
  constructor(context) {
    this.context = context;
    this.buffers = new Map(); // the one used last comes last
    this.coming = new Map();
    this.failed = new Set();
  }

  /** The buffer of a sound that is there; else null, and it comes. */
  get(url) {
    const buffer = this.buffers.get(url);
    if (!buffer) {
      this.fetch(url);
      return null;
    }
    this.buffers.delete(url);
    this.buffers.set(url, buffer);
    return buffer;
  }

  /** Resolves when a sound is there, or cannot be had. */
  fetch(url) {
    if (this.buffers.has(url) || this.failed.has(url)) return Promise.resolve();
    if (!this.coming.has(url)) {
      const come = this.load(url).catch(() => this.failed.add(url)).finally(() => this.coming.delete(url));
      this.coming.set(url, come);
    }
    return this.coming.get(url);
  }

  async load(url) {
    const response = await fetch(url);
    if (!response.ok) throw new Error(response.statusText);
    this.buffers.set(url, await this.context.decodeAudioData(await response.arrayBuffer()));
    let bytes = [...this.buffers.values()].reduce((sum, one) => sum + sizeOf(one), 0);
    for (const [old, buffer] of this.buffers) {
      if (bytes <= MOST_BYTES || old === url) break;
      bytes -= sizeOf(buffer);
      this.buffers.delete(old);
    }
  }
}

function sizeOf(buffer) {
  return buffer.length * buffer.numberOfChannels * Float32Array.BYTES_PER_ELEMENT;
}
