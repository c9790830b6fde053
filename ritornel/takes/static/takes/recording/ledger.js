// What is kept of a show: one row a slide, with its passages; heard, chosen, named, taken away and brought back.

import { drawPeaks } from "../../parts/media/peaks.js";
import { ask, send } from "../../site/sending.js";
import { minutes, signedSeconds, tenths } from "../../site/times.js";
import { html, nothing, ref, render } from "../../site/vendor/lit.js";
import { Hearing } from "./hearing.js";

const LOOK_AGAIN_MS = 1200;
const HAIR_MS = 100;
const ORDINALS = ["first", "second", "third", "fourth", "fifth", "sixth", "seventh", "eighth", "ninth", "tenth"];

const nth = (number) => ORDINALS[number - 1] ?? `${number}th`;
const chosenOf = (slide) => slide.passages.find((one) => one.chosen);

/** The ledger below the script. */
export class Ledger {
  constructor(root, recording) {
    Object.assign(this, { root, recording, slides: [], without: [], open: null, trouble: "" });
    this.hearing = new Hearing(recording, () => this.heard());
  }

  /** Another passage is heard now, or none any more. */
  heard() {
    if (!this.hearing.one && !this.recording.isBusy) this.recording.showSettled();
    this.draw();
  }

  /** Asks for what is kept, again for as long as something is being made. */
  async refresh() {
    clearTimeout(this.again);
    const { status, data } = await ask(this.recording.page.passages);
    if (status === 200) this.take(data);
    if (status === 404) {
      this.trouble = "This show is not yours to speak any more, or it is gone. What was kept of it stays with its owner.";
      return this.draw();
    }
    const all = [...this.slides.flatMap((slide) => slide.passages), ...this.without];
    if (status !== 200 || all.some((one) => !one.ready && !one.trouble)) this.again = setTimeout(() => this.refresh(), LOOK_AGAIN_MS);
    return undefined;
  }

  take(data) {
    const was = this.chosen;
    for (const slide of data.slides) for (const one of slide.passages) one.slide = slide.id;
    Object.assign(this, { slides: data.slides, without: data.without, trouble: "" });
    this.draw();
    if (was !== undefined && was !== this.chosen) this.recording.renew();
  }

  /** Which passages are chosen, as words that can be compared. */
  get chosen() {
    return this.slides.length ? this.slides.map((slide) => chosenOf(slide)?.id).join() : undefined;
  }

  async act(path, body) {
    const { status, data } = await send(`${this.recording.page.passages}${path}`, body);
    if (status === 200) this.take(data);
    else {
      this.trouble = data.error ?? (status === 404 ? "this show is not yours to speak any more, or it is gone" : "there is no line to the server just now; try again");
      this.draw();
    }
  }

  /** The slide on which the run stands. */
  mark() {
    if (this.at === this.recording.live.slide && this.state === this.recording.state) return;
    this.at = this.recording.live.slide;
    this.state = this.recording.state;
    this.draw();
    this.root.querySelector("[data-now]")?.scrollIntoView({ block: "nearest" });
  }

  // ---- drawing

  draw() {
    const { slides, without } = this;
    const all = slides.map(chosenOf).filter(Boolean);
    const kept = all.reduce((sum, one) => sum + one.length, 0);
    const planned = slides.reduce((sum, slide) => sum + slide.planned, 0);
    const fresh = this.justRecorded;
    const missing = slides.filter((slide) => !slide.voice).length;
    const lacks = missing ? `; ${missing === 1 ? "one slide has" : `${missing} slides have`} no voice of ${missing === 1 ? "its" : "their"} own yet` : "";
    render(html`<div class="ledger-head"><h2>What is kept of this show</h2>
        <span class="soft">recorded and chosen: ${tenths(kept)} of about ${minutes(planned)}${lacks}</span>
        ${fresh.length ? html`<button class="act-main" @click=${() => this.act("/chosen", { passages: fresh.map((one) => one.id) })}>${fresh.length === 1 ? "Choose what was just recorded" : `Choose all ${fresh.length} just recorded`}</button>` : nothing}
        ${all.some((one) => one.ready) ? html`<button class="act" aria-pressed=${String(this.hearing.name === "all")} @click=${() => this.hearing.hear(all.filter((one) => one.ready), "all")}>${this.hearing.name === "all" ? "Quiet" : "Listen through"}</button>` : nothing}</div>
      ${this.trouble ? html`<p class="keep-trouble" role="alert">${this.trouble}</p>` : nothing}
      <ol class="ledger-rows">${slides.map((slide, n) => this.row(slide, n))}</ol>
      ${without.length ? html`<p class="soft">Of slides that are gone: ${without.length} ${without.length === 1 ? "passage" : "passages"}. They are here again when their slide is brought back.</p>` : nothing}`, this.root);
  }

  /** Passages of the last run that are not chosen: the last of each slide. */
  get justRecorded() {
    const { lastRun } = this.recording;
    const all = this.slides.flatMap((slide) => slide.passages).filter((one) => one.run === lastRun);
    if (all.some((one) => !one.ready && !one.trouble)) return []; // they are offered together, once all are made
    const of = (slide) => slide.passages.findLast((one) => one.run === lastRun && one.ready && !one.gone);
    return lastRun ? this.slides.map(of).filter((one) => one && !one.chosen) : [];
  }

  row(slide, n) {
    const { recording } = this;
    const isNow = recording.state === "running" && recording.live.slide === n;
    const chosen = chosenOf(slide);
    const open = this.open === slide.id;
    const count = slide.passages.filter((one) => !one.gone).length;
    const notes = [
      slide.given ? `for ${slide.given}` : "",
      chosen && count > 1 ? `${nth(chosen.number)} of ${slide.passages.length}` : "",
      !chosen && count ? `${count} not chosen` : "",
      chosen?.made_voice ? "a made voice" : "",
      chosen?.changed ? "the words have changed since" : "",
      isNow ? "being kept" : "",
    ].filter(Boolean).join(" · ");
    const length = chosen ? tenths(chosen.length) : slide.voice ? "a voice of its own" : "nothing yet";
    return html`<li class=${isNow ? "is-kept-now" : ""} data-now=${isNow ? "" : nothing}>
      <button class="ledger-row" aria-expanded=${String(open)} ?disabled=${recording.isBusy} @click=${() => this.unfold(slide, n)}>
        <span class="soft">${n + 1}</span><span class="ledger-title ${chosen ? "" : "is-bare"}">${slide.title} <small>${notes}</small></span>
        ${chosen?.voice ? html`<canvas class="ledger-wave" ${ref((canvas) => canvas && drawPeaks(canvas, chosen.voice, chosen.voice.in, chosen.voice.in + chosen.length, { colour: "#4fb3a3", alpha: 1 }))}></canvas>` : html`<span class="ledger-none"></span>`}
        ${isNow ? html`<span class="num" data-length></span>` : html`<span class="num">${length}</span>`}<span class="num soft">${chosen ? against(chosen.length, slide.planned) : tenths(slide.planned)}</span></button>
      ${open && !recording.isBusy ? html`<div class="ledger-passages">${slide.passages.length ? slide.passages.map((one) => this.passage(one)) : html`<p class="soft">Nothing is recorded of this slide yet: A records it alone.</p>`}</div>` : nothing}</li>`;
  }

  unfold(slide, n) {
    this.open = this.open === slide.id ? null : slide.id;
    this.recording.goTo(this.recording.play.order[n][0]);
    this.draw();
  }

  passage(one) {
    const when = new Date(one.made).toLocaleString([], { dateStyle: "medium", timeStyle: "short" });
    const told = one.trouble || (one.ready ? "picture alone" : "being made…");
    const mine = this.hearing.one?.id === one.id;
    return html`<div class="ledger-passage ${one.gone ? "is-gone" : ""}">
      <input class="field" aria-label="Name of the ${nth(one.number)} passage" placeholder=${nth(one.number)} .value=${one.name} ?disabled=${one.gone} @change=${(event) => this.act(`/${one.id}`, { name: event.target.value })} @keydown=${(event) => event.key === "Enter" && event.target.blur()}>
      <span class="soft">${when}, ${one.by}${one.seen && one.voice ? ", with picture" : ""}${one.made_voice ? ", a made voice" : ""}${one.changed ? "; the words have changed since" : ""}</span>
      ${one.voice ? html`<canvas class="ledger-wave" ${ref((canvas) => canvas && drawPeaks(canvas, one.voice, one.voice.in, one.voice.in + one.length, { colour: "#4fb3a3", alpha: 1 }))}></canvas>` : html`<span class="soft" role="status">${told}</span>`}
      <span class="num">${tenths(one.length)}</span>
      <span class="ledger-acts">${one.ready && !one.gone ? html`<button class="act" aria-pressed=${String(mine)} @click=${() => this.hearing.hear([one], one.id)}>${mine ? "Quiet" : one.voice ? "Listen" : "Watch"}</button>
        ${one.chosen && one.hidden ? html`<button class="act-main" @click=${() => this.act("/chosen", { passages: [one.id] })}>Let me be seen</button>` : one.chosen ? html`<span class="soft">chosen</span>` : html`<button class="act-main" @click=${() => this.act("/chosen", { passages: [one.id] })}>Choose</button>`}` : nothing}
        ${one.gone ? html`<button class="act" @click=${() => this.act(`/${one.id}`, { gone: false })}>Bring back</button>` : html`<button class="act" @click=${() => this.act(`/${one.id}`, { gone: true })}>Take away</button>`}</span></div>`;
  }

  /** The length of what is being kept, frame by frame. */
  drawNow() {
    const { live, state } = this.recording;
    if (state !== "running") return;
    const begun = live.instants.findLast((instant) => instant.kind === "slide");
    const paused = live.instants.filter((one) => one.kind === "pause" && one.at > begun?.at).reduce((sum, one) => sum + one.length, 0);
    const cell = this.root.querySelector("[data-length]");
    if (cell && begun && live.running) cell.textContent = tenths(live.at(performance.now()) - begun.at - paused);
  }
}

function against(length, planned) {
  const off = length - planned;
  return Math.abs(off) < HAIR_MS ? "as planned" : signedSeconds(off);
}
