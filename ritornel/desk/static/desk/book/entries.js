// Builds as one-line entries: thumbnail, name, effect, trigger, duration; one or several are dragged into another order.

import { follow } from "../../site/gesture.js";
import { html, nothing, ref } from "../../site/vendor/lit.js";
import { seconds } from "../../site/times.js";
import { sentence } from "../../parts/words.js";
import { objectThumbnail } from "../../play/thumbnails.js";

/** How a build is triggered, in words. */
function whenWords(step, group, place) {
  const later = step.delay ? `, ${seconds(step.delay)} s later` : "";
  if (place === 0) return (group.cue ? "on cue" : "at once") + later;
  return step.trigger + later;
}

/** One entry for a build as the score has it. */
export function entry(desk, timed, group) {
  const { store } = desk;
  const step = store.step(timed.id);
  if (!step) return nothing;
  const place = group.steps.findIndex((one) => one.id === timed.id);
  const chosen = store.steps.has(timed.id);
  const found = store.shown.findings.filter((finding) => finding.build === timed.id && finding.slide === store.focus);
  const lasts = step.off ? "off" : store.vocabulary.kinds[timed.kind].acts && timed.end === timed.start ? "" : `${seconds(timed.end - timed.start)} s`;
  return html`<div class="entry ${chosen ? "is-selected" : ""} ${step.off ? "is-off" : ""}" data-step=${timed.id} data-cue=${group.cue} data-place=${place} tabindex="0" role="button"
      aria-pressed=${String(chosen)} @keydown=${(event) => key(desk, event, timed.id)} @pointerdown=${(event) => press(desk, event, timed.id)}>
    <span class="entry-picture" ${ref((root) => root && picture(root, store, timed))}></span>
    <span class="entry-what">${timed.kind === "view" ? html`<span>${timed.verb}</span> <b>${timed.name}</b>` : html`<b>${timed.name}</b><span>${timed.verb}</span>`}</span>
    <span class="entry-when">${found.length ? html`<i class="found-mark" title=${found.map((f) => sentence(f.message)).join(" ")}>see</i> ` : nothing}${whenWords(step, group, place)}</span>
    <span class="entry-lasts">${lasts}</span>
  </div>`;
}

function picture(root, store, timed) {
  const node = store.slide?.nodes.find((n) => n.object === timed.object);
  const part = timed.paragraph !== null ? node?.parts?.[timed.paragraph] : null;
  const shown = part ? { ...node, height: part.height, parts: [{ ...part, y: 0 }] } : node;
  const look = shown ? JSON.stringify([{ ...shown, x: 0, y: 0 }, store.slide.background]) : "";
  if (root.look === look) return;
  root.look = look;
  root.replaceChildren(...(shown ? [objectThumbnail(shown, store.slide, store.play, 34, 20)] : []));
}

/** Selects a build, or lets it go; with Ctrl it too, with Shift all from the one that was selected last. */
function choose({ store }, id, { ctrlKey, metaKey, shiftKey }) {
  const before = [...store.steps];
  if (shiftKey && before.length) return store.select("steps", between(store, before[0], id));
  if (ctrlKey || metaKey) return store.select("steps", before.includes(id) ? before.filter((one) => one !== id) : [...before, id]);
  return store.select("steps", before.length === 1 && before[0] === id ? [] : [id]);
}

/** The builds from one to another in the running order; the first of them is the one from which they are counted. */
function between(store, from, to) {
  const ids = store.slide.document.running_order.map((step) => step.id);
  const [first, last] = [ids.indexOf(from), ids.indexOf(to)];
  return first <= last ? ids.slice(first, last + 1) : ids.slice(last, first + 1).reverse();
}

/** What goes along when a build is taken: all that are selected, if it is one of them, in the running order. */
function taken({ store }, id) {
  if (!store.steps.has(id)) return [id];
  return store.slide.document.running_order.map((step) => step.id).filter((one) => store.steps.has(one));
}

function key(desk, event, id) {
  if (event.key === "Enter" || event.key === " ") {
    event.preventDefault();
    choose(desk, id, event);
  }
  const by = { ArrowUp: -1, ArrowDown: 1 }[event.key];
  if (by && event.altKey) {
    event.preventDefault();
    moveByKey(desk, id, by);
  }
  if (by && !event.altKey) {
    event.preventDefault();
    const entries = [...document.querySelectorAll("#book .entry")];
    const next = entries[entries.indexOf(event.currentTarget) + by];
    if (!next) return;
    next.focus();
    if (!event.shiftKey) return;
    desk.book.keepFocusOn(next.dataset.step);
    desk.store.select("steps", between(desk.store, [...desk.store.steps][0] ?? id, next.dataset.step));
  }
}

function press(desk, event, id) {
  const element = event.currentTarget;
  const going = taken(desk, id);
  const slide = desk.store.focus;
  const line = document.createElement("div");
  line.className = "drop-line";
  let target = null;
  event.preventDefault();
  follow(event, {
    scrolls: element.closest(".book-page"),
    click: () => {
      element.focus({ preventScroll: true });
      choose(desk, id, event);
    },
    start: () => dragged().forEach((one) => one.classList.add("is-dragged")),
    move: ({ y, event: e }) => (target = desk.store.focus === slide ? placeAt(y, line, e.shiftKey) : null),
    end: ({ event: last }) => {
      finish();
      if (target && desk.store.focus === slide) move(desk, going, target.cue, target.index, target.newCue || last.shiftKey);
    },
    leave: () => finish(),
  });
  function finish() {
    line.remove();
    dragged().forEach((one) => one.classList.remove("is-dragged"));
  }
  function dragged() {
    return [...document.querySelectorAll("#book .entry")].filter((one) => going.includes(one.dataset.step));
  }
}

/**
 * The cue and index that lie at a height of the page, or the cue after which a new one would come: under the last build of
 * a cue, or anywhere with Shift. Shows them with `line`, which says what the drop makes. None where the page of the script is not in sight.
 */
function placeAt(y, line, shift) {
  line.remove();
  const blocks = [...document.querySelectorAll(".passage-block")].filter((one) => one.offsetParent);
  const block = blocks.findLast((b) => b.getBoundingClientRect().top <= y) ?? blocks[0];
  if (!block) return null;
  const entries = [...block.querySelectorAll(".entry")];
  const index = entries.filter((e) => e.getBoundingClientRect().top + e.offsetHeight / 2 < y).length;
  const last = entries.at(-1)?.getBoundingClientRect().bottom ?? 0;
  const newCue = shift || Boolean(entries.length && y > last + BETWEEN_PX);
  const place = newCue ? last + 2 * BETWEEN_PX : (entries[index]?.getBoundingClientRect().top ?? (last || block.getBoundingClientRect().bottom - 13));
  const page = block.closest(".book-page");
  const cue = Number(block.dataset.cue);
  line.style.top = `${place - page.getBoundingClientRect().top + page.scrollTop}px`;
  line.textContent = newCue ? "a cue of its own" : cue ? `with cue ${cue}` : "from the beginning";
  line.classList.toggle("is-new", newCue);
  page.append(line);
  return { cue, index, newCue };
}

const BETWEEN_PX = 7;

function move(desk, steps, cue, index, newCue = false) {
  const { store } = desk;
  return store.edit({ do: "move-steps", slide: store.focus, steps, cue, index, new_cue: newCue });
}

function moveByKey(desk, id, by) {
  const groups = desk.store.slide.time.groups;
  const going = taken(desk, id);
  const edge = by > 0 ? going.at(-1) : going[0];
  const cue = groups.findIndex((group) => group.steps.some((step) => step.id === edge));
  if (cue < 0) return; // it is still on its way
  const index = groups[cue].steps.findIndex((step) => step.id === edge);
  const target = index + by;
  const inside = target >= 0 && target < groups[cue].steps.length;
  const to = inside ? cue : cue + by;
  if (to < 0 || to >= groups.length) return;
  desk.book.keepFocusOn(id);
  const whole = groups.filter((group) => group.cue && group.steps.every((step) => going.includes(step.id))); // these stay cues
  if (!inside && to > 0 && going.length === whole.flatMap((group) => group.steps).length) return move(desk, going, by > 0 ? to : to - 1, 0, true);
  move(desk, going, to, inside ? (by > 0 ? target + 1 : target) : by > 0 ? 0 : groups[to].steps.length);
}
