// The desk: puts its parts together.

import { pageData } from "../site/dom.js";
import { railPane } from "./acts/rail.js";
import { listenForClipboard } from "./acts/clipboard.js";
import { listenForKeys } from "./acts/keys.js";
import { PromptBook } from "./book/book.js";
import { listenForDrops } from "./drops.js";
import { headerPane } from "./header.js";
import { Closely } from "../parts/closely.js";
import { Notice } from "../parts/notice.js";
import { drawOnChange } from "../parts/pane.js";
import { Arranging } from "./stage/arranging.js";
import { DeskStage } from "./stage/stage.js";
import { linePane, transportPane } from "./stage/transport.js";
import { followElsewhere } from "../parts/state/elsewhere.js";
import { openJournal } from "../parts/state/journal.js";
import { Presence } from "../parts/state/presence.js";
import { Store } from "../parts/state/store.js";
import { Timeline } from "./timeline/timeline.js";
import { Remarks } from "./talk/remarks.js";
import { offerLeftOver } from "./recording/left_over.js";
import { letVoicesBeHeard } from "./voice/listening.js";
import { sayWhereBedsWent } from "../parts/bed_moves.js";
import { minding } from "../parts/minding.js";

const LOOKS_AFTER_MS = 1500; // what is on the stage comes first

const { state, vocabulary, addresses } = pageData("page");
const address = new URL(".", location.href).pathname;
const journal = await openJournal(state.show.id);
const store = new Store({ address, state, vocabulary, journal });
const desk = {
  store, notice: new Notice(), files: vocabulary.files, addresses,
  /** What the line check has found, as far as this page is told of it. */
  get found() {
    return [...store.shown.findings, ...desk.closely.found];
  },
};
desk.closely = new Closely(store, addresses.closely);
desk.stage = new DeskStage(desk);
desk.arranging = new Arranging(desk);
desk.book = new PromptBook(desk);
desk.timeline = new Timeline(desk);
desk.remarks = new Remarks(desk, addresses.comments);
drawOnChange(store, [headerPane(desk, addresses), linePane(desk), transportPane(desk), railPane(desk), desk.arranging, desk.book, desk.timeline, desk.remarks]);
listenForKeys(desk);
listenForClipboard(desk);
listenForDrops(desk);
minding(desk);
sayWhereBedsWent(desk);
store.presence = new Presence(store);
followElsewhere(store);
letVoicesBeHeard(desk);
offerLeftOver(desk);
store.line.run();
desk.closely.look(LOOKS_AFTER_MS);
setTimeout(() => desk.remarks.talk.fetch(), LOOKS_AFTER_MS);

for (const message of document.querySelectorAll("template.told")) {
  desk.notice.say(message.content.textContent, "stays" in message.dataset ? { stays: 0 } : {});
}
document.documentElement.dataset.ready = "yes";
performance.mark("desk-ready");

/** An address may name a slide to go to, with a build or an object of it, or slides to be played: #slide:thing, #play:first:last. */
const [, play, ...named] = location.hash.match(/^#(play:)?(.+?)(?::(.+))?$/) ?? [];
const [first, last] = named.map((name) => name && decodeURIComponent(name));
if (first && store.shown.briefs[first]) {
  store.focusSlide(first);
  if (last && !play) selectOnceThere(first, last);
  if (play && store.shown.briefs[last ?? first]) desk.stage.see(store.start(first), store.start(last ?? first) + store.length(last ?? first));
}

/** Selects a build or an object of a slide as soon as that is there whole, unless one has gone elsewhere by then. */
function selectOnceThere(slide, thing) {
  const select = () => {
    if (store.focus !== slide) return end();
    if (!store.slide) return;
    end();
    const timed = store.timed(thing);
    if (timed) store.select("steps", [thing]);
    else if (store.object(thing)) store.select("objects", [thing]);
    if (timed) desk.stage.scrub(store.start(slide) + timed.start);
  };
  const end = store.on("changed", select);
  select();
}

/** For the console and the browser tests: the desk's parts. */
window.ritornel = desk;
