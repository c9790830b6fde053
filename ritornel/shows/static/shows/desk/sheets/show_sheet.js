// What belongs to the show as a whole: its pace, its bed, its documents.

import { html } from "../../../site/vendor/lit.js";
import { minutes } from "../../../site/times.js";
import { footButtons, openDialog } from "../dialogs.js";
import { chooseAsset } from "../library/choosing.js";
import { check, choice, numberField, row, timeField } from "./fields.js";

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

export function openShowSheet(desk) {
  const { store } = desk;
  const draw = (dialog) => html`<h2 class="page-title">Pace and bed</h2>
    <div class="sheet-grid"><h3 class="all">Pace</h3>${PACE.map((field) => paceRow(store, field))}${easingRow(store)}<h3 class="all">Bed</h3>${bedRows(desk)}</div>
    ${footButtons(html`<button class="act-main" @click=${() => dialog.close()}>Close</button>`, html`<a class="act" href="document">Export document</a>`, html`<a class="act" href="zip">Export with media</a>`)}`;
  return openDialog("Pace and bed", draw, { width: "600px", store });
}

function paceRow(store, [name, label, kind]) {
  const value = store.shown.show.pace[name];
  const set = (now) => store.edit({ do: "set-show", values: { pace: { [name]: now } } });
  return row(label, kind === "time" ? timeField(label, value, set) : numberField(label, value, set, { least: 1, most: 2000 }));
}

/** How builds move that have no pace of their own. */
function easingRow(store) {
  const { easing } = store.shown.show.pace;
  const ways = [["", "each in its own way"], ...store.vocabulary.easings];
  if (!ways.some(([way]) => way === easing)) ways.push([easing, easing]);
  return row("Builds move", choice("How builds move", easing, ways, (way) => store.edit({ do: "set-show", values: { pace: { easing: way || null } } })), true);
}

function bedRows(desk) {
  const { store } = desk;
  const [bed] = store.shown.show.beds;
  const set = (values) => store.edit({ do: "set-bed", values });
  const choose = async () => {
    const asset = await chooseAsset(desk, "sound");
    if (asset) set({ asset: asset.id });
  };
  if (!bed) return row("Music", html`<button class="act-quiet" id="choose-bed" @click=${choose}>Lay a bed under the show…</button>`, true);
  const asset = store.shown.assets[bed.asset];
  return [
    row("Music", html`<button class="act" title=${asset?.licence ?? ""} @click=${choose}>${asset?.name ?? "Choose…"}</button>
      <span class="soft ml-2">${asset ? minutes(asset.length) : ""}</span><button class="act ml-4" @click=${() => set(null)}>Take it away</button>`, true),
    row("Volume, dB", numberField("Volume", bed.gain_db, (gain_db) => set({ gain_db }), { least: -96, most: 0 })),
    row("Loop", check("to the end", bed.loop, (loop) => set({ loop }))),
    row("Fade in, s", timeField("Fade in", bed.fade_in, (fade_in) => set({ fade_in }))),
    row("Fade out, s", timeField("Fade out", bed.fade_out, (fade_out) => set({ fade_out }))),
  ];
}
