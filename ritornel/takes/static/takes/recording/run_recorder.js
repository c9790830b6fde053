// One run that is recorded: its voice and its camera picture go out in pieces, and what was given when goes with them.

import { Pieces, leftHere } from "../../parts/recording/pieces.js";
import { newUuid } from "../../parts/state/ids.js";
import { send } from "../../site/sending.js";
import { lostBetween } from "./sound_clock.js";

const TELL_EVERY_MS = 2000;
const AGAIN_MS = 1500;
const memoryOf = (run) => `run/${run}`;

/** A run of `live` that is recorded with its `ink()`, of `choice` {kept, placing, named}; `told(trouble)` is called when the line to the server changes. */
export class RunRecorder {
  constructor(page, show, devices, choice, ink, told) {
    Object.assign(this, { page, show, devices, ink, id: newUuid(), fed: 0, since: null, until: -Infinity, lastAt: null, anchors: [] });
    const { microphone, camera } = devices;
    const [voice, picture] = [newUuid(), camera ? newUuid() : null];
    const begin = { address: page.runs, body: { id: this.id, voice, picture, rate: Math.round(microphone.rate), ...aboutOf(choice, devices) } };
    const about = { show, kind: "run", run: this.id, begin };
    this.pieces = new Pieces({ ...about, id: voice, rate: begin.body.rate }, told).begin();
    this.pictures = camera ? new Pieces({ ...about, id: picture }, told).begin() : null;
  }

  /** Where in the run's own address it is told of. */
  get address() {
    return `${this.page.runs}/${this.id}`;
  }

  /** The camera records from now on; the voice only once the run begins. */
  async warm() {
    if (this.pictures) await this.devices.camera.record(this.pictures);
  }

  start(live, now) {
    this.live = live;
    this.since = now;
    this.telling = setInterval(() => this.tell(), TELL_EVERY_MS);
  }

  /** A block of samples that was heard up to `now`: of it what lies in the run is kept. */
  hear({ samples }, now) {
    const { rate } = this.devices.microphone;
    const from = now - (samples.length / rate) * 1000;
    const begins = this.since === null ? from : Math.max(from, this.since);
    const ends = this.since === null ? Math.min(now, this.until) : now;
    if (ends <= begins) return;
    this.fillUp(begins, rate);
    const first = Math.round(((begins - from) / 1000) * rate);
    const last = Math.round(((ends - from) / 1000) * rate);
    this.pieces.add(samples.subarray(first, last));
    this.fed += last - first;
    this.lastAt = ends;
  }

  /** What a busy machine lost before an instant is silence, also at the very beginning: so the rest stays in step with the picture and the run. */
  fillUp(begins, rate) {
    if (this.since === null) return;
    const lost = lostBetween(Math.max(this.lastAt, this.since), begins);
    if (!lost) return;
    const silence = new Int16Array(Math.round((lost / 1000) * rate));
    this.pieces.add(silence);
    this.fed += silence.length;
  }

  /** Where in the voice an instant lies, in ms. */
  voiceAt(now) {
    const told = (this.fed / this.devices.microphone.rate) * 1000;
    const until = this.since === null ? this.until : now;
    return Math.max(0, Math.round(told + (until - (this.lastAt ?? this.since ?? until))));
  }

  /** Something was given: slides that were come to have their places in what is recorded. */
  changed(now) {
    const { live, devices } = this;
    if (!live) return;
    const slides = live.instants.filter((instant) => instant.kind === "slide").length;
    while (this.anchors.length < slides) this.anchors.push([this.voiceAt(now), devices.camera?.placeAt(now) ?? null]);
    if (live.running && this.since === null) {
      this.since = now;
      devices.camera?.goOn(now);
    } else if (!live.running && this.since !== null) {
      this.now = [live.at(now), this.voiceAt(now), devices.camera?.placeAt(now) ?? null];
      Object.assign(this, { since: null, until: now });
      devices.camera?.rest(now);
    }
    this.tell();
  }

  get state() {
    const { live, devices } = this;
    const now = performance.now();
    const here = live.running ? [live.at(now), this.voiceAt(now), devices.camera?.placeAt(now) ?? null] : this.now;
    return { instants: live.instants, anchors: this.anchors, now: here, ink: this.ink() };
  }

  /** Tells the server, and this browser, what was given; the next time will do if the line is cut. */
  async tell() {
    const { state } = this;
    localStorage.setItem(memoryOf(this.id), JSON.stringify(state));
    if (this.isTelling) return;
    this.isTelling = true;
    await send(this.address, { state });
    this.isTelling = false;
  }

  /** The run has ended: resolves when all of it has arrived and is kept. `told(words)` says what is waited for. */
  async close(told) {
    clearInterval(this.telling);
    await this.devices.camera?.stop();
    const pieces = await Promise.all([this.pieces.close(), this.pictures?.close() ?? 0]);
    await ended(this.address, { state: this.state, over: true, pieces }, told);
    localStorage.removeItem(memoryOf(this.id));
    await Promise.all([this.pieces.forgetHere(), this.pictures?.forgetHere()]);
  }

  /** It is not wanted. */
  async forget() {
    clearInterval(this.telling);
    await this.devices.camera?.stop();
    await Promise.all([this.pieces.forget(), this.pictures?.forget()]);
    await send(this.address, undefined, "DELETE");
    localStorage.removeItem(memoryOf(this.id));
  }
}

/** What is kept of the run, and how who speaks is to stand on the slides. */
function aboutOf({ kept, placing, named }, { camera, microphone }) {
  const alone = kept === "picture" ? { kept } : { made: microphone.isStandIn };
  if (!camera) return alone;
  return { ...alone, placing, named: named.split(",", 2).map((words) => words.trim()).filter(Boolean).join("\n") };
}

/** Sends on what pages that are gone have left in this browser of a show's runs, and ends those. Resolves to how many there were. */
export async function endWhatWasLeft(page, show, told) {
  const left = await leftHere(show, "run");
  for (const about of left) await new Pieces(about).takeUp();
  const runs = [...new Set(left.map((about) => about.run))];
  for (const run of runs) {
    const state = JSON.parse(localStorage.getItem(memoryOf(run)) ?? "null");
    if (state) await ended(`${page.runs}/${run}`, { state, over: true, pieces: [0, 0] }, told);
    localStorage.removeItem(memoryOf(run));
  }
  for (const about of left) await new Pieces(about).forgetHere();
  return runs.length;
}

/** Tells that a run is over until that is answered; one that is not known any more is gone. */
async function ended(address, body, told) {
  for (;;) {
    const { status, data } = await send(address, body);
    if (status === 200 || status === 404) return;
    told(status === 0 || status >= 500 ? "There is no line to the server just now; what was spoken lies in this browser." : (data.error ?? "it is not kept yet"));
    await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
  }
}
