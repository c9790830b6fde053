// The lectern: script, pace, the stage now and next; gives the cues, tells the stage window, keeps the take.

import { el, pageData } from "../site/dom.js";
import { asWished } from "../play/calm.js";
import { evaluate } from "../play/evaluate.js";
import { Live } from "../play/live.js";
import { LiveSound } from "../play/live_sound.js";
import { followLinks } from "../play/links.js";
import { Stage } from "../play/stage.js";
import { send } from "../site/sending.js";
import { Ticking } from "../site/ticking.js";
import { minutes } from "../site/times.js";
import { inCharge } from "./in_charge.js";
import { PaceLine, paceWords } from "./pace_line.js";
import { ScriptPage } from "./script_page.js";
import { TakeMemory } from "./take_memory.js";

const { play, plan, takes, stage: stageAddress, target } = pageData("page");
play.slides = asWished(play.slides);
const id = (name) => document.getElementById(name);
const show = location.pathname.split("/")[2];
const channel = new BroadcastChannel(`ritornel/${show}`);
const REMEMBERED_EVERY_MS = 1000;
const RETRY_MS = 2000;

async function open() {
  const lectern = new Lectern();
  if (await inCharge(show, () => location.reload())) new Running(lectern).listen();
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
  for (const name of ["give", "back", "pause", "end", "open-stage"]) id(name).hidden = true;
  channel.addEventListener("message", ({ data }) => data.time !== undefined && lectern.draw(data));
  channel.postMessage({ hello: true });
  lectern.draw({ time: 0, slide: 0, cue: 0, elapsed: 0 });
}

/** The run of this page. */
class Running {
  constructor(lectern) {
    this.lectern = lectern;
    this.live = new Live(play.order, plan, { changed: () => this.changed() });
    this.sound = new LiveSound(play, lectern.now);
    this.sound.muted = true;
    this.memory = new TakeMemory(show, takes);
    this.remembered = 0;
    this.ticking = new Ticking((at) => this.frame(at));
    this.changed();
    this.memory.sendWhatWasLeft().then((take) => {
      if (take) id("pace").replaceChildren("your last take was cut short and is kept: ", el("a.underline", { href: take }, "see it"));
    });
    window.lectern = this.live;
  }

  changed() {
    this.lectern.draw(this.live.place);
    this.drawActs();
    this.memory.remember(this.live);
    if (this.live.ended) this.keep();
  }

  frame(at) {
    const { live } = this;
    live.pass(at);
    if (at - this.remembered > REMEMBERED_EVERY_MS) {
      this.remembered = at;
      this.memory.remember(live);
    }
    if (live.running || live.ended) this.draw();
    return !live.ended;
  }

  draw() {
    const { live } = this;
    this.lectern.draw(live.place);
    this.sound.follow(live.slide, live.time, live.running, live.elapsed, live.visit);
    channel.postMessage(live.place);
    id("pace").textContent = paceWords(live.ahead, play.length);
  }

  give() {
    const { live } = this;
    if (!live.began) {
      live.start(performance.now());
      this.ticking.start();
    } else if (!live.running) {
      live.goOn(performance.now());
    } else {
      live.give(performance.now());
    }
    this.draw();
  }

  goTo(slide) {
    this.live.goTo(slide, performance.now());
    this.draw();
  }

  back() {
    this.live.back(performance.now());
    this.draw();
  }

  drawActs() {
    const { live } = this;
    const last = live.slide + 1 >= play.order.length;
    const waiting = live.ended ? "Ended" : !live.began ? "Begin" : !live.running ? "Go on" : live.next ? `Cue ${live.next.cue}` : last ? "End the show" : "Next slide";
    id("give").replaceChildren(waiting, " ", live.ended ? "" : el("kbd.soft", {}, "Space"));
    id("give").disabled = live.ended;
    id("pause").disabled = !live.running;
    id("back").disabled = !live.running;
    id("end").disabled = !live.began || live.ended;
  }

  async keep() {
    this.sound.stop();
    channel.postMessage({ ended: true });
    id("pace").textContent = "keeping the take…";
    for (;;) {
      const answer = await send(takes, { instants: this.live.instants });
      if (answer.status === 200) {
        this.memory.forget();
        location.href = answer.data.take;
        return;
      }
      const signedOut = answer.status === 401 || answer.status === 403;
      id("pace").replaceChildren(
        `the take is not kept yet: ${answer.data.error ?? "the server is at fault"}`,
        signedOut ? el("a.underline.ml-2", { href: "/sign-in?next=/signed-in", target: "ritornel-sign-in" }, "sign in") : "",
      );
      if (answer.status >= 400 && answer.status < 500 && !signedOut) return;
      await new Promise((resolve) => setTimeout(resolve, RETRY_MS));
    }
  }

  openWindow() {
    const opened = window.open(stageAddress, "ritornel-stage", "popup,width=960,height=540");
    if (!opened) id("pace").textContent = "the browser held the stage window back; allow windows for this page";
  }

  listen() {
    const give = () => this.give();
    const back = () => this.back();
    const pause = () => this.live.pause(performance.now());
    const window_ = () => this.openWindow();
    channel.addEventListener("message", (event) => {
      if (event.data.hello) channel.postMessage(this.live.place);
      if (event.data.give) give();
      if (event.data.goTo) this.goTo(event.data.goTo);
    });
    for (const [name, act] of [["give", give], ["pause", pause], ["back", back], ["open-stage", window_], ["end", () => this.live.end(performance.now())]]) {
      id(name).addEventListener("click", act);
    }
    followLinks(id("stage-now"), { next: give, slide: (slide) => this.goTo(slide) });
    // A button that is clicked does not take the focus: Space goes on to give the cues.
    document.addEventListener("mousedown", (event) => event.target.closest?.("button") && event.preventDefault());
    document.addEventListener("keydown", (event) => {
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      const act = { " ": give, ArrowRight: give, PageDown: give, Enter: give, ArrowLeft: back, PageUp: back, p: pause, w: window_ }[event.key];
      const pressed = [" ", "Enter"].includes(event.key) && event.target.closest?.("a, button, [data-link]");
      if (!act || pressed) return; // whoever came to a button by keys presses it
      event.preventDefault();
      act();
    });
    window.addEventListener("beforeunload", (event) => {
      if (this.live.began && !this.live.ended) event.preventDefault();
    });
  }
}

if (play.order.length) open();
