// Frames that come also while the page is hidden: a show goes on, sound and picture together, whoever looks.
// A hidden page gets no animation frames; a worker's clock goes on, and calls then.

const HIDDEN_MS = 50;

/** Calls `tick(now)` for every frame, or every 50 ms while the page is hidden, until it returns false or is stopped. */
export class Ticking {
  constructor(tick) {
    this.tick = tick;
    this.running = false;
    this.turned = () => this.ask();
  }

  start() {
    if (this.running) return;
    this.running = true;
    document.addEventListener("visibilitychange", this.turned);
    this.ask();
  }

  stop() {
    this.running = false;
    cancelAnimationFrame(this.frame);
    this.worker?.terminate();
    this.worker = null;
    document.removeEventListener("visibilitychange", this.turned);
  }

  ask() {
    if (!this.running) return;
    cancelAnimationFrame(this.frame);
    if (document.hidden) {
      this.worker ??= this.clock();
      return;
    }
    this.worker?.terminate();
    this.worker = null;
    this.frame = requestAnimationFrame(() => this.run());
  }

  clock() {
    const worker = new Worker(document.querySelector("meta[name=clock]").content);
    worker.postMessage(HIDDEN_MS);
    worker.addEventListener("message", () => this.run());
    return worker;
  }

  run() {
    if (!this.running) return;
    if (this.tick(performance.now()) === false) this.stop();
    else this.ask();
  }
}
