// The ground of a slide: a colour, a gradient or a picture, and a veil over it; for this slide, those selected, its chapter, the show.

import { html, nothing } from "../../../site/vendor/lit.js";
import { chooseAsset } from "../library/choosing.js";
import { chapterAround } from "../state/states.js";
import { choice, colourField, numberField, row } from "./fields.js";
import { gradientRows } from "./shape_rows.js";

const KINDS = [["plain", "one colour"], ["linear", "colours along a line"], ["radial", "colours from the middle"], ["picture", "a picture…"]];
const FITS = [["fill", "fills the slide"], ["whole", "whole"]];

export function groundRows(desk) {
  const { store } = desk;
  const { background } = store.slide.document;
  const { defaults } = store.vocabulary;
  const ground = { ...defaults.ground, ...store.slide.document.ground };
  const set = (values, slides = [store.focus]) => store.edit({ do: "set-slides", slides, values });
  const change = (values) => set({ ground: { ...ground, ...values } });
  const kind = ground.asset ? "picture" : ground.gradient ? (ground.gradient.kind ?? defaults.gradient.kind) : "plain";
  const number = (label, value, limits, changed) => row(label, numberField(label, value, changed, limits));
  const turn = async (to) => {
    if (to === "picture") return takePicture(desk, change);
    if (to === "plain") return set({ ground: null });
    const stops = [{ at: 0, colour: background }, { at: 1, colour: "#211c2b" }];
    return change({ asset: "", gradient: { stops, ...ground.gradient, kind: to } });
  };
  return [
    row("Ground", html`<span class="inline-flex gap-3 items-baseline">${choice("Ground", kind, KINDS, turn)}${colourField("Colour of the ground", background, (colour) => set({ background: colour }))}</span>`, true),
    ground.gradient && !ground.asset ? gradientRows(store, ground.gradient, (values) => change({ gradient: { ...ground.gradient, ...values } })) : nothing,
    ground.asset ? [
      row("Picture", html`<span class="inline-flex gap-3 items-baseline">${choice("How the picture lies", ground.fit, FITS, (fit) => change({ fit }))}<button class="act" @click=${() => takePicture(desk, change)}>Another…</button></span>`, true),
      number("Across, %", ground.at[0] * 100, { least: 0, most: 100 }, (share) => change({ at: [share / 100, ground.at[1]] })),
      number("Down, %", ground.at[1] * 100, { least: 0, most: 100 }, (share) => change({ at: [ground.at[0], share / 100] })),
    ] : nothing,
    row("Veil", colourField("Veil", ground.veil, (veil) => change({ veil }))),
    number("Veil, %", ground.veil_opacity * 100, { least: 0, most: 100 }, (share) => change({ veil_opacity: share / 100 })),
    row("Same for", html`<span class="act-row">${whereTo(store).map(([label, slides]) => html`<button class="act" @click=${() => set({ background, ground: store.slide.document.ground ?? null }, slides)}>${label}</button>`)}</span>`, true),
  ];
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
