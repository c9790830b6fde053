// A media element's way through the graph of a page. A sound is held back a little on it: what it is off by is made up
// for there, as a change of its rate tears a browser's sound for some ms.

const HELD_S = 0.06; // a sound's way is so much longer than it must be, for those that begin late
const MOST_HELD_S = 1;
const STEP_S = 0.03; // further off than this it is put on its place at once, with a dip ...
const OFF_S = 0.006; // ... less than this is left
const BEND = 0.01; // and in between it comes there faster or slower by so much: nobody hears that
const DIP_S = 0.02;
const READINGS = 25; // browsers tell the place of a sound with leaps: what it is off by is the median of so many ...
const FEWEST = 9; // ... and not known before there are as many
const SMOOTH_S = 0.008; // in which a gain that is set frame by frame goes from one to the next
const END_MS = 150;

/** A media element in a graph: how loud it is, and how much later it is heard than it plays. */
export class Routed {
  constructor(graph, element, gain) {
    const { context } = graph;
    Object.assign(this, { context, element, wanted: gain });
    this.gain = new GainNode(context, { gain });
    this.dip = new GainNode(context);
    this.delay = element instanceof HTMLAudioElement ? new DelayNode(context, { maxDelayTime: MOST_HELD_S, delayTime: HELD_S }) : null;
    this.source = context.createMediaElementSource(element);
    this.join(graph.bus);
    element.addEventListener("emptied", () => element.hasAttribute("src") || this.leave()); // it was let go of
    element.addEventListener("loadstart", () => this.left && this.join(graph.bus)); // and is used again
  }

  /** Puts the way together, as it is for an element that is new. */
  join(bus) {
    const { delay, dip, gain, source } = this;
    (delay ? source.connect(delay) : source).connect(dip).connect(gain).connect(bus);
    for (const [param, value] of [[delay?.delayTime, HELD_S], [dip.gain, 1]]) {
      param?.cancelScheduledValues(0);
      param?.setValueAtTime(value, this.context.currentTime);
    }
    Object.assign(this, { left: false, busyUntil: 0, readings: [] });
    this.element.volume = 1;
  }

  /** How much later it is heard than it plays when nothing is to be made up for, in s; without what comes after the bus. */
  get held() {
    return this.delay ? HELD_S : 0;
  }

  /** How much longer it is held now than that, in s. */
  get more() {
    return this.delay ? this.delay.delayTime.value - HELD_S : 0;
  }

  set loudness(gain) {
    if (this.wanted === gain) return;
    this.wanted = gain;
    this.gain.gain.setTargetAtTime(gain, this.context.currentTime, SMOOTH_S);
  }

  /** Takes a reading of what it is off by, in s; returns what it really is off by. */
  told(drift) {
    this.readings = [...this.readings, drift].slice(-READINGS);
    return this.readings.toSorted((a, b) => a - b)[this.readings.length >> 1];
  }

  /** Lets it be heard later by `seconds`, or sooner. Returns whether that can be: else it has to go elsewhere itself. */
  shift(seconds) {
    const now = this.context.currentTime;
    if (Math.abs(seconds) < OFF_S || now < this.busyUntil || this.readings.length < FEWEST) return true;
    this.readings = [];
    const { delayTime } = this.delay;
    const wanted = delayTime.value + seconds;
    if (wanted < 0 || wanted > MOST_HELD_S) return false;
    delayTime.cancelScheduledValues(now);
    const atOnce = this.wanted === 0;
    if (atOnce || Math.abs(seconds) > STEP_S) {
      const { gain } = this.dip;
      if (!atOnce) gain.setTargetAtTime(0, now, DIP_S / 5);
      delayTime.setValueAtTime(wanted, now + DIP_S);
      gain.setTargetAtTime(1, now + DIP_S, DIP_S / 5);
      this.busyUntil = now + 2 * DIP_S;
    } else {
      this.busyUntil = now + Math.abs(seconds) / BEND;
      delayTime.setValueAtTime(delayTime.value, now);
      delayTime.linearRampToValueAtTime(wanted, this.busyUntil);
    }
    return true;
  }

  /** Takes the way apart: nothing comes along it any more. */
  leave() {
    this.left = true;
    for (const node of [this.source, this.delay, this.dip, this.gain]) node?.disconnect();
  }

  /** Ends it softly; then `ended` is called, unless it is to be heard again by then. */
  end(ended) {
    this.loudness = 0;
    const was = this.element.src;
    setTimeout(() => {
      if (this.wanted !== 0 || this.element.src !== was) return;
      this.element.pause();
      ended();
    }, END_MS);
  }
}
