// The lectern at which a show is recorded.

import { asWished } from "../../play/calm.js";
import { pageData } from "../../site/dom.js";
import { Lectern } from "../face.js";
import { inCharge } from "../in_charge.js";
import { Recording } from "./recording.js";

const page = pageData("page");
page.play.slides = asWished(page.play.slides);
const show = location.pathname.split("/")[2];

async function open() {
  const lectern = new Lectern(page);
  if (await inCharge(show, () => location.reload())) {
    const recording = new Recording(lectern, page, show, new BroadcastChannel(`ritornel/${show}`));
    window.recording = recording;
    recording.begin();
  } else {
    document.getElementById("pace").textContent = "Another page of this lectern is open: record there, or close it.";
    for (const act of document.querySelectorAll(".lectern-foot button")) act.hidden = true;
  }
  document.documentElement.dataset.ready = "yes";
}

if (page.play.order.length) open();
