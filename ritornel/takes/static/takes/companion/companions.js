// Second devices of a lectern: they are let in by a code, told where the run stands, and what they ask for is done.

import { openDialog } from "../../parts/dialogs.js";
import { ask, send } from "../../site/sending.js";
import { html, nothing, ref } from "../../site/vendor/lit.js";

const EVERY_MS = 250;
const AGAIN_MS = 2000;

/** `run` has {page, live, inking} and the acts. */
export class Companions {
  constructor(run) {
    Object.assign(this, { run, list: [], after: 0, beating: false });
    ask(run.page.companions).then(({ status, data }) => status === 200 && this.take(data.companions));
  }

  take(list) {
    this.list = list;
    this.dialog?.update();
    if (list.length && !this.beating) this.beat();
  }

  /** Where the run stands, as devices show it. */
  get state() {
    const { live, nextWords } = this.run;
    const { time, slide, cue, running, elapsed } = live.place;
    return { time, slide, cue, running, elapsed, next: nextWords };
  }

  async beat() {
    this.beating = true;
    while (this.list.length) {
      const { status, data } = await send(`${this.run.page.companions}/beat`, { state: this.state, after: this.after });
      if (status === 200) {
        this.after = data.after;
        for (const what of data.orders) this.done(what);
        if (data.companions !== this.list.length) await this.look();
      }
      await new Promise((resolve) => setTimeout(resolve, status === 200 ? EVERY_MS : AGAIN_MS));
    }
    this.beating = false;
  }

  async look() {
    const { status, data } = await ask(this.run.page.companions);
    if (status === 200) this.take(data.companions);
  }

  done({ give, back, pause, slide, hands = [] }) {
    const { run } = this;
    if (give) run.give();
    if (back) run.back();
    if (pause) run.pause();
    if (slide) run.goTo(slide);
    for (const hand of hands) run.inking.hand(hand);
  }

  /** The run is over: devices go. */
  async end() {
    if (!this.list.length) return;
    await send(`${this.run.page.companions}/beat`, { state: this.state, after: this.after, over: true });
    this.list = [];
  }

  // ---- the sheet

  open() {
    const join = async () => this.take((await send(this.run.page.companions)).data.companions ?? this.list);
    const leave = async (code) => this.take((await send(`${this.run.page.companions}/${code}`, undefined, "DELETE")).data.companions ?? this.list);
    if (!this.list.length) join();
    const looking = setInterval(() => this.look(), AGAIN_MS);
    openDialog("Devices", (dialog) => {
      this.dialog = dialog;
      return html`<h2 class="page-title">Devices</h2>
        <p class="soft">A telephone or a tablet joins without an account: it has the script, the clock, a field for cues and ink, for this run alone.</p>
        <ul class="companions">${this.list.map((one) => html`<li><span class="companion-drawn" aria-hidden="true" ${ref((drawn) => drawn && (drawn.innerHTML = one.drawn))}></span>
          <span><b class="companion-code">${one.written}</b><br><span class="soft">${one.address}</span><br>${one.seen ? html`<span class="level-word">it is here</span>` : html`<span class="soft">nobody yet</span>`}<br>
          <button class="act" @click=${() => leave(one.code)}>Take it away</button></span></li>`)}</ul>
        ${this.list.length ? html`<p><button class="act" @click=${join}>One more</button></p>` : nothing}`;
    }, { width: "520px" }).finally(() => {
      clearInterval(looking);
      this.dialog = null;
    });
  }
}
