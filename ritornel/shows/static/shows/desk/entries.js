// Builds as one-line entries: thumbnail, name, effect, trigger, duration; dragged into another order.

import { el, seconds } from "../../site/dom.js";
import { objectThumbnail } from "../../site/play/stage.js";

const STARTS_AT_PX = 4;

/** How a build is triggered, in words. */
function whenWords(doc, group, place) {
  const later = doc.delay ? `, ${seconds(doc.delay)} s later` : "";
  if (place === 0) return (group.cue ? "on cue" : "at once") + later;
  return doc.trigger + later;
}

/** One entry of the prompt book for a build as the score has it. */
export function drawEntry(desk, timed, group) {
  const { store } = desk;
  const doc = store.step(timed.id);
  const node = store.slide.nodes.find((n) => n.key === timed.object);
  const place = group.steps.findIndex((step) => step.id === timed.id);
  const entry = el(`div.entry${store.steps.has(timed.id) ? ".is-selected" : ""}`, { data: { step: timed.id, cue: group.cue, place }, tabindex: 0, role: "button" },
    node ? objectThumbnail(partNode(node, timed), store.slide, store.play, 34, 20) : el("span"),
    el("span.entry-what", {}, el("b", {}, timed.name), el("span", {}, timed.verb)),
    el("span.entry-when", {}, whenWords(doc, group, place)),
    el("span.entry-lasts", {}, timed.kind === "play" || timed.kind === "pause" ? "" : `${seconds(timed.end - timed.start)} s`));
  const select = () => store.selectSteps(store.steps.has(timed.id) && store.steps.size === 1 ? [] : [timed.id]);
  entry.addEventListener("keydown", (event) => {
    if (event.key === "Enter") select();
    const by = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    if (by && event.altKey) {
      event.preventDefault();
      event.stopPropagation();
      moveByKey(desk, timed.id, by);
    }
  });
  entry.addEventListener("pointerdown", (event) => drag(desk, event, entry, timed.id, select));
  return entry;
}

function partNode(node, timed) {
  if (timed.paragraph === null || !node.parts) return node;
  const part = node.parts[timed.paragraph];
  return part ? { ...node, height: part.height, parts: [{ ...part, y: 0 }] } : node;
}

function drag(desk, event, entry, id, click) {
  if (event.button !== 0) return;
  const start = event.clientY;
  const line = el("div.drop-line");
  let target = null;
  let far = false;
  const move = (e) => {
    far ||= Math.abs(e.clientY - start) > STARTS_AT_PX;
    if (!far) return;
    entry.setPointerCapture(event.pointerId);
    entry.classList.add("is-dragged");
    target = placeAt(e.clientY, line);
  };
  const end = (e) => {
    document.removeEventListener("pointermove", move);
    document.removeEventListener("pointerup", end);
    line.remove();
    entry.classList.remove("is-dragged");
    if (!far) click();
    else if (target) {
      const { cue, index } = target;
      desk.store.edit({ do: "move-steps", slide: desk.store.focus, steps: [id], cue, index, new_cue: e.shiftKey });
    }
  };
  document.addEventListener("pointermove", move);
  document.addEventListener("pointerup", end);
}

/** The cue and index that lie at a height of the page; shows them with `line`. */
function placeAt(y, line) {
  line.remove();
  const blocks = [...document.querySelectorAll(".passage-block")];
  const block = blocks.findLast((b) => b.getBoundingClientRect().top <= y) ?? blocks[0];
  if (!block) return null;
  const entries = [...block.querySelectorAll(".entry")];
  const index = entries.filter((e) => e.getBoundingClientRect().top + e.offsetHeight / 2 < y).length;
  const before = entries[index];
  if (before) before.before(line);
  else block.lastElementChild.append(line);
  return { cue: Number(block.dataset.cue), index };
}

function moveByKey(desk, id, by) {
  const { store } = desk;
  const groups = store.slide.time.groups;
  const cue = groups.findIndex((group) => group.steps.some((step) => step.id === id));
  const index = groups[cue].steps.findIndex((step) => step.id === id);
  const target = index + by;
  const inside = target >= 0 && target < groups[cue].steps.length;
  const to = inside ? cue : cue + by;
  if (to < 0 || to >= groups.length) return;
  const at = inside ? (by > 0 ? target + 1 : target) : by > 0 ? 0 : groups[to].steps.length;
  store.edit({ do: "move-steps", slide: store.focus, steps: [id], cue: to, index: at });
}
