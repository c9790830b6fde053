// A recording on its way to the server, in numbered pieces. Each lies in the browser's own store until it has arrived: a
// lost line, an ended session or a crash lose nothing that was spoken.

import { createStore, del, delMany, get, keys, set } from "../../site/vendor/idb_keyval.js";
import { send } from "../../site/sending.js";
import { UNKNOWN, waveHead } from "./wave.js";

const store = createStore("ritornel-recordings", "pieces");
const LONGEST_REST_MS = 4000;
const PIECE_MS = 1000;
const MOST_BYTES = 512 * 1024;
const GIVEN_UP = new Set([400, 404]);

const metaKey = (id) => `${id}/meta`;
const pieceKey = (id, number) => `${id}/${String(number).padStart(6, "0")}`;
const numberOf = (key) => Number(key.split("/")[1]);

/** One recording: samples come in, or bytes of another kind; pieces go out. */
export class Pieces {
  /**
   * `about`: {show, id, rate, begin: {address, body}, forget}, how it is begun on the server, and where it is forgotten;
   * without `begin` it is there. What pieces are of is told by `kind`. `told` is called when the line changes.
   */
  constructor(about, told = () => {}) {
    Object.assign(this, { about: asBegun(about), told, count: 0, sent: 0, blocks: [], waiting: 0, trouble: "", held: new Map() });
    this.wake = () => {};
    this.arrived = new Promise((resolve) => (this.allArrived = resolve));
    if (navigator.locks) navigator.locks.request(lockOf(about.id), () => new Promise((resolve) => (this.letGo = resolve)));
  }

  /** Begins a new one. */
  begin() {
    this.keep(metaKey(this.about.id), this.about);
    if (this.about.rate) this.push(waveHead(this.about.rate, UNKNOWN));
    this.run();
    return this;
  }

  /** Goes on with what another page, that is gone, has left in the browser. */
  async takeUp() {
    const own = (await keys(store)).filter((key) => key.startsWith(`${this.about.id}/`) && !key.endsWith("meta"));
    for (const key of own) this.held.set(numberOf(key), await get(key, store));
    this.count = Math.max(0, ...own.map(numberOf).map((n) => n + 1));
    this.sent = Math.min(this.count, ...own.map(numberOf));
    this.closed = this.isLeft = true;
    await this.run();
    this.release();
  }

  /** Takes samples in; about every second they are a piece. */
  add(samples) {
    this.blocks.push(samples);
    this.waiting += samples.length;
    if (this.waiting >= (this.about.rate * PIECE_MS) / 1000) this.cut();
  }

  /** Takes bytes in that are a piece, or several where they are more than one may be. */
  addBytes(bytes) {
    for (let at = 0; at < bytes.byteLength; at += MOST_BYTES) this.push(bytes.slice(at, at + MOST_BYTES));
  }

  /** How much of what was spoken has not arrived, in ms. */
  get unsentMs() {
    const held = [...this.held.values()].reduce((sum, bytes) => sum + bytes.byteLength / 2, 0);
    return ((held + this.waiting) / this.about.rate) * 1000;
  }

  /** Makes a piece of what waits. */
  cut() {
    if (!this.waiting) return;
    const piece = new Int16Array(this.waiting);
    let at = 0;
    for (const block of this.blocks) {
      piece.set(block, at);
      at += block.length;
    }
    this.blocks = [];
    this.waiting = 0;
    this.push(piece.buffer);
  }

  push(bytes) {
    const number = this.count++;
    this.held.set(number, bytes);
    this.keep(pieceKey(this.about.id, number), bytes);
    this.wake();
  }

  /** The store may be full, or switched off: then what has not arrived lives in this page alone. */
  keep(key, value) {
    set(key, value, store).catch(() => {});
  }

  /** Nothing comes any more: resolves to the number of pieces when all have arrived. */
  async close() {
    this.cut();
    this.closed = true;
    this.wake();
    await this.arrived;
    this.release();
    return this.count;
  }

  /** It is not wanted any more. */
  async forget() {
    this.stopped = true;
    this.wake();
    await this.forgetHere();
    if (this.about.forget) await send(this.about.forget, undefined, "DELETE");
    this.release();
  }

  async forgetHere() {
    const own = (await keys(store)).filter((key) => key.startsWith(`${this.about.id}/`));
    await delMany(own, store).catch(() => {});
  }

  release() {
    this.letGo?.();
  }

  // ---- on the way

  async run() {
    const { id, begin } = this.about;
    if (begin) await this.answered(() => send(begin.address, begin.body));
    while (!this.stopped && !(this.closed && this.sent >= this.count)) {
      const bytes = this.held.get(this.sent);
      if (bytes === undefined && this.sent < this.count) this.sent++; // it had arrived before
      else if (bytes === undefined) await this.rest();
      else if (await this.answered(() => send(`/library/uploads/${id}/${this.sent}`, new Blob([bytes]), "PUT"))) {
        this.held.delete(this.sent);
        del(pieceKey(id, this.sent), store).catch(() => {});
        this.sent++;
      }
    }
    if (!this.stopped) this.allArrived();
  }

  rest(ms = 0) {
    return new Promise((resolve) => {
      this.wake = resolve;
      if (ms) setTimeout(resolve, ms);
    });
  }

  /** Asks until it is answered; what is refused is told, and tried again too: nothing may be lost by a mistake. */
  async answered(asking) {
    for (let attempt = 1; !this.stopped; attempt++) {
      const { status, data } = await asking();
      if (this.isLeft && GIVEN_UP.has(status)) return this.giveUp(status);
      this.tell(status >= 200 && status < 300 ? "" : status === 0 || status >= 502 ? "no line to the server" : status === 404 ? "this show is not yours to speak any more, or gone" : (data.error ?? "the server cannot keep this just now"));
      if (!this.trouble) return data;
      await this.rest(Math.min(LONGEST_REST_MS, 400 * attempt));
    }
    return null;
  }

  /** What pages have left is tried again when the show is opened the next time; its show or slide may be gone for good. */
  async giveUp(status) {
    this.stopped = true;
    if (status === 404) await this.forgetHere();
    return null;
  }

  tell(trouble) {
    if (trouble === this.trouble) return;
    this.trouble = trouble;
    this.told(trouble);
  }
}

/** What a page of an earlier day has left says less. */
function asBegun(about) {
  if (about.begin || !about.slide) return about;
  const { address, id, slide, rate, words } = about;
  return { ...about, begin: { address: `${address}recordings`, body: { id, slide, rate, ...(words ? { words } : {}) } }, forget: `${address}recordings/${id}` };
}

const lockOf = (id) => `ritornel/recording/${id}`;

/** What pages that are gone have left of a show's recordings of a kind: what is said of each, as it was begun. */
export async function leftHere(show, kind) {
  const found = [];
  for (const key of await keys(store).catch(() => [])) {
    if (!key.endsWith("/meta")) continue;
    const about = await get(key, store);
    if (about?.show === show && about.kind === kind && !(await isHeld(about.id))) found.push(about);
  }
  return found;
}

/** Whether another page of this browser records it just now. */
export async function isHeld(id) {
  const { held = [] } = (await navigator.locks?.query()) ?? {};
  return held.some((one) => one.name === lockOf(id));
}
