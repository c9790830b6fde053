// What a lectern shows: script, pace, the stage now and next.

import { evaluate } from "../play/evaluate.js";
import { followingOf } from "../play/live.js";
import { Stage } from "../play/stage.js";
import { minutes } from "../site/times.js";
import { PaceLine } from "./pace_line.js";
import { ScriptPage } from "./script_page.js";
import { textSize } from "./text_size.js";

const id = (name) => document.getElementById(name);

/** What the lectern shows, of its own run or of that of another page. */
export class Lectern {
  constructor({ play, plan, target }) {
    Object.assign(this, { play, plan, target });
    this.now = new Stage(id("stage-now"), play);
    this.next = new Stage(id("stage-next"), play);
    this.script = new ScriptPage(id("script"), play.order, plan, play.planned);
    this.line = new PaceLine(id("line"), play.order.slice(0, play.planned), plan, play.length);
    this.place = null;
    this.now.show(evaluate(play, 0));
    textSize(id("script"), [id("larger"), id("smaller")]);
  }

  /** The show is another by now: its line is drawn anew. */
  renew() {
    id("line").replaceChildren();
    const { clicked } = this.line;
    this.line = Object.assign(new PaceLine(id("line"), this.play.order.slice(0, this.play.planned), this.plan, this.play.length), { clicked });
    this.place = null;
  }

  /** Draws where the show is: {time, slide, cue, elapsed, ahead}. */
  draw(place) {
    const { play, target } = this;
    this.now.show(evaluate(play, place.time));
    id("elapsed").textContent = minutes(place.elapsed);
    const length = target ?? play.length;
    const left = length - place.elapsed;
    id("left").textContent = left >= 0 ? `${minutes(left)} left of ${minutes(length)}` : `${minutes(-left)} over ${minutes(length)}`;
    this.line.draw(place.slide < play.planned ? place : { ...place, time: this.goesOnAt(place.slide) });
    if (this.place?.slide === place.slide && this.place?.cue === place.cue) return;
    this.place = place;
    this.script.mark(place);
    this.showNext(place);
  }

  /** When the show goes on after a slide that is not in its plan. */
  goesOnAt(slide) {
    return this.play.order[followingOf(this.play, slide)]?.[1] ?? this.play.length;
  }

  /** Who speaks then, if that is another. */
  whoNext(slide, after) {
    const who = (n) => this.plan[n].speaks || this.plan[n].given;
    return who(after) && who(after) !== who(slide) ? `, said by ${who(after)}` : "";
  }

  showNext({ slide, cue }) {
    const { play, plan } = this;
    const [, start] = play.order[slide];
    const next = plan[slide].groups[cue + 1];
    const after = followingOf(play, slide);
    const following = play.order[after];
    if (next) this.next.show(evaluate(play, start + next.settle));
    else if (following) this.next.show(evaluate(play, following[1] + plan[after].groups[0].settle));
    else this.next.show({ backdrop: "#17131f", layers: [] });
    id("next-words").textContent = next ? `Cue ${next.cue} brings` : following ? `Next: ${following[3]}${this.whoNext(slide, after)}` : "Then the show ends";
  }
}
