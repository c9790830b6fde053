// What a run is recorded with: a microphone, a camera, or both, tried before it begins.

import { Camera, NO_CAMERA, cameras } from "../../parts/recording/camera.js";
import { Level } from "../../parts/recording/level.js";
import { Microphone, STAND_IN, microphones } from "../../parts/recording/microphone.js";
import { SoundClock } from "./sound_clock.js";

export { NO_CAMERA, STAND_IN };

/** `heard(block, now)` is called for each block of sound; `changed` when a device is another. */
export class Devices {
  constructor(page, picture, heard, changed) {
    Object.assign(this, { page, picture, heard, changed, level: new Level(), microphone: null, camera: null, speakInto: "", seenBy: "", troubles: {}, names: { microphones: [], cameras: [] } });
    this.voices = new Map();
  }

  /** Opens what is wanted, and lets go of what is not. Resolves to whether all of it is there. */
  async open({ kept }) {
    const asked = (this.asked = Symbol("asked"));
    this.isSilent = kept === "picture"; // silence tells the time
    await Promise.all([this.openMicrophone(), kept === "voice" ? this.closeCamera() : this.openCamera()]);
    if (this.asked !== asked) return false;
    this.names = { microphones: await microphones(), cameras: await cameras() };
    this.changed();
    return this.isReady;
  }

  get isReady() {
    return Boolean(this.microphone?.isOpen) && !this.troubles.microphone && !this.troubles.camera;
  }

  async openMicrophone() {
    const device = this.isSilent ? STAND_IN : this.speakInto;
    if (this.microphone?.isOpen && this.microphone.device === device) return;
    this.microphone?.close();
    this.clock = new SoundClock();
    const microphone = new Microphone((block) => this.hear(block));
    this.microphone = Object.assign(microphone, { device });
    microphone.lost = () => this.lose("microphone", "The microphone is not there any more: connect it, then try again. What was spoken is kept.");
    await this.trying("microphone", microphone.open(device, this.page.worklet));
    microphone.isOpen = !this.troubles.microphone;
  }

  async openCamera() {
    if (this.camera?.stream && this.camera.device === this.seenBy) return;
    await this.closeCamera();
    const camera = Object.assign(new Camera(this.picture), { device: this.seenBy });
    camera.lost = () => this.lose("camera", "The camera is not there any more: connect it, then try again. What was seen is kept.");
    await this.trying("camera", camera.open(this.seenBy));
    if (!this.troubles.camera) this.camera = camera;
  }

  async closeCamera() {
    this.camera?.close();
    this.camera = null;
    this.troubles.camera = "";
  }

  async trying(kind, opening) {
    this.troubles[kind] = "";
    await opening.catch((error) => (this.troubles[kind] = error.message));
  }

  lose(kind, words) {
    this.troubles[kind] = words;
    this.changed(true);
  }

  hear(block) {
    const now = performance.now();
    const lasts = (block.samples.length / this.microphone.rate) * 1000;
    this.level.hear(block, now, lasts);
    this.heard(block, this.clock.at(block.ended * 1000, now - (Date.now() - block.passed)));
  }

  /** Where a made voice stands in it says a text; it is asked for before it is needed. */
  async learn(text) {
    if (!this.microphone.isStandIn || this.isSilent || !text.trim()) return null;
    if (!this.voices.has(text)) this.voices.set(text, this.microphone.learn(this.page.voices, text).catch(() => null));
    return this.voices.get(text);
  }

  async say(text) {
    const voice = await this.learn(text);
    if (voice) this.microphone.speak(() => {}, voice);
  }

  close() {
    this.microphone?.close();
    this.closeCamera();
  }
}
