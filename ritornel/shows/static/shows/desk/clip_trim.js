// In and out points of a clip or a sound: handles on its strip, times to type, "from here"; volume and start.

import { el, seconds, tenths } from "../../site/dom.js";
import { check, choice, numberField, row, timeField } from "./fields.js";
import { drawPeaks } from "./peaks.js";

const LEAST_MS = 100;

/** The part of a sheet that sets what of a clip or sound plays, how loud, and when. */
export function drawClipTrim(desk, thing) {
  const { store } = desk;
  const asset = store.state.assets[thing.asset];
  if (!asset) return el("p.notice.notice-error.mt-2", {}, "Its file is not in the library any more.");
  const length = asset.length;
  const set = (values) => store.edit({ do: "set-objects", slide: store.focus, values: { [thing.id]: values } }, { typed: true });
  const from = thing.in;
  const to = thing.out ?? length;
  const onCue = store.slide.doc.running_order.some((step) => step.object === thing.id && step.kind === "play");
  const told = el("p.soft", {}, `plays ${seconds((to - from) / thing.rate)} s of ${seconds(length)} s`);
  const strip = trimStrip(desk, asset, from, to, set, told);
  const here = () => set({ in: Math.min(placeHere(desk, thing, length), to - LEAST_MS) });
  return el("div", {}, strip, told,
    el("div.sheet-grid", {},
      ...row("In, s", timeField("In point", from, (ms) => set({ in: Math.min(ms, to - LEAST_MS) }))),
      ...row("Out, s", timeField("Out point", thing.out, (ms) => set({ out: ms === null || ms >= length ? null : Math.max(ms, from + LEAST_MS) }), { empty: null, placeholder: `${seconds(length)}, its end` })),
      el("div.all", {}, el("button.act", { onclick: here, title: "The picture at the playhead becomes the first that plays" }, "From here"),
        check("wait for its end", thing.waited_for, (waited_for) => set({ waited_for })),
        asset.sound ? check("mute", thing.muted, (muted) => set({ muted })) : el("span.soft", {}, "has no sound")),
      ...row("Starts", choice("Starts", onCue ? "cue" : "slide", [["slide", "with the slide"], ["cue", "on a cue"]], (on) => store.edit({ do: "start-media", slide: store.focus, object: thing.id, on }))),
      ...row("Volume, dB", numberField("Volume", thing.gain_db, (gain_db) => set({ gain_db }), { least: -96, most: 0 })),
      ...row("Rate", numberField("Rate", thing.rate, (rate) => set({ rate }), { least: 0.1, most: 4, places: 2 })),
      ...row("Plays", numberField("Plays", thing.plays, (plays) => set({ plays: Math.round(plays) }), { least: 1, most: 1000, places: 0 }))));
}

/** The place in the asset at which the playhead stands. */
function placeHere(desk, thing, length) {
  const target = desk.store.slide.score.targets.find((t) => t.key === thing.id);
  const media = desk.stage.stage.video(desk.store.focus, thing.id);
  if (target && media?.currentTime !== undefined) return Math.round(media.currentTime * 1000);
  return Math.min(length - LEAST_MS, thing.in + Math.max(0, Math.round(desk.stage.slideTime)));
}

function trimStrip(desk, asset, from, to, set, told) {
  const strip = el("div.trim", { role: "group", "aria-label": "In and out points" });
  if (asset.strip) strip.style.backgroundImage = `url("${asset.strip}")`;
  else drawPeaks(strip, asset, 0, asset.length);
  const now = { in: from, out: to };
  const before = el("div.trim-out");
  const after = el("div.trim-out");
  const draw = () => {
    const a = (100 * now.in) / asset.length;
    const b = (100 * now.out) / asset.length;
    Object.assign(before.style, { left: "0", width: `${a}%` });
    Object.assign(after.style, { left: `${b}%`, right: "0" });
    handles.in.style.left = `${a}%`;
    handles.out.style.left = `${b}%`;
    told.textContent = `in ${tenths(now.in)}, out ${tenths(now.out)}`;
  };
  const handles = {};
  for (const edge of ["in", "out"]) {
    handles[edge] = el("button.trim-handle", { "aria-label": edge === "in" ? "In point" : "Out point", data: { edge } });
    handles[edge].addEventListener("pointerdown", (event) => grab(event, edge));
    handles[edge].addEventListener("keydown", (event) => {
      const by = { ArrowLeft: -100, ArrowRight: 100 }[event.key];
      if (!by) return;
      event.preventDefault();
      event.stopPropagation();
      move(edge, now[edge] + by);
      keep(edge);
    });
  }
  const move = (edge, ms) => {
    now[edge] = Math.round(edge === "in" ? Math.min(Math.max(0, ms), now.out - LEAST_MS) : Math.max(Math.min(asset.length, ms), now.in + LEAST_MS));
    draw();
    const media = desk.stage.stage.video(desk.store.focus, [...desk.store.objects][0]);
    if (media?.pause) media.currentTime = now[edge] / 1000;
  };
  const keep = (edge) => set(edge === "out" ? { out: now.out >= asset.length ? null : now.out } : { in: now.in });
  const grab = (event, edge) => {
    event.preventDefault();
    const handle = handles[edge];
    handle.setPointerCapture(event.pointerId);
    const place = strip.getBoundingClientRect();
    const follow = (e) => move(edge, ((e.clientX - place.left) / place.width) * asset.length);
    handle.addEventListener("pointermove", follow);
    handle.addEventListener("pointerup", () => {
      handle.removeEventListener("pointermove", follow);
      keep(edge);
    }, { once: true });
  };
  strip.append(before, after, handles.in, handles.out);
  draw();
  return strip;
}
