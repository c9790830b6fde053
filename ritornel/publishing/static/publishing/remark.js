// Where who has a part in a show says something about the instant that they watch.

import { html, nothing, render } from "../site/vendor/lit.js";
import { slideAt } from "../play/evaluate.js";
import { pageData } from "../site/dom.js";
import { minutes } from "../site/times.js";
import { Talk } from "../parts/talk/talk.js";
import { trouble, writing } from "../parts/talk/thread.js";

const { order } = pageData("page").play;
const root = document.querySelector("[data-remarks]");
const talk = new Talk({ address: root.dataset.remarks });
let at = null; // what it is about: {slide, within, time}; null: nothing is being said

function begin() {
  const { player } = window;
  player.pause();
  const { time } = player.playhead;
  const [slide, start] = order[slideAt(order, time)];
  at = { slide, within: Math.max(0, Math.round(time - start)), time };
  draw();
  root.querySelector("textarea").focus();
}

function leave() {
  at = null;
  draw();
}

async function say() {
  const { slide, within } = at;
  if (await talk.say("here", { place: { slide, within } })) leave();
}

function draw() {
  render(at ? html`<section class="remark" aria-label="Say something" @keydown=${keys}>
      <p>About ${minutes(at.time)}</p>
      ${writing(talk, { draft: "here", label: "What is to be said", act: "Say it", run: say })}
      <p>${trouble(talk)} <button class="act" @click=${leave}>Not now</button></p></section>`
    : html`<button class="act remark-begin" @click=${begin}>Say something here</button>${talk.made ? html` <span role="status">It is said.</span>` : nothing}`, root);
}

function keys(event) {
  event.stopPropagation(); // what is typed is no key of the player
  if (event.key === "Escape") leave();
}

talk.on(draw);
draw();
