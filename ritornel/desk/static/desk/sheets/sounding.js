// How the show sounds: how loud it is over time, what the limiter takes back, and where it is loudest and least clear, one
// click away. The server listens to the whole mix; what is heard in the page meanwhile does not wait for that.

import { html, nothing, svg } from "../../site/vendor/lit.js";
import { send } from "../../site/sending.js";
import { tenths } from "../../site/times.js";

const EACH_MS = 100;
const WIDE = 600;
const HIGH = 72;
const LOUDEST_LUFS = -6;
const SOFTEST_LUFS = -54;
const AGAIN_MS = 700;
const UNCLEAR_LU = 9; // a voice that is less above all else is hard to follow

/** What is drawn of a show's sound; asked for once, and anew when the show has changed. */
export class Sounding {
  constructor(desk, changed) {
    Object.assign(this, { desk, changed, measures: null, wrong: "", far: null, of: null });
  }

  /** Asks the server to listen, and again until it has. */
  async listen() {
    const { store } = this.desk;
    this.of = store.kept.revision;
    this.wrong = "";
    while (this.of === store.kept.revision && !this.left) {
      const { status, data } = await send(`${store.address}sound`, {});
      if (status !== 200) {
        this.wrong = data?.error ?? "the server could not be reached; try again";
        break;
      }
      if (data.levels) {
        this.measures = data;
        this.far = null;
        break;
      }
      this.far = data.whole ? data.done / data.whole : 0;
      this.changed();
      await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
    }
    this.changed();
  }

  draw() {
    const listen = html`<button class="act-quiet" id="listen" @click=${() => this.listen()}>${this.measures ? "Listen again" : "Listen to the whole show"}</button>`;
    if (this.wrong) return html`<p class="sentence is-wrong" role="status">${this.wrong[0].toUpperCase()}${this.wrong.slice(1)}.</p><p>${listen}</p>`;
    if (this.far !== null) return html`<p class="sentence" role="status">It is being listened to…</p>`;
    if (!this.measures) return html`<p>${listen}</p>`;
    return html`${this.words()}${this.curve()}<p class="mt-2">${this.of === this.desk.store.kept.revision ? nothing : html`<span class="soft">The show was changed since. </span>`}${listen}</p>`;
  }

  words() {
    const { integrated, range, true_peak, limited, limited_ms, levels, clear } = this.measures;
    if (integrated === null) return html`<p class="sentence" role="status" id="sounds">Nothing is heard in this show.</p>`;
    const loudest = levels.indexOf(Math.max(...levels));
    const spoken = clear.map((lu, n) => [lu, n]).filter(([lu]) => lu !== null);
    const [least, at] = spoken.reduce((found, one) => (one[0] < found[0] ? one : found), spoken[0] ?? [null, 0]);
    const to = (n) => html`<button class="word" title="Go there" @click=${() => this.desk.stage.scrub(n * EACH_MS)}>${tenths(n * EACH_MS)}</button>`;
    const work = limited_ms ? `, which is held by ${Math.max(...limited).toFixed(1)} dB at the most, for ${(limited_ms / 1000).toFixed(1)} s` : "";
    return html`<p class="sentence" role="status" id="sounds">It is ${words(integrated)} LUFS loud, over a range of ${range.toFixed(0)} LU; its highest peak is ${words(true_peak)} dBTP${work}. It is loudest at ${to(loudest)}${least === null ? "" : html`, and its voice least clear at ${to(at)}: ${least.toFixed(0)} LU above all else${least < UNCLEAR_LU ? ", which is hard to follow" : ""}`}.</p>`;
  }

  /** Loudness over time; what the limiter takes back hangs from above. */
  curve() {
    const { levels, limited, integrated } = this.measures;
    if (integrated === null) return nothing;
    const x = (n) => ((n * WIDE) / Math.max(1, levels.length - 1)).toFixed(1);
    const y = (lufs) => (HIGH * Math.min(1, Math.max(0, (LOUDEST_LUFS - lufs) / (LOUDEST_LUFS - SOFTEST_LUFS)))).toFixed(1);
    const step = Math.max(1, Math.ceil(levels.length / WIDE));
    const places = levels.map((_, n) => n).filter((n) => n % step === 0);
    const line = places.map((n) => `${x(n)} ${y(levels[n])}`).join("L");
    const held = places.filter((n) => Math.max(...limited.slice(n, n + step), 0) > 0.05).map((n) => `M${x(n)} 0v${(Math.max(...limited.slice(n, n + step)) * 4 + 1).toFixed(1)}`).join("");
    const scrub = (event) => {
      const { left, width } = event.currentTarget.getBoundingClientRect();
      this.desk.stage.scrub(((event.clientX - left) / width) * levels.length * EACH_MS);
    };
    return html`<svg class="sounding" viewBox="0 0 ${WIDE} ${HIGH}" preserveAspectRatio="none" role="img" aria-label="Loudness over time" @click=${scrub}>
      ${svg`<path d="M0 ${HIGH}L${line}L${WIDE} ${HIGH}z" fill="#1f7a6d" fill-opacity="0.22"></path><path d="M${line}" fill="none" stroke="#1f7a6d" stroke-width="1.4" vector-effect="non-scaling-stroke"></path>
      <path d="M0 ${y(integrated)}H${WIDE}" stroke="#211c2b" stroke-dasharray="2 4" stroke-width="1" vector-effect="non-scaling-stroke"></path><path d=${held} stroke="#a3231b" stroke-width="1.5" vector-effect="non-scaling-stroke"></path>`}</svg>`;
  }
}

function words(number) {
  return `${number < 0 ? "−" : ""}${Math.abs(number).toFixed(1)}`;
}
