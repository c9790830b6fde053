// Below the stage: its faces, the transport, the time; above it, where we are.

import { ARRANGED } from "./stage.js";
import { html, nothing } from "../../site/vendor/lit.js";
import { tenths } from "../../site/times.js";
import { actButton } from "../acts/rail.js";
import { icon } from "../../parts/icons.js";
import { Pane } from "../../parts/pane.js";

export function linePane(desk) {
  const { store, stage } = desk;
  const chapter = () => store.shown.show.chapters.filter((c) => store.slideIndex(c.first) <= store.slideIndex()).at(-1)?.title ?? "";
  return new Pane(document.getElementById("stage-line"), {
    shows: () => [store.slideIndex(), store.shown.order.length, chapter(), stage.face, stage.arranged],
    draw: (index, slides, title, face, arranged) => html`<b class="font-medium">${slides ? `${index + 1} of ${slides}` : "No slides yet"}</b><i>${title}</i>
      ${slides && face === "arrange" ? actButton(desk, "arranged", { className: "act is-idle ml-auto", label: html`shows ${ARRANGED[arranged]}` }) : nothing}
      ${actButton(desk, "style", { className: `act ${slides && face === "arrange" ? "" : "ml-auto"}` })}`,
  });
}

export function transportPane(desk) {
  const { store, stage } = desk;
  const face = (name, label, shown) =>
    html`<button data-face=${name} aria-pressed=${String(name === shown)} @click=${() => stage.setFace(name)}>${label}</button>`;
  const pane = new Pane(document.getElementById("transport"), {
    shows: () => [stage.playing ? "run" : stage.face, stage.playing, stage.looping || Boolean(stage.stretch), stage.playhead.speed],
    draw: (shown, playing, looping) => html`
      <span class="faces" role="group" aria-label="Face of the stage">${face("arrange", "Arrange", shown)}${face("run", "Run", shown)}</span>
      ${actButton(desk, "cue-before", { className: "transport-act", label: icon("skip-back", "To the cue before") })}
      ${actButton(desk, "play", { className: "transport-act transport-play", label: icon(playing ? "pause" : "play", playing ? "Pause" : "Play from here") })}
      ${actButton(desk, "cue-after", { className: "transport-act", label: icon("skip-forward", "To the next cue") })}
      ${actButton(desk, "play-slide")}${actButton(desk, "play-show")}${actButton(desk, "loop", { pressed: looping, label: stage.stretch ? "Loop stretch" : null })}${actButton(desk, "record")}
      ${stage.playhead.speed === 1 ? nothing : actButton(desk, "slower", { label: `at ${{ 0.5: "½", 0.25: "¼" }[stage.playhead.speed]} speed`, pressed: true })}
      <span class="ml-auto" id="time"></span>`,
  });
  const time = () => document.getElementById("time");
  const tell = () => {
    const words = [tenths(stage.time), (Math.max(0, stage.slideTime) / 1000).toFixed(1), (store.length() / 1000).toFixed(1)];
    const place = time();
    if (!place || place.dataset.words === String(words)) return;
    place.dataset.words = String(words);
    const bold = (text) => Object.assign(document.createElement("b"), { textContent: text });
    const soft = (text, name = "soft") => Object.assign(document.createElement("span"), { textContent: text, className: name });
    place.replaceChildren(bold(words[0]), soft(" in the show ", "soft wide-only"), " ", bold(words[1]), soft(` of ${words[2]} s`));
  };
  stage.onMoved(tell);
  store.on("changed", tell);
  return pane;
}
