// The slides on which an object stands: how many, what differs there; taken to all of them, or put on others.

import { html, nothing } from "../../../site/vendor/lit.js";
import { newIds } from "../state/ids.js";
import { chapterAround } from "../state/states.js";
import { choice, row } from "./fields.js";

const DIFFERS = [
  ["place", "elsewhere", (a, b) => a.x !== b.x || a.y !== b.y],
  ["size", "another size", (a, b) => a.width !== b.width || a.height !== b.height || a.rotation !== b.rotation],
];
const TAKEN = [["place", "the place"], ["size", "the size"], ["look", "the look"]];

export function itsSlides(desk, thing) {
  const { store } = desk;
  const others = othersOf(store, thing);
  const take = (what) => store.edit({ do: "match-lineage", slide: store.focus, objects: [thing.id], what });
  const everywhere = others.length + 1 >= store.shown.order.length;
  return html`${row("Stands on", html`<span class="soft">${words(thing, others)}</span>`, true)}
    ${others.length ? row("Take there", html`<span class="act-row">${TAKEN.map(([what, label]) => html`<button class="act" @click=${() => take([what])}>${label}</button>`)}
      <button class="act" @click=${() => take(TAKEN.map(([what]) => what))}>all three</button></span>`, true) : nothing}
    ${everywhere ? nothing : row("Put it on", choice("Put it on", "", [["", "other slides…"], ["all", "every slide"], ["chapter", "every slide of the chapter"]], (where) => put(desk, thing, where)), true)}`;
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
  const slides = where === "all" ? null : store.shown.order.slice(...chapterAround(store.shown, store.focus)).map(([id]) => id);
  const ids = newIds("object", (slides ?? store.shown.order).length);
  const { done } = await store.edit({ do: "put-on-slides", slide: store.focus, objects: [thing.id], slides, ids });
  if (done) desk.notice.say(where === "all" ? "It stands on every slide now." : "It stands on every slide of the chapter now.");
}
