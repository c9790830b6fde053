// What people say about a show: the newest list, and what is done with it. What was written and not sent yet stays, also
// when the page is left.

import { ask, send } from "../../site/sending.js";

export class Talk {
  /** `address`: of the show's comments; `data`: the list as the page brought it, if it did. */
  constructor({ address, data = null }) {
    Object.assign(this, { address, data, sending: false, error: "", listeners: new Set(), deleted: null });
    this.drafts = new Drafts(`ritornel/said/${address}`);
  }

  on(listener) {
    this.listeners.add(listener);
  }

  changed() {
    for (const listener of this.listeners) listener();
  }

  get comments() {
    return this.data?.comments ?? [];
  }

  find(id) {
    return this.comments.find((one) => one.id === id || one.answers.some((answer) => answer.id === id)) ?? null;
  }

  /** Fetches the list; `seen`: somebody looks at it. */
  async fetch(seen = false) {
    const { status, data } = await ask(`${this.address}/list${seen ? "?seen=1" : ""}`);
    if (status !== 200) return;
    this.data = data;
    this.changed();
  }

  /** Says the draft of that name about a place, or under a comment; true once it is said. */
  async say(draft, { place, under = "" }) {
    const words = this.drafts.get(draft);
    if (!words.trim()) return this.trouble("write something first");
    const answer = await this.carry(() => send(`${this.address}/say`, { words, under, ...(place ? { place } : {}) }));
    if (!answer) return false;
    this.drafts.set(draft, "");
    this.made = answer.made;
    this.changed();
    return true;
  }

  async act(comment, how, words = "") {
    const done = await this.carry(() => send(`${this.address}/${comment.id}`, { how, words }));
    if (done && how === "delete") this.deleted = comment;
    if (done && how === "back") this.deleted = null;
    if (done) this.changed();
    return Boolean(done);
  }

  async carry(sent) {
    if (this.sending) return null;
    Object.assign(this, { sending: true, error: "" });
    this.changed();
    const { status, data } = await sent();
    this.sending = false;
    if (status === 200) return (this.data = data);
    this.trouble(status === 401 ? "you are not signed in any more: sign in again in another window; what you wrote stays" : (data.error ?? "this could not be sent; what you wrote stays, try again"));
    return null;
  }

  trouble(words) {
    this.error = words;
    this.changed();
    return false;
  }
}

/** What was begun to be written, by name: kept in the browser until it is said. */
class Drafts {
  constructor(name) {
    this.name = name;
    try {
      this.kept = JSON.parse(localStorage.getItem(name) ?? "{}");
    } catch {
      this.kept = {};
    }
  }

  get(draft) {
    return this.kept[draft] ?? "";
  }

  set(draft, words) {
    if (words) this.kept[draft] = words;
    else delete this.kept[draft];
    try {
      localStorage.setItem(this.name, JSON.stringify(this.kept));
    } catch {
      return; // it stays in the page
    }
  }
}

const ASKED_EACH_MS = 2000;

/** Learns of what others say: from the show's events, or by asking where none come, and when the page is seen again. */
export function followTalk(talk, events) {
  let source = null;
  let asking = 0;
  const leave = () => {
    source?.close();
    clearInterval(asking);
  };
  const listen = () => {
    leave();
    if (document.hidden) return;
    const own = (source = new EventSource(events));
    own.addEventListener("comments", (event) => Number(event.data) !== talk.data?.changed && talk.fetch(true));
    own.addEventListener("error", () => {
      if (source !== own || own.readyState !== EventSource.CLOSED) return;
      leave();
      asking = setInterval(() => talk.fetch(true), ASKED_EACH_MS);
    });
  };
  document.addEventListener("visibilitychange", listen);
  listen();
}
