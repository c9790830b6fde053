// What is done to the show elsewhere: learnt from the server as it happens, or by asking where that fails.

import { ask } from "../../site/sending.js";

const EVERY_MS = 1200;

/** Follows the show and takes the newest state whenever it is newer than what this page has. */
export function followElsewhere(store) {
  const elsewhere = new Elsewhere(store);
  // A browser keeps few connections to one server: pages that nobody looks at leave theirs, and ask when they are seen.
  document.addEventListener("visibilitychange", () => {
    elsewhere.leave();
    if (document.hidden) return;
    elsewhere.poll();
    elsewhere.listen();
  });
  if (!document.hidden) elsewhere.listen();
  store.on("changed", () => elsewhere.catchUp());
}

class Elsewhere {
  constructor(store) {
    Object.assign(this, { store, source: null, asking: 0, fetching: false, newest: 0 });
  }

  /** Fetches the newest state, unless an answer is on its way that brings it. */
  async catchUp() {
    const { store } = this;
    if (this.newest <= store.kept.revision || store.line.running || this.fetching) return;
    this.fetching = true;
    const have = store.kept.revision;
    const { status, data } = await ask(`${store.address}state?have=${have}&near=${store.near().map(encodeURIComponent).join(",")}`);
    this.fetching = false;
    if (status !== 200 || store.line.running) return; // an answer to edits is told from the state they were sent with
    if (store.kept.revision !== have) return this.catchUp(); // and this one from the state that it was asked with
    const isNews = data.revision > store.kept.revision;
    store.replace(data);
    if (isNews) store.tell("elsewhere");
    this.catchUp();
  }

  learn(revision) {
    this.newest = Math.max(this.newest, revision);
    this.catchUp();
  }

  async poll() {
    const { status, data } = await ask(`${this.store.address}revision`);
    if (status === 200) {
      this.store.tell("comments", data.comments);
      this.learn(data.revision);
    }
    if (status === 401) this.store.line.set("signed-out");
    else if (status === 404) this.store.line.set("gone");
  }

  listen() {
    const source = (this.source = new EventSource(`${this.store.address}events?page=${encodeURIComponent(this.store.journal.page)}`));
    source.addEventListener("message", (event) => this.learn(Number(event.data)));
    source.addEventListener("comments", (event) => this.store.tell("comments", Number(event.data)));
    this.store.presence?.hear(source);
    source.addEventListener("gone", () => this.store.line.set("gone"));
    source.addEventListener("error", () => {
      if (this.source !== source || source.readyState !== EventSource.CLOSED) return;
      this.leave();
      this.asking = setInterval(() => this.poll(), EVERY_MS);
    });
  }

  leave() {
    this.source?.close();
    this.source = null;
    clearInterval(this.asking);
  }
}
