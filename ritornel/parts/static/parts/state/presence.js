// Who else is on the show, on which slide, and what they hold in their hand: shown on top of what is kept, and never kept.

import { csrf } from "../../site/sending.js";

const EACH_MS = 50; // so often at most, while something is dragged or typed
const HEARD_EACH_MS = 15_000;
const STAYS_MS = 45_000;
const LARGEST_HAND = 60_000; // letters
const LANDS_MS = 2500; // what is let go of stays until it comes back kept, or so long

export class Presence {
  constructor(store) {
    Object.assign(this, { store, page: store.journal.page, others: new Map(), told: null, waits: 0, followed: null, shown: [] });
    store.on("changed", () => this.look());
    setInterval(() => this.look(true), HEARD_EACH_MS);
    addEventListener("pagehide", () => this.tell({ slide: null, holding: null }, true));
  }

  /** Hears of the others from a source of events. */
  hear(source) {
    source.addEventListener("here", (event) => this.learn(JSON.parse(event.data)));
    this.look(true);
  }

  learn({ page, name, slide, holding }) {
    const { store, others } = this;
    if (page === this.page) return;
    const known = others.get(page);
    if (slide === null) others.delete(page);
    else others.set(page, { page, name, slide, heard: performance.now(), ...this.hand(known, holding ?? null) });
    if (this.followed === page) this.follow(page);
    const alike = known && slide === known.slide && !holding && !known.holding;
    if (alike) return;
    this.shown = [...others.values()];
    store.compose();
  }

  /** What is in somebody's hand; what they let go of stays there until it is kept. */
  hand(known, holding) {
    clearTimeout(known?.landing);
    if (holding || !known?.holding) return { holding, lands: null };
    const landing = setTimeout(() => this.landed(known.page), LANDS_MS);
    return { holding: known.holding, lands: this.store.kept.revision, landing };
  }

  landed(page) {
    const one = this.others.get(page);
    if (!one?.holding || one.lands === null) return;
    Object.assign(one, { holding: null, lands: null });
    this.store.compose();
  }

  /** The state with what others hold in it; what does not fit any more is passed over. */
  over(state) {
    let shown = state;
    for (const one of this.others.values()) {
      if (one.lands !== null && this.store.kept.revision > one.lands) Object.assign(one, { holding: null, lands: null });
      if (!one.holding) continue;
      try {
        shown = this.store.sketched(shown, one.holding);
      } catch {
        one.holding = null; // it was held over something that is not there
      }
    }
    return shown;
  }

  /** Goes where somebody goes, until one goes elsewhere oneself; null: no longer. */
  follow(page) {
    this.followed = page;
    const one = this.others.get(page);
    if (one && one.slide !== this.store.focus) this.store.focusSlide(one.slide);
    this.store.changed();
  }

  /** Tells the others, once there is something to be told. */
  look(again = false) {
    const { store } = this;
    const now = performance.now();
    for (const [page, one] of this.others) if (now - one.heard > STAYS_MS) this.others.delete(page);
    if (this.shown.length !== this.others.size) this.shown = [...this.others.values()];
    const followed = this.others.get(this.followed);
    if (this.followed && (!followed || followed.slide !== store.focus)) this.followed = null;
    const holding = this.others.size ? (store.trial.now?.command ?? openCommand(store)) : null;
    const { told } = this;
    if (!again && told && told.slide === (store.focus ?? "") && told.holding === holding) return;
    if (this.waits) return;
    this.waits = setTimeout(() => {
      this.waits = 0;
      this.tell({ slide: store.focus ?? "", holding: this.others.size ? (store.trial.now?.command ?? openCommand(store)) : null });
    }, EACH_MS);
  }

  /** Tells where this page is; `leaves`: it goes, and nobody waits for the answer. */
  tell(state, leaves = false) {
    this.told = state;
    const body = JSON.stringify({ page: this.page, ...state });
    if (body.length > LARGEST_HAND) return;
    const headers = { "Content-Type": "application/json", "X-CSRFToken": csrf() };
    fetch(`${this.store.address}here`, { method: "POST", headers, body, keepalive: leaves })
      .then((answer) => answer.text())
      .catch(() => {}); // what is not heard of now is heard of again later
  }
}

/** What is being typed: the last that lies open in the journal. */
function openCommand({ journal }) {
  return journal.entries.findLast((entry) => entry.open)?.command ?? null;
}
