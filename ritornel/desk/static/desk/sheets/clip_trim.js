// In and out points of a clip or a sound: handles on its strip, times to type, "from here"; volume and start.

import { placeFiles } from "../acts/adding.js";
import { byKeys, follow } from "../../site/gesture.js";
import { html, nothing, ref } from "../../site/vendor/lit.js";
import { seconds } from "../../site/times.js";
import { drawPeaks } from "../../parts/media/peaks.js";
import { across, check, choice, numberField, row, setting, timeField } from "../../parts/fields.js";

const LEAST_MS = 100;
const PATIENCE_MS = 8000; // for a clip that is still on its way

/** The part of a sheet that sets what of a clip or sound plays, how loud, and when. */
export function clipTrim(desk, thing) {
  const { store } = desk;
  const asset = store.shown.assets[thing.asset];
  if (!asset) return html`<p class="notice notice-error mt-2">Its file is not in the library any more.</p>`;
  const { length } = asset;
  const set = (values) => store.edit({ do: "set-objects", slide: store.focus, values: { [thing.id]: values } });
  const from = thing.in;
  const to = thing.out ?? length;
  const onCue = store.slide.document.running_order.some((step) => step.object === thing.id && step.kind === "play");
  const toIn = (ms) => set({ in: Math.min(ms, to - LEAST_MS) });
  const toOut = (ms) => set({ out: ms === null || ms >= length ? null : Math.max(ms, from + LEAST_MS) });
  return html`${strip(desk, thing, asset, from, to)}
    ${row(
      "plays",
      across(html`<span class="soft">${seconds((to - from) / thing.rate)} s of ${seconds(length)} s</span>`),
      setting("from", timeField("In point", from, toIn), { unit: "s" }),
      setting("to", timeField("Out point", thing.out, toOut, { empty: null, placeholder: `${seconds(length)}, its end` }), { unit: "s", span: 2 }),
      html`<button class="act" title="The picture at the playhead becomes the first that plays" @click=${() => toIn(placeHere(desk, thing, length))}>From here</button>`,
      asset.strip ? html`<button class="act" title="The picture at the playhead as a picture on this slide" @click=${() => takeStill(desk, thing)}>Still from here</button>` : nothing,
      setting("starts", choice("Starts", onCue ? "cue" : "slide", [["slide", "with the slide"], ["cue", "on a cue"]], (on) => store.edit({ do: "start-media", slide: store.focus, object: thing.id, on })), { span: 2 }),
      setting("rate", numberField("Rate", thing.rate, (rate) => set({ rate }), { least: 0.1, most: 4, places: 2 })),
      setting("times", numberField("Plays", thing.plays, (plays) => set({ plays: Math.round(plays) }), { least: 1, most: 1000, places: 0 })),
      setting("", check("wait for its end", thing.waited_for, (waited_for) => set({ waited_for })), { span: 2 }),
      thing.kind === "clip" && store.slide.document.plane ? setting("", check("pause while it is out of view", thing.pauses_unseen, (pauses_unseen) => set({ pauses_unseen })), { span: 4 }) : nothing,
      asset.sound ? [
        setting("volume", numberField("Volume", thing.gain_db, (gain_db) => set({ gain_db }), { least: -96, most: 24 }), { unit: "dB" }),
        setting("", check("mute", thing.muted, (muted) => set({ muted }))),
        setting("sound fades in", timeField("Sound fades in", thing.fade_in ?? 0, (fade_in) => set({ fade_in })), { unit: "s", span: 2 }),
        setting("and out", timeField("Sound fades out", thing.fade_out ?? 0, (fade_out) => set({ fade_out })), { unit: "s", span: 2 }),
        setting("", check("somebody speaks in it", thing.speaks ?? null, (speaks) => set({ speaks })), { span: 4 }),
      ] : setting("", html`<span class="soft">has no sound</span>`, { span: 2 }),
    )}`;
}

/** What a clip shows where the playhead is becomes a picture of the library, on this slide. */
async function takeStill(desk, thing) {
  const { store, notice } = desk;
  const film = desk.stage.stage.video(store.focus, thing.id);
  if (film?.readyState < 2) await new Promise((resolve) => (film.addEventListener("loadeddata", resolve, { once: true }), setTimeout(resolve, PATIENCE_MS)));
  if (!film || film.readyState < 2) return notice.say("The clip is not seen here yet; try again in a moment.");
  const canvas = Object.assign(document.createElement("canvas"), { width: film.videoWidth, height: film.videoHeight });
  canvas.getContext("2d").drawImage(film, 0, 0);
  const still = await new Promise((resolve) => canvas.toBlob(resolve, "image/png"));
  const name = `${store.slide.names[thing.id]} at ${seconds(film.currentTime * 1000)} s.png`;
  return placeFiles(desk, [new File([still], name, { type: "image/png" })]);
}

/** The place in the asset at which the playhead stands. */
function placeHere(desk, thing, length) {
  const media = desk.stage.stage.video(desk.store.focus, thing.id);
  if (media?.currentTime !== undefined) return Math.round(media.currentTime * 1000);
  return Math.min(length - LEAST_MS, thing.in + Math.max(0, Math.round(desk.stage.slideTime)));
}

/** The whole of the asset, with the part that plays between two handles. */
function strip(desk, thing, asset, from, to) {
  const share = (ms) => (100 * ms) / asset.length;
  const picture = asset.strip ? `background-image:url("${asset.strip}")` : "";
  const peaks = asset.strip ? nothing : html`<canvas class="tl-peaks" ${ref((canvas) => canvas && drawPeaks(canvas, asset, 0, asset.length))}></canvas>`;
  const handle = (edge, ms, label) => html`<button class="trim-handle" role="slider" data-edge=${edge} aria-label=${label} aria-valuemin="0" aria-valuemax=${asset.length / 1000}
    aria-valuenow=${ms / 1000} aria-valuetext="${seconds(ms)} s" .style=${`left:${share(ms)}%`}
    @pointerdown=${(event) => drag(desk, event, thing, asset, edge)} @keydown=${(event) => key(desk, event, thing, asset, edge)} @click=${byKeys(() => {})}></button>`;
  return html`<div class="trim" role="group" aria-label="In and out points" .style=${picture}>${peaks}
    <div class="trim-out" .style=${`left:0;width:${share(from)}%`}></div><div class="trim-out" .style=${`left:${share(to)}%;right:0`}></div>
    ${handle("in", from, "In point")}${handle("out", to, "Out point")}</div>`;
}

/** The command that puts a handle to a place in the asset, and that place. */
function moved(desk, thing, asset, edge, ms) {
  const from = thing.in;
  const to = thing.out ?? asset.length;
  const place = Math.round(edge === "in" ? Math.min(Math.max(0, ms), to - LEAST_MS) : Math.max(Math.min(asset.length, ms), from + LEAST_MS));
  const values = edge === "in" ? { in: place } : { out: place >= asset.length ? null : place };
  return { place, command: { do: "set-objects", slide: desk.store.focus, values: { [thing.id]: values } } };
}

function drag(desk, event, thing, asset, edge) {
  const { store } = desk;
  const { width } = event.currentTarget.parentElement.getBoundingClientRect();
  const begins = edge === "in" ? thing.in : (thing.out ?? asset.length);
  let now = null;
  event.preventDefault();
  event.currentTarget.focus({ preventScroll: true });
  follow(event, {
    move({ dx }) {
      now = moved(desk, thing, asset, edge, begins + (dx / width) * asset.length);
      store.trial.of(now.command);
      const media = desk.stage.stage.video(store.focus, thing.id);
      if (media?.pause) media.currentTime = now.place / 1000;
    },
    end: () => now && store.finish(now.command),
    leave: () => store.trial.leave(),
  });
}

function key(desk, event, thing, asset, edge) {
  const by = { ArrowLeft: -100, ArrowRight: 100 }[event.key];
  if (!by) return;
  event.preventDefault();
  const now = edge === "in" ? thing.in : (thing.out ?? asset.length);
  desk.store.edit(moved(desk, thing, asset, edge, now + by * (event.shiftKey ? 10 : 1)).command);
}
