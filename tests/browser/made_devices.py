"""Devices that are made in the page: their pictures and sounds are known to the millisecond."""

FLASHES_AND_CLICKS = """
navigator.mediaDevices.getUserMedia = async ({ video }) => {
  if (video) {
    const canvas = Object.assign(document.createElement("canvas"), { width: 320, height: 240 });
    const pen = canvas.getContext("2d");
    const draw = () => {
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
  const next = (number) => {
    const wait = number * 600 - performance.now();
    const at = context.currentTime + wait / 1000;
    const tone = new OscillatorNode(context, { frequency: 900 });
    tone.connect(into);
    tone.start(at);
    tone.stop(at + 0.05);
    setTimeout(() => next(number + 1), wait + 300);
  };
  next(Math.ceil(performance.now() / 600) + 1);
  return into.stream;
};
"""
