// Recording a voice on the desk: in the stage's place stands the script, large, and runs along while it is spoken.

import { html, nothing, render } from "../../site/vendor/lit.js";
import { microphones, STAND_IN } from "../../parts/recording/microphone.js";
import { parted, rangesOf, scriptOf } from "./ranges.js";
import { Recording } from "./recording.js";

const MEMORY = "ritornel/microphone";
const LEAST_MS = 1500;

const seconds = (ms) => (ms / 1000).toFixed(1);

/** Opens it for the slide in focus, or closes it. */
export function turnRecording(desk, worklet) {
  if (desk.speaking) return desk.speaking.leave();
  desk.book.draft.send();
  if (!desk.store.slide.document.script.trim()) desk.notice.say("This slide has no script: what you say is recorded all the same.");
  if (desk.stage.playing) desk.stage.toggle();
  desk.speaking = new Speaking(desk, worklet);
  return desk.speaking.open();
}

class Speaking {
  constructor(desk, worklet) {
    Object.assign(this, { desk, store: desk.store, slide: desk.store.focus, devices: [], range: 0 });
    this.root = document.createElement("section");
    this.root.className = "speaking";
    this.root.setAttribute("aria-label", "Record a voice");
    this.root.tabIndex = -1;
    this.ranges = rangesOf(desk.store.slide, desk.book.spoken.chosenWords);
    this.script = parted(scriptOf(desk.store.slide), this.ranges[0]);
    this.recording = new Recording(desk, worklet, () => this.draw());
    this.recording.heard = () => this.drawLevel();
    this.key = (event) => this.pressed(event);
    this.leaveStore = desk.store.on("changed", () => this.store.focus !== this.slide && this.state !== "before" && this.leave());
  }

  get state() {
    return this.recording.state;
  }

  async open() {
    this.before = document.activeElement;
    document.getElementById("stage-pane").append(this.root);
    document.addEventListener("keydown", this.key, true);
    this.draw();
    this.root.focus();
    await this.recording.open(localStorage.getItem(MEMORY) ?? "");
    this.devices = await microphones();
    this.draw();
  }

  /** Closes it. What was recorded and not kept stays, and is offered. */
  leave() {
    const { recording, desk } = this;
    recording.close();
    this.leaveStore();
    document.removeEventListener("keydown", this.key, true);
    this.root.remove();
    desk.speaking = null;
    this.before?.focus?.({ preventScroll: true });
    if (recording.runs.length) desk.notice.say(recording.runs.length === 1 ? "What you recorded is not kept yet; it is offered when you open the show again." : `${recording.runs.length} recordings are not kept yet; they are offered when you open the show again.`, { stays: 0, act: { label: "Forget", run: () => this.forget() } });
    else desk.notice.announce("The stage is back");
  }

  forget() {
    this.recording.forget();
    this.desk.notice.say("Forgotten.");
  }

  async use(device) {
    localStorage.setItem(MEMORY, device);
    await this.recording.open(device);
    this.devices = await microphones();
    this.draw();
  }

  // ---- what is done

  begin() {
    const { store, slide } = this;
    const range = this.ranges[this.range];
    const own = store.slide;
    const { own: items } = this.script;
    const share = range.words ? items.filter((item) => item.kind === "word").length / Math.max(1, own.voice.words) : 1;
    const voice = store.shown.briefs[slide].voice;
    const first = range.words && own.voice.items.slice(own.voice.items.findIndex((item) => item.kind === "word" && item.number === range.words[0])).find((item) => item.start !== undefined);
    const at = store.start(slide) + (first ? voice.start + first.start : 0);
    this.recording.begin({ slide, range, items, planned: Math.max(LEAST_MS, own.spoken.ms * share), at });
  }

  async keep() {
    if (await this.recording.keep()) {
      this.leave();
      this.desk.notice.say("It is the voice of the slide.", { act: { label: "Undo", run: () => this.store.undo() } });
    }
  }

  get acts() {
    const { recording } = this;
    const leave = ["Leave", "Escape", () => this.leave()];
    const next = recording.items?.find((item) => item.kind === "cue" && !(item.number in recording.cues));
    return {
      opening: [leave],
      ready: [["Begin", " ", () => this.begin()], leave],
      before: [["Stop", "Escape", () => this.recording.open(this.recording.device)]],
      counting: [["Stop", "Escape", () => this.recording.open(this.recording.device)]],
      recording: [...(next ? [[`Cue ${next.number}`, " ", () => recording.cue()]] : []), ["Stop", "Enter", () => recording.stop()]],
      done: [["Keep it", "Enter", () => this.keep()], ["Again", "a", () => this.begin()], [recording.audio && !recording.audio.ended && !recording.audio.paused ? "Quiet" : "Listen", "l", () => recording.listen()], leave],
      keeping: [],
      troubled: [["Try again", " ", () => this.use(recording.device)], ...(recording.runs.length ? [["Keep what is there", "Enter", () => this.keep()]] : []), ["Let a made voice stand in", "m", () => this.use(STAND_IN)], leave],
    }[this.state];
  }

  /** Keys are its own while it is there; what a field of it uses stays with the field. */
  pressed(event) {
    if (document.querySelector("dialog[open]") || event.ctrlKey || event.metaKey || event.key === "Tab" || event.isComposing) return;
    const isField = event.target.matches?.(".speaking select");
    if (isField && event.key !== "Escape") return;
    const act = this.acts?.find(([, key]) => key === event.key || key === event.key.toLowerCase());
    if (event.target.closest?.(".speaking button") && [" ", "Enter"].includes(event.key)) return;
    event.preventDefault();
    event.stopPropagation();
    if (isField) event.target.blur();
    else if (!event.repeat && (act || (event.altKey && event.key.toLowerCase() === "r"))) (act?.[2] ?? (() => this.leave()))();
  }

  // ---- what is seen

  draw() {
    if (!this.desk.speaking) return;
    const { recording, state, store } = this;
    const busy = ["before", "counting", "recording", "keeping"].includes(state);
    const { before, own, after } = this.script;
    this.root.dataset.state = state;
    render(html`<div class="speaking-head"><b>${store.slideIndex(this.slide) + 1} ${store.title(this.slide)}</b>
        <span class="sentence">Record ${this.choices(busy)}</span></div>
      <div class="speaking-script" lang=${store.shown.show.language} aria-hidden=${state === "recording" ? "true" : nothing}>${before.map((item) => this.item(item))}${own.map((item, n) => this.item(item, n))}${after.map((item) => this.item(item))}</div>
      <div class="speaking-told" role="status">${this.told()}</div>
      <div class="speaking-foot"><span class="speaking-time"></span>
        <span class="speaking-level" aria-hidden="true"><i class="speaking-peak"></i><i class="speaking-loud"></i></span><span class="speaking-word" role="status"></span>
        <span class="speaking-acts">${(this.acts ?? []).map(([label, key, run], n) => html`<button class=${n === 0 && label !== "Leave" ? "act-main" : "act"} @click=${run}>${label} <kbd>${{ " ": "Space", Escape: "Esc" }[key] ?? (key.length === 1 ? key.toUpperCase() : key)}</kbd></button>`)}</span></div>`, this.root);
    this.drawLevel();
  }

  choices(busy) {
    const { recording } = this;
    const device = recording.device === STAND_IN ? STAND_IN : (recording.device ?? "");
    const range = html`<select class="field" aria-label="What is recorded" ?disabled=${busy} @change=${(event) => this.choose(Number(event.target.value))}>${this.ranges.map(({ label }, n) => html`<option value=${n} .selected=${n === this.range}>${label}</option>`)}</select>`;
    const into = html`<select class="field" aria-label="Spoken into" ?disabled=${busy} @change=${(event) => this.use(event.target.value)}>
      <option value="" .selected=${device === ""}>the usual microphone</option>${this.devices.filter((one) => one.id !== "default").map((one) => html`<option value=${one.id} .selected=${one.id === device}>${one.name}</option>`)}
      <option value=${STAND_IN} .selected=${device === STAND_IN}>no microphone: a made voice stands in</option></select>`;
    const runs = recording.runs.length > 1 ? html`; keep <select class="field" aria-label="Which is kept" ?disabled=${busy} @change=${(event) => this.take(Number(event.target.value))}>${recording.runs.map((run, n) => html`<option value=${n} .selected=${n === recording.chosen}>the ${n + 1}. (${seconds(run.length)} s)</option>`)}</select>` : nothing;
    return html`${range}, spoken into ${into}${runs}`;
  }

  choose(range) {
    this.range = range;
    this.script = parted(scriptOf(this.store.slide), this.ranges[range]);
    this.draw();
  }

  take(run) {
    this.recording.chosen = run;
    this.draw();
  }

  /** A word or cue; `n`: its place in what is spoken, none for what stands around it. */
  item(item, n = null) {
    if (item.kind === "cue") return html`<span class="cue-disc ${item.number in this.recording.cues ? "is-given" : ""}">${item.number}</span> `;
    if (n === null) return html`<span class="speaking-around">${item.text.trimEnd()}</span> `;
    return html`<span class="speaking-said" data-at=${n}>${item.text.trimEnd()}</span> `;
  }

  told() {
    const { recording, state } = this;
    const { run, words, line } = recording;
    if (state === "opening") return recording.device === STAND_IN ? "The made voice gets ready…" : "The browser asks whether this page may hear the microphone…";
    if (state === "ready") return recording.device === STAND_IN ? "A made voice will read this, where there is no microphone. It is not meant for others." : "Say something: the line below is what is heard.";
    if (state === "before") return "This comes before.";
    if (state === "counting") return html`<span class="speaking-beats" aria-label="It begins">${[0, 1, 2].map((n) => html`<i class=${n < recording.beat ? "is-gone" : ""}></i>`)}</span>`;
    if (state === "recording") return line ? `It is kept in this browser: ${line}.` : nothing;
    if (state === "keeping") return words || "It is being kept…";
    if (state === "done") return words || html`${seconds(run.length)} s, planned ${seconds(recording.planned)} s${run.loud && run.loud !== "clear" ? html`: it was <b>${run.loud}</b>` : nothing}.`;
    return words;
  }

  /** What changes with every block of sound: done by hand, so that nothing else is drawn. */
  drawLevel() {
    const { recording, root } = this;
    const { level, state, along } = recording;
    const { level: loud, peak } = level.shares;
    root.querySelector(".speaking-loud")?.style.setProperty("width", `${loud * 100}%`);
    root.querySelector(".speaking-peak")?.style.setProperty("left", `${peak * 100}%`);
    const word = level.word(performance.now());
    const said = root.querySelector(".speaking-word");
    if (said && said.textContent !== word) Object.assign(said, { textContent: word, className: `speaking-word is-${word.replace(" ", "-") || "silent"}` });
    const time = root.querySelector(".speaking-time");
    if (time) time.textContent = state === "recording" ? `${seconds(recording.length)} of ${seconds(recording.planned)} s` : "";
    const now = state === "recording" ? along.word : -1;
    if (now === this.shown) return;
    this.shown = now;
    for (const span of root.querySelectorAll(".speaking-said")) span.className = `speaking-said ${now < 0 ? "" : Number(span.dataset.at) < now ? "is-past" : Number(span.dataset.at) === now ? "is-now" : ""}`;
    root.querySelector(".is-now")?.scrollIntoView({ block: "center", behavior: "smooth" });
  }
}
