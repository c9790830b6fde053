"""Devices that are made in the page: their pictures and sounds are known to the millisecond.

On a machine that is too busy they are not, nor is the sound that a page takes down: ``madeDevices.worst`` is how far the
devices, and the clock of any sound of the page, were off since it was set to 0, in ms.
"""

FLASHES_AND_CLICKS = """
window.madeDevices = { worst: 0 };
const offBy = (ms) => (madeDevices.worst = Math.max(madeDevices.worst, ms));
const watch = (context) => {
  let apart = null;
  setInterval(() => {
    if (context.state !== "running") return void (apart = null);
    const now = performance.now() - context.currentTime * 1000;
    apart ??= now;
    offBy(Math.abs(now - apart));
    apart += (now - apart) / 20;
  }, 20);
};
window.AudioContext = class extends AudioContext {
  constructor(...how) {
    super(...how);
    watch(this);
  }
};
navigator.mediaDevices.getUserMedia = async ({ video }) => {
  if (video) {
    const canvas = Object.assign(document.createElement("canvas"), { width: 320, height: 240 });
    const pen = canvas.getContext("2d");
    let last = performance.now();
    const draw = () => {
      offBy(performance.now() - last);
      last = performance.now();
      pen.fillStyle = performance.now() % 600 < 250 ? "#fff" : "#000";
      pen.fillRect(0, 0, 320, 240);
      requestAnimationFrame(draw);
    };
    draw();
    return canvas.captureStream(60);
  }
  const context = new AudioContext();
  await context.resume();
  const into = new MediaStreamAudioDestinationNode(context);
  const [tone, gain] = [new OscillatorNode(context, { frequency: 900 }), new GainNode(context, { gain: 0 })];
  tone.connect(gain).connect(into);
  tone.start(); // one for all clicks: a graph that changes beside load gives old samples again
  const next = (number) => {
    const wait = number * 600 - performance.now();
    const at = context.currentTime + wait / 1000;
    gain.gain.setValueAtTime(1, at);
    gain.gain.setValueAtTime(0, at + 0.05);
    setTimeout(() => next(number + 1), wait + 300);
  };
  next(Math.ceil(performance.now() / 600) + 1);
  return into.stream;
};
"""
