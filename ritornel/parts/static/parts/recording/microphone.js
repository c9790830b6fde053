// A microphone, or what stands in for it: opened, tried with a level, listened to in blocks of samples.

import { csrf } from "../../site/sending.js";

export const STAND_IN = "stand-in";
const STAND_IN_GAIN = 0.6; // as loud as somebody near a microphone
const PLAIN = { echoCancellation: false, noiseSuppression: false, autoGainControl: false, channelCount: 1 };
const WHY = {
  NotAllowedError: "This browser does not let the page hear a microphone: allow it beside the address, then try again.",
  NotFoundError: "No microphone is found: connect one, then try again.",
  NotReadableError: "Another program holds the microphone: close that, then try again.",
  OverconstrainedError: "That microphone is not there any more: choose another.",
};

/** The microphones that the browser tells of, {id, name}; their names only once one was allowed. */
export async function microphones() {
  const devices = (await navigator.mediaDevices?.enumerateDevices()) ?? [];
  return devices.filter((one) => one.kind === "audioinput" && one.deviceId).map((one, n) => ({ id: one.deviceId, name: one.label || `microphone ${n + 1}` }));
}

/** Hears a device; `heard({samples, peak, level})` is called for each block. */
export class Microphone {
  constructor(heard) {
    this.heard = heard;
  }

  /** Opens a device ("": the usual one), or the stand-in, which is silent until `speak`. Throws words that say what to do. */
  async open(device, worklet) {
    this.context = new AudioContext();
    this.isStandIn = device === STAND_IN;
    try {
      if (!this.isStandIn) this.stream = await stream(device);
      await this.context.audioWorklet.addModule(worklet);
      await this.context.resume();
    } catch (error) {
      this.close();
      throw new Error(WHY[error.name] ?? error.message, { cause: error });
    }
    this.node = new AudioWorkletNode(this.context, "microphone", { numberOfOutputs: 0 });
    this.node.port.onmessage = ({ data }) => this.heard(data);
    if (this.stream) this.context.createMediaStreamSource(this.stream).connect(this.node);
    for (const track of this.stream?.getTracks() ?? []) track.addEventListener("ended", () => this.lost?.());
    return this;
  }

  /** Hz. */
  get rate() {
    return this.context.sampleRate;
  }

  /** Lets the made voice get ready to say a text; resolves to it. Throws words. */
  async learn(address, text) {
    const response = await fetch(`${address}stand-in`, { method: "POST", headers: { "Content-Type": "application/json", "X-CSRFToken": csrf() }, body: JSON.stringify({ text }) });
    if (!response.ok) throw new Error((await response.json()).error);
    this.voice = await this.context.decodeAudioData(await response.arrayBuffer());
    return this.voice;
  }

  /** The made voice begins to speak; `ended` is called when it has. */
  speak(ended, voice = this.voice) {
    this.hush();
    this.speaking = new AudioBufferSourceNode(this.context, { buffer: voice });
    this.speaking.connect(new GainNode(this.context, { gain: STAND_IN_GAIN })).connect(this.node);
    this.speaking.connect(this.context.destination);
    this.speaking.onended = ended;
    this.speaking.start();
  }

  hush() {
    if (!this.speaking) return;
    this.speaking.onended = null;
    this.speaking.stop();
    this.speaking = null;
  }

  close() {
    this.hush();
    for (const track of this.stream?.getTracks() ?? []) track.stop();
    if (this.context && this.context.state !== "closed") this.context.close();
    this.heard = () => {};
  }
}

function stream(device) {
  if (!navigator.mediaDevices) throw new Error("Browsers let pages hear a microphone only over https, or on this machine: open Ritornel there.");
  return navigator.mediaDevices.getUserMedia({ audio: { ...PLAIN, ...(device ? { deviceId: { exact: device } } : {}) } });
}
