// A camera, or what stands in for it: opened, seen, recorded as the browser encodes it.

export const NO_CAMERA = "stand-in";
const WANTED = { width: { ideal: 1280 }, height: { ideal: 720 }, frameRate: { ideal: 30 } };
const TYPES = ["video/webm;codecs=vp9", "video/webm;codecs=vp8", "video/webm"];
const BITS_A_SECOND = 2_000_000;
const PIECE_MS = 1000;
const WHOLE_PICTURE_EVERY_MS = 1000; // so that stretches can be cut out without encoding them anew
const WHY = {
  NotAllowedError: "This browser does not let the page see a camera: allow it beside the address, then try again.",
  NotFoundError: "No camera is found: connect one, then try again.",
  NotReadableError: "Another program holds the camera: close that, then try again.",
  OverconstrainedError: "That camera is not there any more: choose another.",
};

/** The cameras that the browser tells of, {id, name}. */
export async function cameras() {
  const devices = (await navigator.mediaDevices?.enumerateDevices()) ?? [];
  return devices.filter((one) => one.kind === "videoinput" && one.deviceId).map((one, n) => ({ id: one.deviceId, name: one.label || `camera ${n + 1}` }));
}

/** Sees a device; `picture` is a video element in which it is seen. */
export class Camera {
  constructor(picture) {
    this.picture = picture;
  }

  /** Opens a device ("": the usual one), or the stand-in. Throws words that say what to do. */
  async open(device) {
    try {
      if (device === NO_CAMERA) this.stream = this.standIn();
      else if (!navigator.mediaDevices) throw new Error("Browsers let pages see a camera only over https, or on this machine: open Ritornel there.");
      else this.stream = await navigator.mediaDevices.getUserMedia({ video: { ...WANTED, ...(device ? { deviceId: { exact: device } } : {}) } });
    } catch (error) {
      throw new Error(WHY[error.name] ?? error.message, { cause: error });
    }
    Object.assign(this.picture, { srcObject: this.stream, muted: true, playsInline: true });
    await this.picture.play().catch(() => {});
    for (const track of this.stream.getTracks()) track.addEventListener("ended", () => this.lost?.());
    return this;
  }

  /** A made picture where there is no camera: a lamp that turns, named as what it is. */
  standIn() {
    const canvas = Object.assign(document.createElement("canvas"), { width: 640, height: 480 });
    const pen = canvas.getContext("2d");
    const draw = () => {
      const turn = performance.now() / 900;
      Object.assign(pen, { fillStyle: "#243246" });
      pen.fillRect(0, 0, 640, 480);
      pen.fillStyle = "rgb(255 214 132 / 0.35)";
      pen.beginPath();
      pen.moveTo(320, 210);
      pen.arc(320, 210, 420, turn, turn + 0.5);
      pen.fill();
      pen.fillStyle = "#f1dfb8";
      pen.fillRect(290, 170, 60, 80);
      pen.fillRect(300, 260, 40, 160);
      pen.font = "600 26px sans-serif";
      pen.textAlign = "center";
      pen.fillText("made picture", 320, 455);
    };
    draw();
    this.drawing = setInterval(draw, 40);
    return canvas.captureStream(25);
  }

  /** Begins to record into pieces; resolves when the first picture is being kept. */
  record(pieces) {
    const mimeType = TYPES.find((type) => MediaRecorder.isTypeSupported(type));
    const recorder = new MediaRecorder(this.stream, { mimeType, videoBitsPerSecond: BITS_A_SECOND, videoKeyFrameIntervalDuration: WHOLE_PICTURE_EVERY_MS });
    this.recorder = recorder;
    let last = Promise.resolve();
    recorder.ondataavailable = ({ data }) => {
      last = last.then(async () => data.size && pieces.addBytes(await data.arrayBuffer()));
    };
    Object.assign(this, { rested: 0, restedSince: null });
    this.recorded = new Promise((resolve) => (recorder.onstop = () => setTimeout(() => last.then(resolve))));
    return new Promise((resolve) => {
      recorder.onstart = resolve;
      this.began = performance.now(); // its time begins with the first picture from here on, not when it says that it began
      recorder.start(PIECE_MS);
    });
  }

  /** Where in its recording an instant lies, in ms; null if it is not recorded. */
  placeAt(now) {
    if (!this.recorder || this.began === undefined) return null;
    return Math.max(0, Math.round((this.restedSince ?? now) - this.began - this.rested));
  }

  rest(now) {
    if (this.recorder?.state !== "recording") return;
    this.recorder.pause();
    this.restedSince = now;
  }

  goOn(now) {
    if (this.recorder?.state !== "paused") return;
    this.recorder.resume();
    this.rested += now - this.restedSince;
    this.restedSince = null;
  }

  /** Ends the recording; resolves when all of it has been put into pieces. */
  async stop() {
    if (!this.recorder) return;
    if (this.recorder.state !== "inactive") this.recorder.stop();
    await this.recorded;
    this.recorder = null;
  }

  close() {
    clearInterval(this.drawing);
    for (const track of this.stream?.getTracks() ?? []) track.stop();
    this.picture.srcObject = null;
  }
}
