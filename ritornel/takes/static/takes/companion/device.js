// A second device at the lectern: shows where the run stands, and asks the lectern for what is wanted.

import { el, pageData } from "../../site/dom.js";
import { ask, send } from "../../site/sending.js";
import { minutes } from "../../site/times.js";
import { listenToHand } from "../inking/ink_layer.js";
import { stayAwake } from "../over_stage.js";
import { ScriptPage } from "../script_page.js";

const EVERY_MS = 300;
const AGAIN_MS = 1500;
const HANDS_EVERY_MS = 60;
const page = pageData("page");
const id = (name) => document.getElementById(name);

class Device {
  constructor() {
    Object.assign(this, { state: {}, at: performance.now(), drawing: false, hands: [], place: "" });
    this.script = new ScriptPage(id("script"), page.order, page.plan, page.planned);
    this.script.clicked = (slide) => this.order({ slide: page.order[slide][0] });
    for (const [name, what] of [["give", { give: true }], ["back", { back: true }], ["pause", { pause: true }]]) id(name).addEventListener("click", () => this.order(what));
    id("draw").addEventListener("click", () => this.draw());
    this.pad = id("pad");
    this.pad.style.aspectRatio = `${page.width} / ${page.height}`;
    listenToHand(this.pad, page, () => this.drawing, (hand) => this.hands.push(hand));
    setInterval(() => this.sendHands(), HANDS_EVERY_MS);
    setInterval(() => this.tick(), 250);
    stayAwake();
  }

  async follow() {
    for (;;) {
      const { status, data } = await ask(`${page.address}/state`);
      if (status === 200) this.take(data.state);
      if (status === 404) return this.gone();
      this.tell(status === 200 ? "" : "no line to the server");
      await new Promise((resolve) => setTimeout(resolve, status === 200 ? EVERY_MS : AGAIN_MS));
    }
  }

  gone() {
    this.isOver = true;
    document.querySelector(".device").replaceChildren(el("p.device-gone", { role: "alert" }, "The run is over, or this device was taken away. "), el("a.act-main", { href: "/with" }, "Join with a new code"));
  }

  take(state) {
    Object.assign(this, { state, at: performance.now() });
    if (state.slide === undefined) return;
    const place = `${state.slide} ${state.cue}`;
    if (place !== this.place) {
      this.place = place;
      this.script.mark(state);
      this.showPicture();
    }
    id("give").textContent = state.next ?? "Next";
    id("pause").textContent = state.running ? "Pause" : "Go on";
    this.tick();
  }

  tick() {
    if (this.isOver) return;
    const { elapsed = 0, running } = this.state;
    const now = elapsed + (running ? performance.now() - this.at : 0);
    id("elapsed").textContent = minutes(now);
    const left = page.length - now;
    id("left").textContent = left >= 0 ? `${minutes(left)} left of ${minutes(page.length)}` : `${minutes(-left)} over ${minutes(page.length)}`;
  }

  tell(words) {
    if (!this.isOver && id("told").textContent !== words) id("told").textContent = words;
  }

  async order(what) {
    const { status, data } = await send(`${page.address}/order`, what);
    this.tell(status === 200 ? "" : (data.error ?? "no line to the server: press again"));
  }

  draw() {
    this.drawing = !this.drawing;
    id("draw").setAttribute("aria-pressed", String(this.drawing));
    this.pad.hidden = !this.drawing;
    this.showPicture();
  }

  showPicture() {
    if (this.drawing && this.state.slide !== undefined) this.pad.style.backgroundImage = `url("${page.address}/pictures/${encodeURIComponent(page.order[this.state.slide][0])}")`;
  }

  /** What a hand draws goes in one piece every so often, in its order. */
  async sendHands() {
    if (!this.hands.length || this.isSending) return;
    this.isSending = true;
    const hands = this.hands.splice(0, 200);
    await this.order({ hands });
    this.isSending = false;
  }
}

const device = new Device();
window.device = device;
device.follow();
document.documentElement.dataset.ready = "yes";
