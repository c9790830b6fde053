// What belongs to the show as a whole: its pace, its bed, its documents.

import { el, minutes } from "../../site/dom.js";
import { chooseAsset } from "./assets.js";
import { check, numberField, row, timeField } from "./fields.js";

const PACE = [
  ["wpm", "Words a minute", "number"],
  ["cps", "Characters a second", "number"],
  ["sentence_pause", "After a sentence, s", "time"],
  ["clause_pause", "After a clause, s", "time"],
  ["least_wait", "Least wait, s", "time"],
  ["default_wait", "Wait otherwise, s", "time"],
  ["least_hold", "Least hold, s", "time"],
  ["default_hold", "Hold otherwise, s", "time"],
];

/** Opens the show's sheet. */
export function openShowSheet(desk) {
  const { store } = desk;
  const dialog = el("dialog", { "aria-label": "Pace and bed" });
  const body = el("div.sheet-grid");
  const draw = () => body.replaceChildren(...paceRows(store), ...bedRows(desk, draw));
  store.on("show", () => dialog.open && !dialog.contains(document.activeElement?.closest("input")) && draw());
  draw();
  dialog.append(
    el("h2.page-title", {}, "Pace and bed"), body,
    el("div.flex.gap-5.items-baseline", {},
      el("button.act-main", { onclick: () => dialog.close() }, "Close"),
      el("a.act", { href: "document" }, "Export document"),
      el("a.act", { href: "zip" }, "Export with media")));
  dialog.addEventListener("close", () => dialog.remove());
  document.body.append(dialog);
  dialog.style.width = "600px";
  dialog.showModal();
}

function paceRows(store) {
  const { pace } = store.state.show;
  const set = (name) => (value) => store.edit({ do: "set-show", values: { pace: { [name]: value } } }, { typed: true });
  const rows = PACE.flatMap(([name, label, kind]) =>
    row(label, kind === "time" ? timeField(label, pace[name], set(name)) : numberField(label, pace[name], set(name), { least: 1, most: 2000 })));
  return [el("h3.wide", { style: { gridColumn: "1 / -1" } }, "Pace"), ...rows];
}

function bedRows(desk, draw) {
  const { store } = desk;
  const bed = store.state.show.beds[0];
  const set = (values) => store.edit({ do: "set-bed", values }, { typed: true }).then(draw);
  const choose = async () => {
    const asset = await chooseAsset(desk, "sound");
    if (asset) await set({ asset: asset.id });
  };
  const head = el("h3", { style: { gridColumn: "1 / -1" } }, "Bed, from the first slide to the end of the show");
  if (!bed) return [head, el("div.wide", { style: { gridColumn: "1 / -1" } }, el("button.act", { onclick: choose, id: "choose-bed" }, "Choose a sound…"))];
  const asset = store.state.assets[bed.asset];
  return [
    head,
    ...row("Sound", el("span", {}, el("button.act", { onclick: choose, title: asset?.licence ?? "" }, asset?.name ?? "Choose…"), el("span.soft.ml-2", {}, asset ? minutes(asset.length) : ""),
      el("button.act.ml-4", { onclick: () => set(null) }, "Take it away")), true),
    ...row("Volume, dB", numberField("Volume", bed.gain_db, (gain_db) => set({ gain_db }), { least: -96, most: 0 })),
    ...row("Loop", check("to the end", bed.loop, (loop) => set({ loop }))),
    ...row("Fade in, s", timeField("Fade in", bed.fade_in, (fade_in) => set({ fade_in }))),
    ...row("Fade out, s", timeField("Fade out", bed.fade_out, (fade_out) => set({ fade_out }))),
  ];
}
