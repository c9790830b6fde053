// One run at a microphone: what comes before it is played, it counts in, records, and is kept, heard, or done again.

import { send } from "../../site/sending.js";
import { newUuid } from "../../parts/state/ids.js";
import { sentence } from "../../parts/words.js";
import { Along } from "./along.js";
import { Level } from "../../parts/recording/level.js";
import { Microphone } from "../../parts/recording/microphone.js";
import { Pieces } from "../../parts/recording/pieces.js";
import { waveFile } from "../../parts/recording/wave.js";

const BEFORE_MS = 3000;
const BEATS = 3;
const BEAT_MS = 650;
const HAND_MS = 120; // a hand is so late
const LONGEST_MS = 15 * 60_000;
const AGAIN_MS = 700;
const FOLLOW_MS = 600;
const LEAST_PIECES = 3; // the head, and two seconds
const MOST_AGO_MS = 3000;
const SPOKEN_SHARE = 0.8; // of the time that somebody speaks: the rest are pauses

/** States: "opening", "ready", "before", "counting", "recording", "done", "keeping", "troubled". `changed` is called when something is another. */
export class Recording {
  constructor(desk, worklet, changed) {
    Object.assign(this, { desk, store: desk.store, worklet, changed, state: "opening", level: new Level(), runs: [], chosen: -1, beat: 0, cues: {}, line: "", words: "" });
  }

  /** Opens a device, once the one before is let go. */
  async open(device) {
    this.microphone?.close();
    this.device = device;
    this.to("opening");
    const microphone = new Microphone((block) => this.hear(block));
    this.microphone = microphone;
    microphone.lost = () => this.fail("The microphone is not there any more: connect it, then try again. What was spoken is kept.");
    try {
      await microphone.open(device, this.worklet);
      if (this.microphone === microphone) this.to("ready");
    } catch (error) {
      if (this.microphone === microphone) this.fail(error.message);
    }
  }

  to(state, words = "") {
    Object.assign(this, { state, words });
    this.changed();
  }

  fail(words) {
    if (this.state === "recording") this.stop();
    this.to("troubled", words);
  }

  // ---- begin

  /** `range` of the slide in focus, its `items` and what it takes as planned, in ms; `at`: when it begins in the show. */
  async begin({ slide, range, items, planned, at }) {
    Object.assign(this, { slide, range, items, planned, cues: {}, line: "" });
    try {
      if (this.microphone.isStandIn) {
        this.to("opening");
        await this.microphone.learn(this.store.address, items.map((item) => item.text ?? "").join(" "));
      }
    } catch (error) {
      return this.fail(error.message);
    }
    this.along = new Along(items, planned);
    if (at > 0) await this.playBefore(Math.max(0, at - BEFORE_MS), at);
    if (this.state === "left") return null;
    return this.countIn();
  }

  /** Plays a stretch of the show, and resolves when it has been heard. */
  playBefore(from, to) {
    const { stage } = this.desk;
    this.to("before");
    stage.see(from, to);
    return new Promise((resolve) => {
      let began = false;
      this.watching = setInterval(() => {
        began ||= stage.playing;
        if ((began && !stage.playing) || this.state !== "before") {
          clearInterval(this.watching);
          resolve();
        }
      }, 40);
    });
  }

  countIn() {
    this.beat = 0;
    this.to("counting");
    return new Promise((resolve) => {
      this.counting = setInterval(() => {
        this.beat += 1;
        if (this.state !== "counting" || this.beat >= BEATS) {
          clearInterval(this.counting);
          if (this.state === "counting") this.record();
          resolve();
        }
        this.changed();
      }, BEAT_MS);
    });
  }

  record() {
    const { store, slide, range, microphone } = this;
    const [id, { rate }] = [newUuid(), microphone];
    const begin = { address: `${store.address}recordings`, body: { id, slide, rate, ...(range.words ? { words: range.words } : {}) } };
    const about = { show: store.shown.show.id, id, rate, begin, forget: `${store.address}recordings/${id}` };
    this.pieces = new Pieces(about, (trouble) => {
      this.line = trouble;
      this.changed();
    }).begin();
    Object.assign(this, { samples: [], length: 0, marks: [] });
    this.to("recording");
    this.follow(this.pieces);
    if (microphone.isStandIn) microphone.speak(() => this.state === "recording" && setTimeout(() => this.stop(), AGAIN_MS));
  }

  // ---- while it goes

  hear(block) {
    const lasts = (block.samples.length / this.microphone.rate) * 1000;
    const now = performance.now();
    this.level.hear(block, now, lasts);
    if (this.state === "recording") {
      this.pieces.add(block.samples);
      this.samples.push(block.samples);
      this.length += lasts;
      this.along.go(lasts, this.level.isSpeech);
      if (this.length > LONGEST_MS) this.stop("It is a quarter of an hour long: this is the most at once.");
    }
    this.heard?.();
  }

  /** Asks which word was said last, as what was said arrives, for as long as it goes on. */
  async follow(pieces) {
    let last = this.range.words?.[0] ?? 0;
    while (this.state === "recording" && this.pieces === pieces) {
      await new Promise((resolve) => setTimeout(resolve, FOLLOW_MS));
      if (pieces.sent < LEAST_PIECES || this.state !== "recording") continue;
      const arrived = this.length - pieces.unsentMs;
      const { status, data } = await send(`${this.store.address}recordings/${pieces.about.id}/said`, { after: last });
      if (status !== 200 || data.word === null || this.pieces !== pieces) continue;
      last = this.followed = data.word;
      this.along.heard(data, Math.min(MOST_AGO_MS, this.length - arrived) * SPOKEN_SHARE);
    }
  }

  /** A cue was given by hand: the next of the range. */
  cue() {
    const next = this.items.find((item) => item.kind === "cue" && !(item.number in this.cues));
    if (!next) return;
    this.cues = { ...this.cues, [next.number]: Math.max(0, Math.round(this.length - HAND_MS)) };
    this.along.set(this.items.indexOf(next) + 1);
    this.changed();
  }

  stop(words = "") {
    const { pieces, samples, length, cues, range } = this;
    const whole = pieces.close();
    const sound = waveFile(samples, this.microphone.rate);
    this.runs = [...this.runs, { pieces, whole, sound, length, cues, range, loud: this.level.word(performance.now()) }];
    this.chosen = this.runs.length - 1;
    this.samples = [];
    this.to("done", words);
  }

  // ---- when it is done

  get run() {
    return this.runs[this.chosen] ?? null;
  }

  listen() {
    this.audio?.pause();
    if (this.audio && !this.audio.ended && this.audio.of === this.run) this.audio = null;
    else {
      this.audio = Object.assign(new Audio(URL.createObjectURL(this.run.sound)), { of: this.run });
      this.audio.onended = () => this.changed();
      this.audio.play();
    }
    this.changed();
  }

  /** Makes the run that is chosen the voice of its slide, and lets the others go. Returns whether it is. */
  async keep() {
    const { store, run, runs } = this;
    this.audio?.pause();
    this.to("keeping");
    const pieces = await run.whole;
    const kept = await keepRecording(store, run.pieces.about.id, { pieces, cues: run.cues }, (words) => this.to("keeping", words));
    if (kept) {
      this.to("done", kept);
      return false;
    }
    await run.pieces.forgetHere();
    for (const other of runs) if (other !== run) other.pieces.forget();
    this.runs = [];
    return true;
  }

  /** Lets everything go that was recorded and not kept. */
  forget() {
    for (const { pieces } of this.runs) pieces.forget();
    this.runs = [];
  }

  close() {
    if (this.state === "recording") this.stop();
    if (this.state === "before" && this.desk.stage.playing) this.desk.stage.toggle();
    this.audio?.pause();
    this.state = "left";
    this.microphone?.close();
  }
}

/**
 * Makes a recording that has arrived the voice of its slide, which is an edit like any other; then it goes. Returns what
 * is wrong instead, in words. `told(words)` is called while it takes long.
 */
export async function keepRecording(store, id, how = {}, told = () => {}) {
  const address = `${store.address}recordings/${id}`;
  for (;;) {
    const { status, data } = await send(address, how);
    if (status === 200 && data.narration) {
      await store.edit({ do: "give-voices", voices: { [data.slide]: data.narration } });
      return "";
    }
    if (status === 0 || status >= 502) told("There is no line to the server just now; trying again…");
    else if (status !== 200) return sentence(data.error ?? "this could not be kept just now; it stays, try again");
    await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
  }
}
