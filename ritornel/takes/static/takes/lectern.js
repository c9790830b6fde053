// The lectern: script, pace, the stage now and next. One page of it runs the show; any other follows that one.

import { pageData } from "../site/dom.js";
import { asWished } from "../play/calm.js";
import { Lectern } from "./face.js";
import { inCharge } from "./in_charge.js";
import { Running } from "./running.js";

const page = pageData("page");
const { play } = page;
play.slides = asWished(play.slides);
const id = (name) => document.getElementById(name);
const show = location.pathname.split("/")[2];
const channel = new BroadcastChannel(`ritornel/${show}`);

async function open() {
  const lectern = new Lectern(page);
  if (await inCharge(show, () => location.reload())) new Running(lectern, page, show, channel).begin();
  else follow(lectern);
  document.documentElement.dataset.ready = "yes";
}

/** Another page runs the show: this one shows the same, and gives no cues. */
function follow(lectern) {
  id("pace").textContent = "Another page of this lectern runs the show; this one follows it.";
  for (const act of document.querySelectorAll(".lectern-foot button:not(.of-this-page)")) act.hidden = true;
  channel.addEventListener("message", ({ data }) => {
    if (data.look !== undefined) lectern.now.look(data.look);
    if (data.time !== undefined) lectern.draw(data);
  });
  channel.postMessage({ hello: true });
  lectern.draw({ time: 0, slide: 0, cue: 0, elapsed: 0 });
}

if (play.order.length) open();
