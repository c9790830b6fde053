// The ways of a show out of the house: a film as a sentence whose words are set, what it costs, and films that are made.

import { pageData } from "../site/dom.js";
import { ask, send } from "../site/sending.js";
import { minutes } from "../site/times.js";
import { html, nothing, render } from "../site/vendor/lit.js";

const LOOK_AGAIN_MS = 500;
const AT_REST_MS = 4000;
const SHAPES = [["as the show", "as the show is"], ["square", "square"], ["upright", "upright"], ["square, following", "square, following what comes"], ["upright, following", "upright, following what comes"]];
const NO_LINE = "the server cannot be reached just now; it is asked again";

class Ways {
  constructor() {
    Object.assign(this, pageData("ways"));
    this.wished = { kind: "mp4", lines: 1080, fps: 30, shape: "as the show", captions: "beside", of: "" };
    this.costs = null;
    this.trouble = "";
    this.draw();
    this.weigh();
    this.refresh();
  }

  get way() {
    return this.kinds.find((one) => one.name === this.wished.kind);
  }

  /** What the sentence asks for, as the server is asked. */
  get asked() {
    const { kind, lines, fps, shape, captions, of } = this.wished;
    const [what, number] = of.split(" ");
    return {
      kind, lines, fps, shape,
      burnt: captions.startsWith("in ") ? captions.slice(3) : null,
      ...(what === "chapter" && { chapter: Number(number) }),
      ...(what === "slide" && { slides: [this.slides[Number(number) - 1].id] }),
    };
  }

  set(name, value) {
    this.wished = { ...this.wished, [name]: value };
    this.costs = null;
    this.trouble = "";
    this.draw();
    this.weigh();
  }

  /** Asks what the film would cost. */
  async weigh() {
    const asking = (this.asking = {});
    const { status, data } = await send(this.cost, this.asked);
    if (this.asking !== asking) return;
    this.costs = status === 200 ? data : null;
    this.draw();
  }

  async make() {
    this.trouble = "";
    this.take(await send(this.address, this.asked));
    this.weigh();
  }

  async act(film, act) {
    this.take(await (act === "delete" ? send(`${this.address}/${film.id}`, undefined, "DELETE") : send(`${this.address}/${film.id}`, { act })));
    this.weigh();
  }

  /** Asks how far the films are, for as long as one is being made. */
  async refresh() {
    clearTimeout(this.again);
    this.take(await ask(this.address), true);
  }

  take({ status, data }, looking = false) {
    if (status === 200) {
      const ended = this.films?.some((one) => one.state === "making" && data.films.find((two) => two.id === one.id)?.state === "made");
      this.films = data.films;
      if (looking) this.trouble = this.trouble === NO_LINE ? "" : this.trouble;
      if (ended) this.weigh();
    } else this.trouble = looking ? NO_LINE : (data.error ?? NO_LINE);
    this.draw();
    const busy = !this.films || this.films.some((one) => one.state === "making");
    clearTimeout(this.again);
    if (busy || status !== 200) this.again = setTimeout(() => this.refresh(), status === 200 ? LOOK_AGAIN_MS : AT_REST_MS);
  }

  // ---- drawing

  draw() {
    const films = this.films ?? [];
    render(html`${this.sentence()}${films.filter((one) => one.state !== "made").map((one) => this.underWay(one))}`, document.getElementById("film-ways"));
    render(films.filter((one) => one.state === "made").map((one) => this.made(one)), document.getElementById("films-made"));
    document.documentElement.dataset.films = String(films.length);
    const nothing = document.getElementById("nothing-out");
    if (nothing) nothing.hidden = films.some((one) => one.state === "made");
  }

  sentence() {
    const { kind, lines, fps, shape, captions, of } = this.wished;
    const sets = this.way?.sets ?? [];
    const wholes = [["", "the whole show"], ...this.chapters.map((title, n) => [`chapter ${n + 1}`, `chapter ${n + 1}, “${title}”`]), ...this.slides.map(({ title }, n) => [`slide ${n + 1}`, `slide ${n + 1}, “${title}”`])];
    return html`<section class="way-row" data-way="film">
      <p class="way-words">${word("kind", "What is made", this.kinds.map(({ name, label }) => [name, capital(label)]), kind, (value) => this.set("kind", value))}
        of ${word("of", "Of what", wholes, of, (value) => this.set("of", value))}${sets.includes("lines") ? html`, ${word("lines", "How large it is", this.sizes[shape].map(([one, width, height]) => [one, `${width} × ${height}`]), lines, (value) => this.set("lines", Number(value)))}` : nothing}${sets.includes("fps") ? html` at ${word("fps", "Frames a second", this.rates.map((one) => [one, one]), fps, (value) => this.set("fps", Number(value)))} frames a second` : nothing}${sets.includes("shape") ? html`, ${word("shape", "In which shape", SHAPES, shape, (value) => this.set("shape", value))}` : nothing}${sets.includes("burnt") && this.languages.length ? html`, captions ${word("captions", "Where its captions are", this.captionWords(), captions, (value) => this.set("captions", value))}` : nothing}.</p>
      <p class="way-cost" role="status">${this.costWords()}</p>
      <button class="act" ?disabled=${Boolean(this.costs?.not)} @click=${() => this.make()}>Make it</button>
      ${this.trouble ? html`<p class="notice notice-error col-span-full" role="alert">${this.trouble}</p>` : nothing}
    </section>`;
  }

  captionWords() {
    const beside = this.wished.kind === "webp" ? ["beside", "left out"] : ["beside", "beside it, to be turned on"];
    const named = new Intl.DisplayNames("en", { type: "language" });
    return [beside, ...this.languages.map(([value, code]) => [`in ${value}`, `in the picture${this.languages.length > 1 ? `, in ${named.of(code)}` : ""}`])];
  }

  costWords() {
    const { costs } = this;
    if (!costs) return html`<span class="soft">…</span>`;
    if (costs.not) return costs.not;
    const share = Math.floor(100 * costs.share);
    const there = share >= 100 ? "all of it is there already" : share > 0 ? `${share} % of it is there already` : "";
    const takes = costs.seconds === null ? "how long it takes is told as soon as it is begun" : `about ${lasting(costs.seconds)} to make`;
    return html`${minutes(costs.length)} long · ${takes}${there ? html`<br>${there}` : nothing}`;
  }

  underWay(one) {
    const share = one.whole ? one.done / one.whole : 0;
    const words = {
      making: `${Math.floor(100 * share)} %${one.left === null ? "" : `, ${lasting(one.left)} left`}`,
      stopped: `stopped at ${Math.floor(100 * share)} %`,
      trouble: one.trouble,
    }[one.state];
    const pieces = one.pieces > 1 ? `${one.made} of ${one.pieces} pieces; a stop keeps them` : "";
    return html`<section class="way-row is-${one.state}" data-film=${one.id} data-state=${one.state}>
      <p class="way-words">${capital(one.label)} of ${one.of}${factsOf(one)}.</p>
      <div class="way-cost" role="status">${one.state === "trouble" ? html`<span class="notice-words">${words}</span>` : html`<progress max="1" .value=${share} aria-label="How far it is"></progress> ${words}`}<br><span class="soft">${pieces}</span></div>
      <div class="way-acts">${one.state === "making" ? html`<button class="act" @click=${() => this.act(one, "stop")}>Stop</button>` : html`<button class="act" @click=${() => this.act(one, "again")}>Go on</button><button class="act" @click=${() => this.act(one, "delete")}>Delete</button>`}</div>
    </section>`;
  }

  made(one) {
    const day = new Date(one.at).toLocaleString("en-GB", { day: "numeric", month: "short", hour: "2-digit", minute: "2-digit" });
    return html`<article class="out-row" data-film=${one.id} data-state="made">
      <h3>${capital(one.label.replace(/^(an?|the) /, ""))}</h3>
      <span>${one.of}${factsOf(one)} <span class="soft">· ${minutes(one.length)}</span></span>
      <span class="soft">${day}</span>
      <span class="soft">${megabytes(one.size)}</span>
      <span class="way-acts"><a class="act" href=${one.address} download>Fetch</a><button class="act" @click=${() => this.act(one, "delete")}>Delete</button></span>
    </article>`;
  }
}

/** A word of a sentence that is chosen among others: [value, word]. */
function word(name, label, choices, value, chosen) {
  return html`<select class="way-word" data-set=${name} aria-label=${label} @change=${(event) => chosen(event.target.value)}>${choices.map(([one, said]) => html`<option value=${one} ?selected=${String(one) === String(value)}>${said}</option>`)}</select>`;
}

function capital(words) {
  return words.replace(/^./, (letter) => letter.toUpperCase());
}

function factsOf({ width, height, fps, burnt }) {
  return `${width ? `, ${width} × ${height}` : ""}${fps ? ` at ${fps}` : ""}${burnt === null ? "" : ", captions in the picture"}`;
}

function lasting(seconds) {
  if (seconds < 1) return "a moment";
  return seconds < 90 ? `${Math.round(seconds)} s` : `${Math.round(seconds / 60)} min`;
}

function megabytes(bytes) {
  return bytes < 950_000 ? `${Math.max(1, Math.round(bytes / 1000))} kB` : `${(bytes / 1e6).toFixed(bytes < 9.5e6 ? 1 : 0)} MB`;
}

window.ways = new Ways();
