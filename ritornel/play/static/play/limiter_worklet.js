// A limiter that looks ahead, as core/sound/limiting.py: every millisecond a gain is found that keeps the true peaks
// around it under the ceiling (BS.1770-4, annex 2); it comes down before a peak, and goes up by itself.

const STEP = 48; // samples from one gain to the next: 1 ms at 48 kHz
const LOOK_AHEAD = 5;
const CEILING = 10 ** (-1 / 20);
const KEPT = Math.exp(-1 / 80);
const NOTHING = 1e-6;
const EDGE = [0.001708984375, 0.010986328125, -0.0196533203125, 0.033203125, -0.0594482421875, 0.1373291015625, 0.97216796875, -0.102294921875, 0.047607421875, -0.026611328125, 0.014892578125, -0.00830078125];
const MIDDLE = [-0.0291748046875, 0.029296875, -0.0517578125, 0.089111328125, -0.16650390625, 0.465087890625, 0.77978515625, -0.2003173828125, 0.1015625, -0.0582275390625, 0.0330810546875, -0.0189208984375];
const PHASES = [EDGE, MIDDLE, [...MIDDLE].reverse(), [...EDGE].reverse()];
const TAPS = EDGE.length;
const MOST_OVER = Math.max(...PHASES.map((phase) => phase.reduce((sum, tap) => sum + Math.abs(tap), 0)));
const HELD = (LOOK_AHEAD + 3) * STEP; // samples on their way: what comes out is this much later

class Limiter extends AudioWorkletProcessor {
  constructor() {
    super();
    this.held = [new Float32Array(HELD), new Float32Array(HELD)];
    this.last = [new Float32Array(TAPS), new Float32Array(TAPS)]; // the newest samples, each side, in a ring
    this.at = 0;
    this.ring = 0;
    this.reached = 0; // in the millisecond that is coming in
    this.needs = new Float64Array(LOOK_AHEAD + 2).fill(1);
    this.released = new Float64Array(LOOK_AHEAD).fill(1);
    this.down = 0;
    this.from = 1;
    this.to = 1;
    this.node = 1;
  }

  process([input], [output]) {
    const [left, right = left] = input;
    const count = output[0].length;
    for (let n = 0; n < count; n++) {
      const l = left?.[n] ?? 0;
      const r = right?.[n] ?? 0;
      this.hear(l, r);
      const share = (this.at % STEP) / STEP;
      const gain = this.from + (this.to - this.from) * share;
      output[0][n] = this.held[0][this.at] * gain;
      if (output[1]) output[1][n] = this.held[1][this.at] * gain;
      this.held[0][this.at] = l;
      this.held[1][this.at] = r;
      this.at = (this.at + 1) % HELD;
      if (this.at % STEP === 0) this.step();
    }
    return true;
  }

  hear(l, r) {
    this.last[0][this.ring] = l;
    this.last[1][this.ring] = r;
    this.ring = (this.ring + 1) % TAPS;
    const high = Math.max(Math.abs(l), Math.abs(r));
    this.reached = Math.max(this.reached, high);
    this.loud = high * MOST_OVER > CEILING ? TAPS : (this.loud ?? 0) - 1;
    if (this.loud > 0) this.reached = Math.max(this.reached, this.between(this.last[0]), this.between(this.last[1]));
  }

  /** How high the newest samples of a side reach between each other. */
  between(last) {
    let most = 0;
    for (const phase of PHASES) {
      let sum = 0;
      for (let tap = 0; tap < TAPS; tap++) sum += phase[tap] * last[(this.ring + TAPS - 1 - tap) % TAPS];
      most = Math.max(most, Math.abs(sum));
    }
    return most;
  }

  /** A millisecond has come in: the gain is known of one that is to go out. */
  step() {
    this.needs.copyWithin(0, 1);
    this.needs[LOOK_AHEAD + 1] = Math.min(1, CEILING / Math.max(1e-9, this.reached));
    this.reached = 0;
    const least = Math.min(...this.needs);
    this.down = least >= 1 && this.down < NOTHING ? 0 : Math.max(1 - least, this.down * KEPT);
    this.released.copyWithin(0, 1);
    this.released[LOOK_AHEAD - 1] = 1 - this.down;
    const node = this.released.reduce((sum, one) => sum + one, 0) / LOOK_AHEAD;
    this.from = this.to;
    this.to = this.node;
    this.node = node;
  }
}

registerProcessor("limiter", Limiter);
