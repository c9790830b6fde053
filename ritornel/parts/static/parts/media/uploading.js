// Files into the library, in pieces. A line that is cut is tried again for as long as one waits; whoever stops, and chooses
// the file again later, goes on where it stopped.

import { ask, send } from "../../site/sending.js";

const LONGEST_REST_MS = 4000;
const NO_ROOM = 507;

/**
 * Takes files in, one after another, saying how far it is. Returns the assets of those that were accepted, each by the
 * name that it came with, also where the same content lies in the library under another; what was not taken in is listed.
 */
export async function uploadFiles(desk, files) {
  const uploading = new Uploading(desk, files.length);
  const assets = [];
  const refused = [];
  for (const [number, file] of files.entries()) {
    try {
      assets.push({ ...(await uploading.take(file, number + 1)), name: file.name });
    } catch (error) {
      refused.push(error.message);
    }
    if (uploading.stopped) break;
  }
  uploading.end();
  const forget = uploading.stopped && { label: "Forget it", run: () => uploading.forget() };
  if (forget) desk.notice.say("What had arrived is kept; choose the file again and it goes on.", { stays: 0, act: forget });
  if (refused.length) desk.notice.leave(refused);
  return assets;
}

/** Files on their way in, and what is said of them. */
class Uploading {
  constructor(desk, count) {
    Object.assign(this, { notice: desk.notice, count, stopped: false, words: "", wake: () => {} });
    window.addEventListener("beforeunload", askFirst);
  }

  end() {
    window.removeEventListener("beforeunload", askFirst);
    if (this.words) this.notice.clear();
  }

  stop() {
    this.stopped = true;
    this.wake();
  }

  /** What has arrived of a file that was stopped takes no room any more. */
  async forget() {
    const id = localStorage.getItem(this.memory);
    localStorage.removeItem(this.memory);
    if (id) await send(`/library/uploads/${id}`, undefined, "DELETE");
    this.notice.say(`${this.file.name} is forgotten.`);
  }

  /** Says how far the file is, in words that can be changed without a new notice. */
  tell(share, cut = "", what = `Taking in ${this.file.name}`) {
    const many = this.count > 1 ? `, ${this.number} of ${this.count}` : "";
    const words = `${what}: ${Math.round(share * 100)} %${many}${cut ? `; ${cut}, trying again…` : ""}`;
    if (words === this.words) return;
    this.words = words;
    this.notice.say(words, { stays: 0, act: { label: "Stop", run: () => this.stop() } });
  }

  /** Sends one file in numbered pieces; what had arrived before is not sent again. Returns its asset, or throws words. */
  async take(file, number) {
    Object.assign(this, { file, number, share: 0 });
    const memory = `upload/${file.name}/${file.size}/${file.lastModified}`;
    this.memory = memory;
    let state = await this.begun(memory);
    const arrived = new Set(state.arrived);
    const missing = [...Array(state.pieces ?? 0).keys()].filter((n) => !arrived.has(n));
    for (const [sent, piece] of missing.entries()) {
      this.share = (arrived.size + sent) / state.pieces;
      this.tell(this.share);
      const bytes = file.slice(piece * state.piece_bytes, (piece + 1) * state.piece_bytes);
      state = { ...state, ...(await this.answered(() => send(`/library/uploads/${state.upload}/${piece}`, bytes, "PUT"))) };
      if (state.asset || state.error) break;
    }
    this.share = 1;
    while (!state.asset && !state.error) {
      const { name } = this.file;
      if (state.whole) this.tell(state.done / state.whole, "", `Making ${name} one that browsers play`);
      else this.tell(1);
      const looked = await this.answered(() => ask(`/library/uploads/${state.upload}/0`));
      if (!looked.looking && !looked.asset && !looked.error) throw new Error(`${file.name} did not arrive whole; choose it again`);
      state = { ...state, ...looked };
    }
    localStorage.removeItem(memory);
    if (state.error) throw new Error(state.error);
    return state.asset;
  }

  /** The upload that was begun before and is still known, or a new one. */
  async begun(memory) {
    const id = localStorage.getItem(memory);
    if (id) {
      const known = await this.answered(() => ask(`/library/uploads/${id}/0`));
      if (known.upload || known.asset) return known;
    }
    const state = await this.answered(() => send("/library/uploads", { name: this.file.name, size: this.file.size }));
    if (!state.upload) throw new Error(state.error ?? `${this.file.name} could not be sent`);
    localStorage.setItem(memory, state.upload);
    return state;
  }

  /** What the server answers, however long the line is cut. Throws once it is stopped, or nobody is signed in any more. */
  async answered(asking) {
    for (let attempt = 1; ; attempt++) {
      if (this.stopped) throw new Error(`${this.file.name} was stopped; choose it again to go on where it stopped`);
      const { status, data } = await asking();
      if (status === 401) throw new Error(data.error);
      if (status > 0 && status < 500) return data;
      this.tell(this.share, status === NO_ROOM ? data.error : "no line to the server");
      await new Promise((resolve) => {
        this.wake = resolve;
        setTimeout(resolve, Math.min(LONGEST_REST_MS, 500 * attempt));
      });
    }
  }
}

function askFirst(event) {
  event.preventDefault();
}
