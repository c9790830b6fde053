// The lectern: script, pace, the stage now and next; gives the cues, tells the stage window, keeps the take.

import { el, minutes, send, told } from "../site/dom.js";
import { evaluate } from "../site/play/evaluate.js";
import { Live } from "../site/play/live.js";
import { LiveSound } from "../site/play/live_sound.js";
import { Stage } from "../site/play/stage.js";

const { play, script, takes, stage: stageAddress, target } = told("page");
const id = (name) => document.getElementById(name);
const memory = `take${location.pathname}`; // what has been given so far, for a page that is closed or breaks
const channel = new BroadcastChannel(`ritornel/${location.pathname.split("/")[2]}`);

const REMEMBERED_EVERY_MS = 1000;

if (play.order.length) open();

function open() {
  const live = new Live(play.order, script, { changed: () => changed() });
  const now = new Stage(id("stage-now"), play);
  const next = new Stage(id("stage-next"), play);
  const sound = new LiveSound(play, now);
  sound.muted = true;
  const words = writeScript();
  const needles = drawLine();
  let window_ = null;
  let remembered = 0;
  changed();
  now.show(evaluate(play, 0));
  sendWhatWasLeft();

  function changed() {
    markPlace(words, live);
    showNext();
    drawActs();
    remember();
    if (live.ended) keep();
  }

  function remember() {
    if (live.began) localStorage.setItem(memory, JSON.stringify({ instants: live.instants, at: live.at(performance.now()) }));
  }

  function frame() {
    const at = performance.now();
    live.pass(at);
    if (at - remembered > REMEMBERED_EVERY_MS) {
      remembered = at;
      remember();
    }
    if (live.running || live.ended) draw();
    if (!live.ended) requestAnimationFrame(frame);
  }

  function draw() {
    now.show(evaluate(play, live.time));
    sound.follow(live.slide, live.time, live.running, live.elapsed, live.visit);
    channel.postMessage(live.place);
    id("elapsed").textContent = minutes(live.elapsed);
    const length = target ?? play.length;
    const left = length - live.elapsed;
    id("left").textContent = left >= 0 ? `${minutes(left)} left of ${minutes(length)}` : `${minutes(-left)} over ${minutes(length)}`;
    needles.here.style.left = `${share(live.time)}%`;
    needles.plan.style.left = `${share(live.elapsed)}%`;
    id("pace").textContent = paceWords(live);
  }

  function begin() {
    live.start(performance.now());
    requestAnimationFrame(frame);
  }

  function give() {
    if (!live.began) begin();
    else if (!live.running) live.goOn(performance.now());
    else live.give(performance.now());
    draw();
  }

  function drawActs() {
    const waiting = !live.began ? "Begin" : !live.running ? "Go on" : live.next ? `Cue ${live.next.cue}` : live.slide + 1 < play.order.length ? "Next slide" : "End the show";
    id("give").replaceChildren(waiting, " ", el("kbd.soft", {}, "Space"));
    id("pause").disabled = !live.running;
    id("back").disabled = !live.running;
    id("end").disabled = !live.began;
  }

  function showNext() {
    const row = play.order[live.slide];
    const following = live.next ? null : play.order[live.slide + 1];
    if (live.next) {
      next.show(evaluate(play, row[1] + live.next.settle));
      id("next-words").textContent = `Cue ${live.next.cue} brings`;
    } else if (following) {
      next.show(evaluate(play, following[1] + script[live.slide + 1].groups[0].settle));
      id("next-words").textContent = `Next: ${following[3]}`;
    } else {
      next.show({ backdrop: "#17131f", layers: [] });
      id("next-words").textContent = "Then the show ends";
    }
  }

  async function keep() {
    sound.stop();
    channel.postMessage({ ended: true });
    id("pace").textContent = "keeping the take…";
    for (;;) {
      const answer = await send(takes, { instants: live.instants });
      if (answer.status === 200) {
        localStorage.removeItem(memory);
        location.href = answer.data.take;
        return;
      }
      id("pace").textContent = answer.data.error ?? "the take could not be kept yet; trying again";
      if (answer.status !== 0) return;
      await new Promise((resolve) => setTimeout(resolve, 2000));
    }
  }

  function openWindow() {
    window_ = window.open(stageAddress, "ritornel-stage", "popup,width=960,height=540");
    if (!window_) id("pace").textContent = "the browser held the stage window back; allow windows for this page";
  }

  channel.addEventListener("message", (event) => {
    if (event.data.hello) channel.postMessage(live.place);
    if (event.data.give) give();
  });
  const pause = () => live.pause(performance.now());
  const back = () => {
    live.back(performance.now());
    draw();
  };
  id("give").addEventListener("click", give);
  id("pause").addEventListener("click", pause);
  id("back").addEventListener("click", back);
  id("open-stage").addEventListener("click", openWindow);
  id("end").addEventListener("click", () => live.end(performance.now()));
  document.addEventListener("keydown", (event) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const act = { " ": give, ArrowRight: give, PageDown: give, Enter: give, ArrowLeft: back, PageUp: back, p: pause, w: openWindow }[event.key];
    if (!act || (event.key === "Enter" && event.target.closest("a, button"))) return;
    event.preventDefault();
    if (event.target.closest?.("button")) event.target.blur();
    act();
  });
  window.addEventListener("beforeunload", (event) => {
    if (live.began && !live.ended) event.preventDefault();
  });
  window.lectern = live;
}

/** Keeps a take that was cut short when this page was last closed, and says where it is. */
async function sendWhatWasLeft() {
  const left = JSON.parse(localStorage.getItem(memory) ?? "null");
  if (!left?.instants?.length) return;
  const { instants, at } = left;
  if (instants.at(-1).kind !== "end") instants.push({ kind: "end", at });
  const answer = await send(takes, { instants });
  if (answer.status !== 200) return;
  localStorage.removeItem(memory);
  id("pace").replaceChildren("your last take was cut short and is kept: ", el("a.underline", { href: answer.data.take }, "see it"));
}

function writeScript() {
  const words = [];
  script.forEach((slide, index) => {
    const title = play.order[index][3];
    id("script").append(el("h2", {}, `${index + 1}  ${title}`));
    const pieces = slide.script.split(/\[\d+\]/);
    slide.groups.forEach((group, cue) => {
      const text = (pieces[cue] ?? "").trim();
      const span = el("span", { data: { slide: index, cue } }, cue ? el("b", {}, String(cue)) : null, text || (cue ? "" : "…"), " ");
      words.push({ span, slide: index, cue });
      id("script").append(span);
    });
  });
  return words;
}

function markPlace(words, live) {
  for (const { span, slide, cue } of words) {
    const said = slide < live.slide || (slide === live.slide && cue < live.cue);
    const here = slide === live.slide && cue === live.cue;
    span.classList.toggle("is-said", said);
    span.classList.toggle("is-now", here);
    if (here) span.scrollIntoView({ block: "center", behavior: "smooth" });
  }
}

function share(time) {
  return Math.min(100, (100 * time) / Math.max(1, play.length));
}

function drawLine() {
  const line = id("line");
  for (const [index, [, start]] of play.order.entries()) {
    for (const group of script[index].groups) {
      const tick = el("i");
      tick.style.left = `${share(start + (group.cue ? group.start : 0))}%`;
      if (group.cue) Object.assign(tick.style, { top: "9px", height: "5px" });
      line.append(tick);
    }
  }
  const plan = el("div.lectern-needle.is-plan", { title: "where you should be" });
  const here = el("div.lectern-needle", { title: "where you are" });
  line.append(plan, here);
  return { plan, here };
}

/** Ahead or behind, and when this run would end: as core.time.takes.pace_at says. */
function paceWords(live) {
  const ahead = live.ahead;
  const whole = Math.round(Math.abs(ahead) / 1000);
  const words = whole === 0 ? "on time" : ahead > 0 ? `${whole} s ahead` : `${whole} s behind`;
  return `${words}, ending ${minutes(play.length - ahead)}`;
}
