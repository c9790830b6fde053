// What is done to the show elsewhere: learnt from the server as it happens, or by asking where that fails.

import { ask } from "../../site/sending.js";

const EVERY_MS = 1200;

/** Follows the show and takes the newest state whenever it is newer than what this page has. */
export function followElsewhere(store) {
  let source = null;
  let asking = 0;
  let fetching = false;
  let newest = 0;

  /** Fetches the newest state, unless an answer is on its way that brings it. */
  async function catchUp() {
    if (newest <= store.kept.revision || store.line.running || fetching) return;
    fetching = true;
    const { status, data } = await ask(`${store.address}state?near=${store.near().map(encodeURIComponent).join(",")}`);
    fetching = false;
    if (status !== 200 || store.line.running) return; // an answer to edits is told from the state they were sent with
    const elsewhere = data.revision > store.kept.revision;
    store.replace(data);
    if (elsewhere) store.tell("elsewhere");
    catchUp();
  }

  function learn(revision) {
    newest = Math.max(newest, revision);
    catchUp();
  }

  async function poll() {
    const { status, data } = await ask(`${store.address}revision`);
    if (status === 200) learn(data.revision);
    else if (status === 401) store.line.set("signed-out");
  }

  function listen() {
    source = new EventSource(`${store.address}events`);
    source.addEventListener("message", (event) => learn(Number(event.data)));
    source.addEventListener("error", () => {
      if (source?.readyState !== EventSource.CLOSED) return;
      leave();
      asking = setInterval(poll, EVERY_MS);
    });
  }

  function leave() {
    source?.close();
    source = null;
    clearInterval(asking);
  }

  // A browser keeps few connections to one server: pages that nobody looks at leave theirs, and ask when they are seen.
  document.addEventListener("visibilitychange", () => {
    leave();
    if (document.hidden) return;
    poll();
    listen();
  });
  if (!document.hidden) listen();
  store.on("changed", catchUp);
}
