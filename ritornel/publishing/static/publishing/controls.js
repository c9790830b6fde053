// What lies over the picture of the player: words in the corner, a hairline with the chapters, a button where the browser
// wants one; and the keys: Space, arrows, M, F, Home. Gone two seconds after the last touch.

import { turnsTo } from "../play/captions.js";
import { listenForHelp } from "../parts/keys_help.js";
import { el } from "../site/dom.js";
import { follow } from "../site/gesture.js";
import { swipes } from "../site/swipes.js";
import { minutes } from "../site/times.js";

const QUIET_AFTER_MS = 2000;
const STEP_MS = 5000;

export class Controls {
  constructor(root, player, play) {
    Object.assign(this, { root, player, play });
    const button = (run, words = "") => el("button", { onclick: run }, words);
    this.clock = el("span");
    this.playWord = button(() => player.toggle());
    this.soundWord = button(() => player.mute());
    this.captionWord = button(() => player.turnCaptions());
    this.sizeWord = button(() => player.turnCaptionSize(), "Size of captions");
    this.saidWord = button(() => player.said.toggle(), "Words");
    this.speedWord = button(() => player.turnSpeed());
    this.againWord = button(() => player.goOn());
    this.againWord.hidden = true;
    this.words = el("div.player-words", {}, this.clock, this.playWord, this.againWord, this.soundWord, this.captionWord, this.sizeWord, this.saidWord, this.speedWord, button(() => this.fullScreen(), "Full screen"));
    this.bar = el("div.player-bar", { role: "slider", tabindex: 0, "aria-label": "Place in the show", "aria-valuemin": 0, "aria-valuemax": Math.round(play.length / 1000) });
    this.pieces = chapters(play).map((chapter) => this.piece(chapter));
    this.hint = el("div.player-told", { hidden: true });
    this.loading = el("div.player-waiting", { hidden: true, role: "status" }, "loading…");
    root.append(this.words, this.bar, this.hint, this.loading);
    this.draw();
    this.listen();
  }

  piece([title, start, end]) {
    const { length } = this.play;
    const fill = el("b");
    const piece = el("i", {}, fill);
    piece.style.left = `calc(${(100 * start) / length}% + 1px)`;
    piece.style.width = `calc(${(100 * (end - start)) / length}% - 2px)`;
    this.bar.append(piece);
    return { title, start, end, fill };
  }

  draw() {
    const { playhead, sound } = this.player;
    this.playWord.textContent = playhead.playing ? "Pause" : playhead.time >= this.play.length ? "Again" : "Play";
    this.soundWord.textContent = sound.muted ? "Sound" : "Mute";
    this.soundWord.hidden = !this.player.hasSound();
    this.captionWord.textContent = turnsTo(this.player.captions.next(), this.player.captions.look.languages[0]);
    this.captionWord.hidden = this.saidWord.hidden = !this.player.hasCaptions();
    this.sizeWord.hidden = !this.player.captions.on || !this.player.hasCaptions();
    this.speedWord.textContent = `Speed ${playhead.speed}`;
    this.againWord.hidden = this.player.left === null;
    if (this.player.left !== null) this.againWord.textContent = `Go on at ${minutes(this.player.left)}`;
  }

  drawTime(time) {
    for (const { start, end, fill } of this.pieces) {
      const share = Math.max(0, Math.min(1, (time - start) / Math.max(1, end - start)));
      fill.style.width = `${(share * 100).toFixed(2)}%`;
    }
    const words = `${minutes(time)} of ${minutes(this.play.length)}`;
    if (this.clock.textContent === words) return;
    this.clock.textContent = words;
    this.bar.setAttribute("aria-valuenow", Math.round(time / 1000));
    this.bar.setAttribute("aria-valuetext", words);
  }

  waiting(on) {
    this.loading.hidden = !on;
  }

  /** Lays a button over the picture that says what a press does; `clear`: the picture is seen as it is. */
  cover(label, why, clear = false) {
    this.uncover();
    this.words.hidden = this.bar.hidden = true;
    this.player.showOpening();
    const words = el("span.player-ask", {}, label, el("small", {}, why));
    this.button = el("button.player-cover", { "aria-label": label, onclick: () => this.player.play() }, words);
    this.button.classList.toggle("is-clear", clear);
    this.root.append(this.button);
  }

  uncover() {
    this.words.hidden = this.bar.hidden = false;
    this.button?.remove();
    this.button = null;
  }

  /** Words and line are there for two seconds after the last touch, and while it is paused or something in them has the focus. */
  wake() {
    this.root.classList.remove("is-quiet");
    clearTimeout(this.quiet);
    this.quiet = setTimeout(() => {
      const focused = this.root.querySelector(":focus-visible");
      if (this.player.playhead.playing && !focused) this.root.classList.add("is-quiet");
    }, QUIET_AFTER_MS);
  }

  fullScreen() {
    if (document.fullscreenElement) document.exitFullscreen();
    else this.root.requestFullscreen?.();
  }

  listen() {
    this.root.addEventListener("pointermove", () => this.wake());
    this.root.addEventListener("focusin", () => this.wake());
    this.root.addEventListener("focusout", () => this.wake());
    const { player } = this;
    document.getElementById("stage").addEventListener("click", ({ pointerType }) => pointerType !== "touch" && player.toggle());
    swipes(document.getElementById("stage"), { left: () => player.toSlide(1), right: () => player.toSlide(-1), thirds: [() => player.toSlide(0), () => player.toggle(), () => player.toNextCue()] });
    this.bar.addEventListener("pointerdown", (event) => this.scrub(event));
    this.bar.addEventListener("pointermove", (event) => this.tell(event));
    this.bar.addEventListener("pointerleave", () => (this.hint.hidden = true));
    // A button that is clicked does not take the focus: Space goes on to play and pause.
    document.addEventListener("mousedown", (event) => event.target.closest?.("button") && event.preventDefault());
    document.addEventListener("keydown", (event) => this.key(event));
    listenForHelp([["Watching", KEYS]]);
  }

  timeAt(x) {
    return (this.play.length * Math.min(Math.max(0, x), innerWidth)) / innerWidth;
  }

  scrub(event) {
    const from = this.player.playhead.time;
    const to = ({ x }) => this.player.seek(this.timeAt(x));
    if (follow(event, { threshold: 0, move: to, leave: () => this.player.seek(from) })) to({ x: event.clientX });
  }

  tell(event) {
    const time = this.timeAt(event.clientX);
    const chapter = this.pieces.findLast((piece) => piece.start <= time);
    this.hint.textContent = [chapter?.title, minutes(time)].filter(Boolean).join("  ");
    this.hint.hidden = false;
    this.hint.style.left = `${Math.min(Math.max(60, event.clientX), innerWidth - 60)}px`;
  }

  key(event) {
    if (event.ctrlKey || event.metaKey || event.altKey || event.target.closest("dialog")) return;
    if ((event.key === " " || event.key === "Enter") && event.target.closest("button")) return;
    const { player } = this;
    const acts = {
      " ": () => player.toggle(),
      ArrowRight: () => player.seek(player.playhead.time + STEP_MS),
      ArrowLeft: () => player.seek(player.playhead.time - STEP_MS),
      PageDown: () => player.toSlide(1),
      PageUp: () => player.toSlide(-1),
      Home: () => player.seek(0),
      m: () => player.mute(),
      c: () => player.turnCaptions(),
      C: () => player.turnCaptionSize(),
      f: () => this.fullScreen(),
      w: () => player.hasCaptions() && player.said.toggle(),
      g: () => player.goOn(),
      "+": () => player.turnSpeed(1),
      "-": () => player.turnSpeed(-1),
    };
    const act = acts[event.key];
    if (!act) return;
    event.preventDefault();
    act();
  }
}

const KEYS = [
  ["Space", "play, pause"],
  ["→, ←", "five seconds on, back"],
  ["PgDn, PgUp", "to the next slide, to the one before"],
  ["Home", "to the beginning"],
  ["M", "sound on, off"],
  ["C", "captions on, in other languages, off"],
  ["Shift+C", "captions larger, small again"],
  ["F", "as large as the screen"],
  ["W", "what is said beside the picture, searched and gone to"],
  ["G", "go on where you were"],
  ["+, −", "faster, slower: half to twice its speed"],
];

/** Chapters as [title, start, end]; one without a title where there are none, or before the first. */
function chapters(play) {
  const marks = play.chapters.length && play.chapters[0][1] === 0 ? play.chapters : [["", 0], ...play.chapters];
  return marks.map(([title, start], i) => [title, start, marks[i + 1]?.[1] ?? play.length]);
}
