// The lectern: script, pace, the stage now and next. One page of it runs the show; any other follows that one.

import { pageData } from "../site/dom.js";
import { asWished } from "../play/calm.js";
import { evaluate } from "../play/evaluate.js";
import { Stage } from "../play/stage.js";
import { minutes } from "../site/times.js";
import { inCharge } from "./in_charge.js";
import { PaceLine } from "./pace_line.js";
import { Running } from "./running.js";
import { ScriptPage } from "./script_page.js";
import { textSize } from "./text_size.js";

const page = pageData("page");
const { play, plan, target } = page;
play.slides = asWished(play.slides);
const id = (name) => document.getElementById(name);
const show = location.pathname.split("/")[2];
const channel = new BroadcastChannel(`ritornel/${show}`);

async function open() {
  const lectern = new Lectern();
  if (await inCharge(show, () => location.reload())) new Running(lectern, page, show, channel).listen();
  else follow(lectern);
  document.documentElement.dataset.ready = "yes";
}

/** What the lectern shows, of its own run or of that of another page. */
class Lectern {
  constructor() {
    this.now = new Stage(id("stage-now"), play);
    this.next = new Stage(id("stage-next"), play);
    this.script = new ScriptPage(id("script"), play.order, plan);
    this.line = new PaceLine(id("line"), play.order, plan, play.length);
    this.place = null;
    this.now.show(evaluate(play, 0));
    textSize(id("script"), [id("larger"), id("smaller")]);
  }

  /** Draws where the show is: {time, slide, cue, elapsed, ahead}. */
  draw(place) {
    this.now.show(evaluate(play, place.time));
    id("elapsed").textContent = minutes(place.elapsed);
    const length = target ?? play.length;
    const left = length - place.elapsed;
    id("left").textContent = left >= 0 ? `${minutes(left)} left of ${minutes(length)}` : `${minutes(-left)} over ${minutes(length)}`;
    this.line.draw(place);
    if (this.place?.slide === place.slide && this.place?.cue === place.cue) return;
    this.place = place;
    this.script.mark(place);
    this.showNext(place);
  }

  showNext({ slide, cue }) {
    const [, start] = play.order[slide];
    const next = plan[slide].groups[cue + 1];
    const following = play.order[slide + 1];
    if (next) this.next.show(evaluate(play, start + next.settle));
    else if (following) this.next.show(evaluate(play, following[1] + plan[slide + 1].groups[0].settle));
    else this.next.show({ backdrop: "#17131f", layers: [] });
    id("next-words").textContent = next ? `Cue ${next.cue} brings` : following ? `Next: ${following[3]}` : "Then the show ends";
  }
}

/** Another page runs the show: this one shows the same, and gives no cues. */
function follow(lectern) {
  id("pace").textContent = "Another page of this lectern runs the show; this one follows it.";
  for (const act of document.querySelectorAll(".lectern-foot button:not(.of-this-page)")) act.hidden = true;
  channel.addEventListener("message", ({ data }) => data.time !== undefined && lectern.draw(data));
  channel.postMessage({ hello: true });
  lectern.draw({ time: 0, slide: 0, cue: 0, elapsed: 0 });
}

if (play.order.length) open();
