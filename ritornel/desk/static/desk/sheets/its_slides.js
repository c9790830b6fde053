// The slides on which an object stands: how many, what differs there; taken to all of them, or put on others.

import { html, nothing } from "../../site/vendor/lit.js";
import { newIds } from "../../parts/state/ids.js";
import { chapterAround } from "../../parts/state/states.js";
import { footButtons, openDialog } from "../../parts/dialogs.js";
import { across, check, choice, row, setting } from "../../parts/fields.js";

const DIFFERS = [
  ["place", "elsewhere", (a, b) => a.x !== b.x || a.y !== b.y],
  ["size", "another size", (a, b) => a.width !== b.width || a.height !== b.height || a.rotation !== b.rotation],
];
const TAKEN = [["place", "the place"], ["size", "the size"], ["look", "the look"], ["builds", "the builds"]];

export function itsSlides(desk, thing) {
  const { store } = desk;
  const others = othersOf(store, thing);
  const take = (what) => store.edit({ do: "match-lineage", slide: store.focus, objects: [thing.id], what });
  const everywhere = others.length + 1 >= store.shown.order.length;
  return row(
    "stands on",
    across(html`<span class="soft">${words(thing, others)}</span>`),
    others.length ? across(html`<span class="soft">give them</span>${TAKEN.map(([what, label]) => html`<button class="act" @click=${() => take([what])}>${label}</button>`)}
      <button class="act" @click=${() => take(TAKEN.map(([what]) => what))}>all of it</button>`) : nothing,
    everywhere ? nothing : across(html`<button class="act" @click=${() => put(desk, thing, "all")}>Put it on every slide</button>`),
    everywhere ? nothing : setting("or on", choice("Put it on", "", [["", "other slides…"], ["all", "every slide"], ["chapter", "every slide of the chapter"], ["chosen", "chosen slides…"]], (where) => put(desk, thing, where)), { span: 4 }),
  );
}

/** The objects of the same lineage on other slides, as far as those have come. */
function othersOf(store, thing) {
  const { slides } = store.shown;
  return store.shown.order.flatMap(([id]) => (id === store.focus ? [] : (slides[id]?.document.objects ?? []).filter((one) => one.lineage === thing.lineage)));
}

function words(thing, others) {
  if (!others.length) return "this slide only";
  const differing = DIFFERS.map(([, label, differs]) => [label, others.filter((one) => differs(thing, one)).length]).filter(([, count]) => count);
  return [`${others.length + 1} slides`, ...differing.map(([label, count]) => `${label} on ${count}`)].join("; ");
}

async function put(desk, thing, where) {
  if (!where) return;
  const { store } = desk;
  const slides = where === "all" ? null : where === "chosen" ? await chooseSlides(store) : store.shown.order.slice(...chapterAround(store.shown, store.focus)).map(([id]) => id);
  if (slides && !slides.length) return;
  const ids = newIds("object", (slides ?? store.shown.order).length);
  const { done } = await store.edit({ do: "put-on-slides", slide: store.focus, objects: [thing.id], slides, ids });
  const words = { all: "every slide", chapter: "every slide of the chapter", chosen: `${slides?.length} more slide${slides?.length === 1 ? "" : "s"}` };
  if (done) desk.notice.say(`It stands on ${words[where]} now.`);
}

/** Asks for slides, each by its picture and title; resolves to their ids. */
async function chooseSlides(store) {
  const chosen = new Set();
  const turn = (id, on) => (on ? chosen.add(id) : chosen.delete(id));
  const rows = store.shown.order.filter(([id]) => id !== store.focus);
  const ids = await openDialog("Put it on slides", (dialog) => html`<h2 class="page-title">Put it on</h2>
    <div class="slide-choice">${rows.map(([id]) => check(`${store.slideIndex(id) + 1} ${store.title(id)}`, chosen.has(id), (on) => turn(id, on)))}</div>
    ${footButtons(html`<button class="act-main" @click=${() => dialog.close([...chosen])}>Put it there</button>`, html`<button class="act" @click=${() => dialog.close([])}>Leave</button>`)}`, { width: "520px" });
  return ids ?? [];
}
