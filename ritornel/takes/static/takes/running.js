// The run of a lectern: gives the cues, goes anywhere, tells the stage window, keeps the take.

import { el } from "../site/dom.js";
import { Live, followingOf } from "../play/live.js";
import { LiveSound } from "../play/live_sound.js";
import { followLinks } from "../play/links.js";
import { send } from "../site/sending.js";
import { Ticking } from "../site/ticking.js";
import { minutes } from "../site/times.js";
import { listenForHelp } from "../parts/keys_help.js";
import { languageName } from "../parts/languages.js";
import { Companions } from "./companion/companions.js";
import { Beside } from "./beside.js";
import { KEYS, keepFocus, keysOf } from "./going.js";
import { INK_KEYS, Inking } from "./inking/inking.js";
import { LOOKING_KEYS, Looking } from "./looking.js";
import { openWindow } from "./opening.js";
import { openOverview } from "./overview.js";
import { POINTING_KEYS, Pointing } from "./pointing.js";
import { stayAwake } from "./over_stage.js";
import { Strip } from "./strip.js";
import { paceWords } from "./pace_line.js";
import { swipes } from "../site/swipes.js";
import { TakeMemory } from "./take_memory.js";

const REMEMBERED_EVERY_MS = 1000;
const RETRY_MS = 2000;
const SAID_MS = 6000;
const id = (name) => document.getElementById(name);

export class Running {
  constructor(lectern, page, show, channel) {
    const { play, plan } = page;
    Object.assign(this, { lectern, page, play, plan, channel });
    this.live = new Live(play.order, plan, { changed: () => this.changed(), planned: play.planned, after: play.after });
    this.sound = new LiveSound(play, lectern.now);
    this.curtain = "";
    this.heard = null; // where nobody has said: here while there is no stage window
    this.windows = 0;
    this.captions = play.captions.shown ? play.captions.languages[0] : null; // the language of those in the stage window
    this.memory = new TakeMemory(show, page.takes);
    this.remembered = 0;
    this.ticking = new Ticking((at) => this.frame(at));
    this.sound.muted = !this.isHeard;
    this.beside = new Beside(page.beside);
    this.inking = new Inking(this);
    this.pointing = new Pointing(this);
    this.looking = new Looking(this, page.planes);
    this.companions = new Companions(this);
    this.strip = new Strip(id("strip"), this);
    window.lectern = Object.assign(this.live, { sound: this.sound, ink: () => this.inking.strokes, pointed: () => this.pointing.trace?.points.length ?? 0 });
  }

  begin() {
    this.changed();
    this.goOnWithWhatWasLeft();
    this.listen();
  }

  /** A run that was cut short by a reload goes on; one that was left longer ago waits for a word; an old one is kept as it is. */
  async goOnWithWhatWasLeft() {
    const left = this.memory.left();
    if (left) {
      const gone = this.play.order.findIndex(([name]) => name === left.slide) < 0;
      if (!gone) this.live.restore(left, left.away, performance.now());
      this.inking.restore(left.ink);
      this.ticking.start();
      this.draw();
      if (left.wasRunning && left.soon && !gone) this.live.goOn(performance.now());
      this.say(left.soon ? "It goes on where it was." : `It stands where it was left ${minutes(left.away)} ago. Go on, or end it to keep the take.`);
      return;
    }
    const take = await this.memory.sendWhatIsOld();
    if (take) this.say("your last take was cut short and is kept: ", el("a.underline", { href: take }, "see it"));
  }

  remember() {
    this.memory.remember(this.live, this.inking?.kept);
  }

  /** What was drawn is remembered at once. */
  inked() {
    this.remember();
  }

  get isHeard() {
    return this.heard ?? !this.windows;
  }

  changed() {
    this.lectern.draw(this.live.place);
    this.inking?.at({ fresh: false });
    if (this.looking && this.looking.slide !== this.looking.here) this.looking.drop();
    this.looking?.draw();
    this.strip?.mark(this.live.slide);
    this.drawActs();
    this.remember();
    if (this.live.ended) this.keep();
  }

  frame(at) {
    const { live } = this;
    live.pass(at);
    if (at - this.remembered > REMEMBERED_EVERY_MS) {
      this.remembered = at;
      this.remember();
    }
    if (live.running || live.ended) this.draw();
    return !live.ended;
  }

  draw() {
    const { live } = this;
    this.lectern.draw(live.place);
    this.sound.follow(live.slide, live.time, live.running, live.elapsed, live.visit);
    this.tell();
    if (!this.saying) id("pace").textContent = live.began === undefined ? "" : paceWords(live.ahead, this.play.length);
  }

  tell() {
    this.channel.postMessage({ ...this.live.place, curtain: this.curtain, said: this.captions });
  }

  /** Captions in the stage window: in the show's language, in each other that there is, none. */
  turnCaptions() {
    const all = [...(this.play.captions.languages ?? [""]), null];
    this.captions = all[(all.indexOf(this.captions) + 1) % all.length];
    this.say(this.captions === null ? "The stage window has no captions" : `The stage window has captions${all.length > 2 ? `, in ${languageName(this.captions)}` : ""}`);
    this.tell();
  }

  /** Says something in place of the pace, for a while; what has a link stays until the next cue. */
  say(...words) {
    id("pace").replaceChildren(...words);
    clearTimeout(this.saying);
    this.saying = setTimeout(() => (this.saying = null), SAID_MS);
  }

  give() {
    const { live } = this;
    if (this.curtain) return this.draws("");
    if (this.pointing.rest) return this.pointing.clock();
    if (this.looking.on) return this.looking.leave();
    if (live.began === undefined) {
      live.start(performance.now());
      this.ticking.start();
    } else if (!live.running) {
      live.goOn(performance.now());
    } else {
      live.give(performance.now());
    }
    return this.draw();
  }

  /** Keys that only this page has, as the list of them tells. */
  get ownHelp() {
    return [];
  }

  back() {
    if (this.looking.on) return this.looking.leave();
    this.live.back(performance.now());
    return this.draw();
  }

  /** Back to where one was before one went elsewhere. */
  goBack() {
    if (!this.cameFrom) return this.say("You have not gone anywhere yet.");
    const { slide, cue } = this.cameFrom;
    return this.goTo(slide, cue);
  }

  goTo(slide, cue = 0) {
    this.cameFrom = { slide: this.play.order[this.live.slide][0], cue: this.live.cue };
    this.live.goTo(slide, performance.now(), cue);
    this.draw();
  }

  goToTime(time) {
    this.live.goToTime(time, performance.now());
    this.draw();
  }

  goToNumber(number) {
    const row = number <= this.play.planned ? this.play.order[number - 1] : null;
    if (row) this.goTo(row[0]);
    else this.say(`There are ${this.play.planned} slides.`);
  }

  pause() {
    const { live } = this;
    if (live.running) live.pause(performance.now());
    else live.goOn(performance.now());
    this.draw();
  }

  /** Dark, light, or the picture: what the audience sees. The clock goes on. */
  draws(curtain) {
    this.curtain = this.curtain === curtain ? "" : curtain;
    id("stage-now").dataset.curtain = this.curtain;
    if (this.curtain) this.say(`The stage is ${this.curtain}. Any cue brings the picture back.`);
    this.draw();
    this.drawActs();
  }

  hear() {
    this.heard = !this.isHeard;
    this.sound.muted = !this.isHeard;
    this.drawActs();
    this.draw();
  }

  drawActs() {
    const { live } = this;
    const last = followingOf(live, live.slide) < 0;
    const begun = live.began !== undefined;
    const waiting = live.ended ? "Ended" : !begun ? "Begin" : !live.running ? "Go on" : live.next ? `Cue ${live.next.cue}` : last ? "End the show" : "Next slide";
    this.nextWords = waiting;
    id("give").replaceChildren(waiting, " ", live.ended ? "" : el("kbd.soft", {}, "Space"));
    id("give").disabled = live.ended;
    id("pause").replaceChildren(begun && !live.running ? "Go on " : "Pause ", el("kbd.soft", {}, "P"));
    id("pause").disabled = !begun || live.ended;
    id("back").disabled = !begun || live.ended;
    id("end").disabled = !begun || live.ended;
    id("dark").setAttribute("aria-pressed", String(this.curtain === "dark"));
    id("light").setAttribute("aria-pressed", String(this.curtain === "light"));
    id("hear").replaceChildren(this.isHeard ? "Heard here " : "Not heard here ", el("kbd.soft", {}, "S"));
  }

  async keep() {
    this.sound.stop();
    this.channel.postMessage({ ended: true });
    this.companions.end();
    id("pace").textContent = "keeping the take…";
    this.saying = true;
    for (;;) {
      const answer = await send(this.page.takes, { instants: this.live.instants, ink: this.inking.kept });
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

  hears({ hello, stage, gone, give, back, pause, dark, goTo, hand, at }) {
    if (at) this.pointing.at(...at);
    if (hand && this.inking.on) this.inking.hand(hand);
    if (stage && hello) this.windows++;
    if (gone) {
      this.windows = 0;
      this.channel.postMessage({ whoIsThere: true });
      this.say("The stage window is closed; W opens it again.");
    }
    if (stage || gone) this.sound.muted = !this.isHeard;
    if (hello) this.tell();
    if (hello) this.inking.tellAll();
    if (hello) this.pointing.tell();
    if (hello) this.looking.tell();
    if (stage || gone) this.drawActs();
    if (give) this.give();
    if (back) this.back();
    if (pause) this.pause();
    if (dark) this.draws("dark");
    if (goTo) this.goTo(goTo);
  }

  listen() {
    this.channel.addEventListener("message", ({ data }) => this.hears(data));
    this.channel.postMessage({ whoIsThere: true });
    const acts = {
      give: () => this.give(), pause: () => this.pause(), back: () => this.back(), "open-stage": () => openWindow(this),
      dark: () => this.draws("dark"), light: () => this.draws("light"), hear: () => this.hear(),
      overview: () => openOverview(this), "strip-turn": () => this.strip.turn(), ink: () => this.inking.turn(), devices: () => this.companions.open(), end: () => this.live.end(performance.now()),
    };
    for (const [name, act] of Object.entries(acts)) id(name).addEventListener("click", act);
    followLinks(id("stage-now"), { next: acts.give, slide: (slide) => this.goTo(slide) });
    this.lectern.script.clicked = (slide, cue) => this.goTo(this.play.order[slide][0], cue);
    this.lectern.line.clicked = (time) => this.goToTime(time);
    const unlessDrawing = (act) => () => this.inking.on || act();
    swipes(document.querySelector(".lectern-body"), { left: unlessDrawing(acts.give), right: unlessDrawing(acts.back) });
    swipes(id("stage-now"), { left() {}, right() {}, thirds: [acts.back, acts.pause, acts.give].map(unlessDrawing) });
    document.addEventListener("mousedown", keepFocus);
    document.addEventListener("keydown", keysOf(this, { ...acts, find: () => openOverview(this, true) }));
    listenForHelp([...this.ownHelp, ...KEYS, INK_KEYS, POINTING_KEYS, ...(Object.keys(this.page.planes ?? {}).length ? [LOOKING_KEYS] : [])]);
    stayAwake();
    window.addEventListener("beforeunload", () => this.remember());
  }
}
