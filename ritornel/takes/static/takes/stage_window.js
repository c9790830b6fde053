// The stage window: the picture alone; follows the lectern, gives a cue when it is clicked.

import { told } from "../site/dom.js";
import { evaluate } from "../site/play/evaluate.js";
import { Sound } from "../site/play/sound.js";
import { Stage } from "../site/play/stage.js";

const { play } = told("page");
const stage = new Stage(document.getElementById("stage"), play);
const sound = new Sound(play, stage);
const channel = new BroadcastChannel(`ritornel/${location.pathname.split("/")[2]}`);
document.querySelector(".whole-stage").style.setProperty("--stage-ratio", play.width / play.height);

function follow({ time, slide, running }) {
  stage.show(evaluate(play, time));
  sound.follow(slide, time, running);
}

channel.addEventListener("message", (event) => {
  if (event.data.time !== undefined) follow(event.data);
  if (event.data.ended) {
    sound.stop();
    stage.show({ backdrop: "#000000", layers: [] });
  }
});
document.addEventListener("click", () => channel.postMessage({ give: true }));
document.addEventListener("keydown", (event) => {
  if ([" ", "ArrowRight", "PageDown", "Enter"].includes(event.key)) channel.postMessage({ give: true });
  if (event.key === "f") document.documentElement.requestFullscreen?.();
});
if (play.order.length) follow({ time: 0, slide: 0, running: false });
channel.postMessage({ hello: true });
