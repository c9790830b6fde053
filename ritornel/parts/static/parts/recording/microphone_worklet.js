// In the thread of the sound: passes on what comes in as 16-bit samples, in blocks, each with its peak and its level,
// when it ended, in s of the sound's own clock, and when it was passed on, in ms of the machine's clock.

const BLOCK = 2048;
const QUANTUM = 128; // frames of each call (Web Audio API, 1.1: render quantum)

class Microphone extends AudioWorkletProcessor {
  constructor() {
    super();
    this.begin();
  }

  begin() {
    Object.assign(this, { samples: new Int16Array(BLOCK), filled: 0, peak: 0, power: 0 });
  }

  process([input]) {
    const channels = input.length;
    const length = input[0]?.length ?? QUANTUM; // where nothing is connected there is silence, and it lasts as long
    for (let n = 0; n < length; n++) {
      let value = 0;
      for (let c = 0; c < channels; c++) value += input[c][n] / channels;
      this.peak = Math.max(this.peak, Math.abs(value));
      this.power += value * value;
      this.samples[this.filled++] = Math.max(-1, Math.min(1, value)) * 32767;
      if (this.filled === BLOCK) this.pass(currentTime + (n + 1) / sampleRate);
    }
    return true;
  }

  pass(ended) {
    const { samples, peak, power } = this;
    this.port.postMessage({ samples, peak, level: Math.sqrt(power / BLOCK), ended, passed: Date.now() }, [samples.buffer]);
    this.begin();
  }
}

registerProcessor("microphone", Microphone);
