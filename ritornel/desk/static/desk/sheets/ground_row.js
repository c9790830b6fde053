// The ground of a slide: a colour, a gradient or a picture, and a veil over it; for this slide, those selected, its chapter, the show.

import { html, nothing } from "../../site/vendor/lit.js";
import { chooseAsset } from "../../parts/media/choosing.js";
import { chapterAround } from "../../parts/state/states.js";
import { across, choice, colourField, numberField, row, setting } from "../../parts/fields.js";
import { gradientSettings } from "./shape_rows.js";

const KINDS = [["plain", "one colour"], ["linear", "colours along a line"], ["radial", "colours from the middle"], ["picture", "a picture…"]];
const FITS = [["fill", "fills the slide"], ["whole", "whole"]];

export function groundRow(desk) {
  const { store } = desk;
  const { background } = store.slide.document;
  const { defaults } = store.vocabulary;
  const ground = { ...defaults.ground, ...store.slide.document.ground };
  const set = (values, slides = [store.focus]) => store.edit({ do: "set-slides", slides, values });
  const change = (values) => set({ ground: { ...ground, ...values } });
  const kind = ground.asset ? "picture" : ground.gradient ? (ground.gradient.kind ?? defaults.gradient.kind) : "plain";
  const turn = async (to) => {
    if (to === "picture") return takePicture(desk, change);
    if (to === "plain") return set({ ground: null });
    const stops = [{ at: 0, colour: background }, { at: 1, colour: "#211c2b" }];
    return change({ asset: "", gradient: { stops, ...ground.gradient, kind: to } });
  };
  const share = (label, value, changed) => numberField(label, value, changed, { least: 0, most: 100, factor: 100 });
  return row(
    "ground",
    setting("", choice("Ground", kind, KINDS, turn), { span: 2 }),
    kind === "plain" ? setting("", colourField("Colour of the ground", background, (colour) => set({ background: colour })), { span: 2 }) : nothing,
    ground.gradient && !ground.asset ? gradientSettings(store, ground.gradient, (values) => change({ gradient: { ...ground.gradient, ...values } })) : nothing,
    ground.asset ? [
      setting("", html`<button class="act" @click=${() => takePicture(desk, change)}>Another…</button>`, { span: 2 }),
      setting("", choice("How the picture lies", ground.fit, FITS, (fit) => change({ fit })), { span: 2 }),
      setting("across", share("Across, %", ground.at[0], (x) => change({ at: [x, ground.at[1]] })), { unit: "%" }),
      setting("down", share("Down, %", ground.at[1], (y) => change({ at: [ground.at[0], y] })), { unit: "%" }),
    ] : nothing,
    setting("veil", colourField("Veil", ground.veil, (veil) => change({ veil }))),
    setting("", share("Veil, %", ground.veil_opacity, (veil_opacity) => change({ veil_opacity })), { unit: "%" }),
    across(html`<span class="soft">the same for</span>${whereTo(store).map(([label, slides]) => html`<button class="act" @click=${() => set({ background, ground: store.slide.document.ground ?? null }, slides)}>${label}</button>`)}`),
  );
}

async function takePicture(desk, change) {
  const asset = await chooseAsset(desk, "picture");
  if (asset) change({ asset: asset.id, gradient: null });
}

/** The other slides to which a ground can go. */
function whereTo(store) {
  const { shown } = store;
  const chosen = store.slides.size > 1 ? [[`${store.slides.size} selected slides`, [...store.slides]]] : [];
  const chapter = shown.show.chapters.length ? [["the chapter", shown.order.slice(...chapterAround(shown, store.focus)).map(([id]) => id)]] : [];
  return [...chosen, ...chapter, ["every slide", null]];
}
