// One long recording over many slides: listened to, its cuts shown over the waveform, dragged to correct, and kept.

import { follow } from "../../site/gesture.js";
import { send } from "../../site/sending.js";
import { seconds } from "../../site/times.js";
import { html, nothing, ref } from "../../site/vendor/lit.js";
import { footButtons, openDialog } from "../../parts/dialogs.js";
import { drawPeaks } from "../../parts/media/peaks.js";

const AGAIN_MS = 800;
const STEP_MS = 100;
const LEAST_MS = 200;
const WIDTH = 860;

/** Cuts a recording for the slides that have a script, from the first on that has no voice yet. */
export async function cutOverSlides({ store, notice }, asset) {
  const first = store.shown.order.map(([id]) => id).find((id) => !store.shown.briefs[id].voice) ?? store.focus;
  let stopped = false;
  let told = null;
  while (!told && !stopped) {
    notice.say(`Listening to ${asset.name} with the scripts`, { stays: 0, act: { label: "Stop", run: () => (stopped = true) } });
    const { status, data } = await send(`${store.address}cut`, { asset: asset.id, first });
    if (status >= 400 && status < 500) return notice.say(data.error);
    if (status === 200 && data.voices) told = data;
    else await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
  }
  notice.clear();
  if (!told) return;
  const rows = told.order.map((slide) => ({ slide, voice: told.voices[slide] })).filter(({ voice }) => voice.out);
  if (await askForCuts(store, asset, rows, told.follows)) {
    await store.edit({ do: "give-voices", voices: Object.fromEntries(rows.map(({ slide, voice }) => [slide, voice])) });
  }
}

function askForCuts(store, asset, rows, follows) {
  const x = (ms) => (ms / asset.length) * WIDTH;
  let chosen = 0;
  return openDialog("Where it is cut", (dialog) => {
    const move = (n, ms) => {
      const [one, other] = [rows[n].voice, rows[n + 1].voice];
      one.out = other.in = Math.round(Math.min(other.out - LEAST_MS, Math.max((one.in ?? 0) + LEAST_MS, ms)));
      chosen = n;
      dialog.update();
    };
    const drag = (event, n) => {
      const from = rows[n].voice.out;
      let done = false;
      event.preventDefault();
      event.currentTarget.focus();
      follow(event, { click: () => (done = true), move: ({ dx }) => move(n, from + (dx / WIDTH) * asset.length), end: () => (done = true), leave: () => done || move(n, from) });
    };
    const key = (event, n) => {
      const by = { ArrowLeft: -STEP_MS, ArrowRight: STEP_MS }[event.key];
      if (!by) return;
      event.preventDefault();
      move(n, rows[n].voice.out + by * (event.shiftKey ? 10 : 1));
    };
    const words = (voice) => voice.said?.map(([text]) => text) ?? [];
    return html`<h2 class="page-title">One voice over ${rows.length} slides</h2>
      <p class="soft mt-1">${follows ? "Cut where the words of one script end and the next begin." : "It does not seem to say these scripts: it is cut by its pauses. Look at every cut."} Drag a cut, or move it with the arrows.</p>
      <div class="cuts" .style=${`width:${WIDTH}px`}><canvas .style=${`width:${WIDTH}px;height:64px`} ${ref((canvas) => canvas && drawPeaks(canvas, asset, 0, asset.length))}></canvas>
        ${rows.map(({ voice }, n) => (n === rows.length - 1 ? nothing : html`<button class="cut" role="slider" aria-label="Cut after slide ${store.slideIndex(rows[n].slide) + 1}" aria-valuemin="0" aria-valuemax=${asset.length} aria-valuenow=${voice.out} aria-valuetext="${seconds(voice.out)} s"
          .style=${`left:${x(voice.out)}px`} @pointerdown=${(event) => drag(event, n)} @keydown=${(event) => key(event, n)}></button>`))}</div>
      <ul class="found-list">${rows.map(({ slide, voice }, n) => html`<li class="found ${n === chosen || n === chosen + 1 ? "" : "soft"}"><span>${store.slideIndex(slide) + 1} ${store.title(slide)}</span>
        <span class="soft cut-words">${words(voice).slice(0, 4).join(" ")} … ${words(voice).slice(-4).join(" ")}</span><span>${seconds(voice.out - (voice.in ?? 0))} s</span></li>`)}</ul>
      ${footButtons(html`<button class="act-main" autofocus @click=${() => dialog.close(true)}>Give them their stretches</button>`, html`<button class="act" @click=${() => dialog.close()}>Only into the library</button>`)}`;
  }, { width: `${WIDTH + 44}px`, store });
}
