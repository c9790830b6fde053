// A show recorded at the lectern: devices tried, counted in, run as when it is rehearsed, kept slide by slide.

import { evaluate } from "../../play/evaluate.js";
import { Live } from "../../play/live.js";
import { send } from "../../site/sending.js";
import { renew } from "../renewing.js";
import { Running } from "../running.js";
import { Devices, NO_CAMERA } from "./devices.js";
import { KeepPane } from "./keep_pane.js";
import { LeadIn } from "./lead_in.js";
import { Ledger } from "./ledger.js";
import { RunRecorder, endWhatWasLeft } from "./run_recorder.js";
import { SeenHere } from "./seen_here.js";

const KEPT = "record/kept"; // what was kept the last time
const NAMED = "record/named"; // and who spoke
const NOT_REMEMBERED = { remember() {}, forget() {}, left: () => null, sendWhatIsOld: async () => null };
const id = (name) => document.getElementById(name);

/** States: "trying", "troubled", "ready", "before", "counting", "running", "keeping". */
export class Recording extends Running {
  constructor(lectern, page, show, channel) {
    super(lectern, page, show, channel);
    Object.assign(this, { show, memory: NOT_REMEMBERED, heard: false, state: "trying", recorder: null, last: { visit: null } });
    this.choice = { kept: localStorage.getItem(KEPT) ?? "voice", range: "all", placing: "", named: localStorage.getItem(NAMED) ?? "" };
    this.sound.muted = true;
    this.seen = new SeenHere(id("stage-now"), this.beside, () => this.choice.placing);
    this.devices = new Devices(page, this.seen.picture, (block, now) => this.hear(block, now), (lost) => this.devicesChanged(lost));
    this.pane = new KeepPane(id("keep"), this);
    this.leadIn = new LeadIn(this);
    this.ledger = new Ledger(id("ledger"), this);
  }

  async begin() {
    this.listen();
    this.changed();
    window.addEventListener("pagehide", () => this.devices.close());
    this.tryDevices();
    const left = await endWhatWasLeft(this.page, this.show, (words) => this.say(words)); // before anything looks at what is kept
    if (left) this.say("What was recorded before this page was closed is kept.");
    await this.ledger.refresh();
    this.comeFromDesk();
  }

  /** Who comes from a slide on the desk begins there; with it alone, if it is the one that lacks a voice. */
  comeFromDesk() {
    const index = this.play.order.findIndex(([name]) => name === location.hash.slice(1));
    if (index < 0 || this.isBusy) return;
    const rows = this.ledger.slides;
    const alone = !rows[index]?.voice && rows.some((row) => row.voice);
    this.choice.range = alone ? "one" : index ? "on" : "all";
    this.goTo(this.play.order[index][0]);
  }

  to(state) {
    this.state = state;
    document.body.dataset.recording = state;
    this.pane.update();
    this.drawActs();
  }

  get isBusy() {
    return ["before", "counting", "running", "keeping"].includes(this.state);
  }

  // ---- devices

  async tryDevices() {
    this.to("trying");
    await this.devices.open(this.choice);
    this.seen.show(this.devices.camera, this.devices.seenBy === NO_CAMERA);
    if (this.state === "trying") this.to(this.devices.isReady ? "ready" : "troubled");
  }

  devicesChanged(lost) {
    if (lost && this.state === "running") this.live.end(performance.now());
    else if (lost) this.to("troubled");
    this.pane.update();
  }

  hear(block, now) {
    this.recorder?.hear(block, now);
    this.pane.drawLevel(now);
  }

  choose(values) {
    Object.assign(this.choice, values);
    if ("kept" in values) localStorage.setItem(KEPT, values.kept);
    if ("named" in values) localStorage.setItem(NAMED, values.named);
    this.seen.place();
    if ("kept" in values) this.tryDevices();
    else this.pane.update();
  }

  use(values) {
    Object.assign(this.devices, values);
    this.tryDevices();
  }

  // ---- what is recorded

  /** The slides that are recorded, from the first to the last: the whole show, from here on, this one, or a chapter. */
  get range() {
    const { range } = this.choice;
    const end = this.play.order.length - 1;
    if (range === "all") return [0, end];
    if (range === "on") return [this.live.slide, end];
    if (range === "one") return [this.live.slide, this.live.slide];
    const { first, last } = this.page.chapters[Number(range)];
    return [first, last];
  }

  async record([first, last], playBefore = false) {
    if (this.isBusy || !this.devices.isReady) return;
    this.ledger.hearing.quiet();
    const recorder = new RunRecorder(this.page, this.show, this.devices, this.choice, () => this.inking.kept, (trouble) => this.pane.tellLine(trouble));
    this.to("before");
    this.fresh(first, last);
    this.lineUp(first);
    await recorder.warm();
    const went = (!playBefore || (await this.leadIn.playBefore(first))) && (await this.leadIn.count());
    if (!went) {
      recorder.forget();
      return;
    }
    this.recorder = recorder;
    const now = performance.now();
    recorder.start(this.live, now);
    this.to("running");
    this.live.start(now);
    this.ticking.start();
  }

  /** A run of its own that begins with one slide and ends with another. */
  fresh(first, last) {
    this.live = new Live(this.play.order, this.plan, { changed: () => this.changed() });
    Object.assign(this.live, { until: last, slide: first, time: this.play.order[first][1] });
    window.lectern = Object.assign(this.live, { sound: this.sound, ink: () => this.inking.strokes, pointed: () => this.pointing.trace?.points.length ?? 0 });
    this.lectern.place = null;
    this.inking.fresh();
    this.lectern.draw(this.live.place);
    this.showSettled();
  }

  /** What was chosen is heard and seen from now on, where a run would begin. */
  async renew() {
    if (!(await renew(this.page)) || this.isBusy) return;
    this.beside.forget();
    this.lectern.renew();
    this.fresh(this.live.slide, this.play.order.length - 1);
    this.leadIn.sound = null;
  }

  /** This slide once more: from its beginning in the run that goes on, else in one of its own. */
  async again() {
    const slide = this.live.slide;
    if (this.state !== "running") return this.record([slide, slide], true);
    this.live.pause(performance.now());
    this.to("before");
    if (!((await this.leadIn.playBefore(slide)) && (await this.leadIn.count()))) return undefined;
    this.to("running");
    const now = performance.now();
    this.live.goOn(now);
    return this.live.goTo(this.play.order[slide][0], now);
  }

  /** What was to begin does not. */
  leave() {
    if (!["before", "counting"].includes(this.state)) return;
    this.say("");
    this.saying = null;
    if (this.recorder) this.to("running"); // it stands where it was paused
    else this.to("ready");
  }

  // ---- while it goes

  changed() {
    this.seen?.at(this.play.order[this.live.slide][0]);
    this.inking?.at({ fresh: true });
    super.changed();
    this.recorder?.changed(performance.now());
    if (this.live.visit !== this.last.visit && this.state === "running" && this.live.running) this.standIn();
    this.last = { visit: this.live.visit };
    this.pane?.update();
    this.ledger?.mark();
  }

  /** Where there is no microphone a made voice says the slide that was come to. */
  standIn() {
    const { slide } = this.live;
    this.devices.say(this.wordsOf(slide));
    this.lineUp(slide + 1);
  }

  lineUp(slide) {
    if (slide < this.plan.length) this.devices.learn(this.wordsOf(slide));
  }

  wordsOf(slide) {
    return this.plan[slide].passages.join(" ");
  }

  /** What was drawn goes with what is recorded. */
  inked() {
    this.recorder?.tell();
  }

  draw() {
    super.draw();
    if (this.live.began === undefined) this.showSettled();
    this.ledger?.drawNow();
  }

  /** Before it begins the stage shows the slide as it is once it has come in. */
  showSettled() {
    const { slide } = this.live;
    this.lectern.now.show(evaluate(this.play, this.play.order[slide][1] + this.plan[slide].groups[0].settle));
  }

  give() {
    if (this.state === "ready") return this.record(this.range);
    return this.state === "running" ? super.give() : undefined;
  }

  back() {
    if (this.state === "running") super.back();
  }

  pause() {
    if (this.state === "running") super.pause();
  }

  goTo(slide, cue = 0) {
    if (this.state === "running" || !this.isBusy) super.goTo(slide, this.state === "running" ? cue : 0);
  }

  async keep() {
    const { recorder, live } = this;
    if (!recorder || this.state === "keeping") return;
    this.to("keeping");
    this.sound.stop();
    this.devices.microphone.hush();
    this.channel.postMessage({ ended: true });
    const told = (words) => this.say(words);
    this.say("It is being kept…");
    await recorder.close(told);
    Object.assign(this, { recorder: null, lastRun: recorder.id });
    send(this.page.takes, { instants: live.instants });
    this.fresh(live.slide, this.play.order.length - 1);
    this.say("It is kept.");
    this.to(this.devices.isReady ? "ready" : "troubled");
    await this.ledger.refresh();
  }

  get ownKeys() {
    return { Enter: () => this.live.end(performance.now()), a: () => this.again(), A: () => this.onceMore("on"), y: () => this.onceMore("chapter"), Escape: () => this.leave() };
  }

  get ownHelp() {
    return [["Recording", [["Space", "begin, after three beats"], ["A", "this slide again, with the three seconds before"], ["Shift A", "again from this slide on"], ["Y", "this chapter again"], ["Esc", "what was to begin does not"], ["Enter", "keep and stop"]]]];
  }

  /** From this slide on, or its chapter, in a run of its own. */
  onceMore(what) {
    if (this.state !== "ready") return undefined;
    const { slide } = this.live;
    const chapter = this.page.chapters.find(({ first, last }) => first <= slide && slide <= last);
    if (what === "chapter" && !chapter) return this.say("This show has no chapters.");
    return this.record(what === "chapter" ? [chapter.first, chapter.last] : [slide, this.play.order.length - 1], true);
  }

  listen() {
    super.listen();
    id("again").addEventListener("click", () => this.again());
    id("leave").addEventListener("click", () => this.leave());
  }

  drawActs() {
    super.drawActs();
    const { state } = this;
    const running = state === "running";
    if (!running) id("give").firstChild.textContent = { ready: "Begin", keeping: "Being kept…" }[state] ?? "Begin";
    id("give").disabled = !["ready", "running"].includes(state);
    id("leave").hidden = !["before", "counting"].includes(state);
    id("again").disabled = !["ready", "running"].includes(state);
    for (const name of ["pause", "back", "end"]) id(name).hidden = !running;
  }
}
