// The stage window: the picture alone; follows the lectern, gives a cue when it is clicked.

import { el, pageData } from "../site/dom.js";
import { asWished } from "../play/calm.js";
import { Captions } from "../play/captions.js";
import { evaluate } from "../play/evaluate.js";
import { followLinks } from "../play/links.js";
import { InkLayer, listenToHand } from "./inking/ink_layer.js";
import { OverStage, followPointer, stayAwake } from "./over_stage.js";
import { LiveSound } from "../play/live_sound.js";
import { Stage } from "../play/stage.js";
import { swipes } from "../site/swipes.js";

const { play } = pageData("page");
play.slides = asWished(play.slides);
const stage = new Stage(document.getElementById("stage"), play);
stage.looksAhead = true;
const captions = new Captions(document.getElementById("stage"), play);
const sound = new LiveSound(play, stage, () => askForSound());
const ink = new InkLayer(document.getElementById("stage"), play);
const over = new OverStage(stage, ink, play);
const channel = new BroadcastChannel(`ritornel/${location.pathname.split("/")[2]}`);
document.querySelector(".whole-stage").style.setProperty("--stage-ratio", play.width / play.height);

function follow({ time, slide, running, elapsed, visit, curtain = "", said }) {
  document.body.dataset.curtain = curtain;
  stage.show(evaluate(play, time));
  sound.follow(slide, time, running, elapsed, visit);
  if (said !== undefined && said !== captions.language) captions.turn(said);
  captions.show(slide, time);
}

/** Where the browser refuses sound in this window: a button that says so; until then the show goes on without it. */
function askForSound() {
  if (document.querySelector(".player-cover")) return;
  sound.muted = true;
  const button = el("button.player-cover", { onclick: (event) => {
    event.stopPropagation();
    sound.muted = false;
    button.remove();
  } }, el("span", {}, "Click once for sound"));
  document.body.append(button);
}

let strokes = [];
let isInking = false;

/** What is drawn at the lectern, or by a hand here: it is told there, and comes back from there. */
function inked({ all, begin, of, add, on }) {
  if (on !== undefined) isInking = on;
  document.body.classList.toggle("is-inking", isInking);
  if (all) strokes = all;
  if (begin) strokes.push(begin);
  if (add) strokes.find((one) => one.id === of)?.points.push(...add);
  ink.set(strokes);
}

channel.addEventListener("message", (event) => {
  if (event.data.ink) inked(event.data.ink);
  if (event.data.over) over.show(event.data.over);
  if (event.data.look !== undefined) stage.look(event.data.look);
  if (event.data.time !== undefined) follow(event.data);
  if (event.data.ended) {
    sound.stop();
    stage.show({ backdrop: "#000000", layers: [] });
  }
});
followLinks(document.getElementById("stage"), { next: () => channel.postMessage({ give: true }), slide: (slide) => channel.postMessage({ goTo: slide }) });
const give = () => channel.postMessage({ give: true });
const back = () => channel.postMessage({ back: true });
document.addEventListener("click", ({ pointerType }) => pointerType !== "touch" && !isInking && give());
const unless = (act) => () => isInking || act();
swipes(document.body, { left: unless(give), right: unless(back), thirds: [back, () => channel.postMessage({ pause: true }), give].map(unless) });
document.addEventListener("keydown", (event) => {
  if ([" ", "ArrowRight", "PageDown", "Enter", "MediaTrackNext"].includes(event.key)) give();
  if (["ArrowLeft", "PageUp", "MediaTrackPrevious"].includes(event.key)) back();
  if (event.key === "MediaPlayPause") channel.postMessage({ pause: true });
  if (["b", "."].includes(event.key)) channel.postMessage({ dark: true }); // as remotes send
  if (event.key === "f") document.documentElement.requestFullscreen?.();
});
if (play.order.length) follow({ time: 0, slide: 0, running: false });
channel.postMessage({ hello: true, stage: true });
channel.addEventListener("message", ({ data }) => data.whoIsThere && channel.postMessage({ hello: true, stage: true }));
window.addEventListener("pagehide", () => channel.postMessage({ gone: true }));
listenToHand(document.getElementById("stage"), play, () => isInking, (hand) => channel.postMessage({ hand }));
followPointer(document.getElementById("stage"), play, (x, y) => channel.postMessage({ at: [x, y] }));
stayAwake();
window.stageWindow = { sound, ink };
