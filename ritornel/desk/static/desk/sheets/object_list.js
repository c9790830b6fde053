// The objects of a slide as a list, front to back: selected, renamed, locked, hidden, restacked, also those that lie under others.

import { objectThumbnail } from "../../play/thumbnails.js";
import { html, ref, repeat } from "../../site/vendor/lit.js";
import { fieldValue } from "../../parts/pane.js";
import { dragLine, focusAgain } from "./line_drag.js";

export function objectList(desk) {
  const { store } = desk;
  const things = [...store.slide.document.objects].reverse();
  return html`<section class="object-list" aria-label="Objects, front to back">
    <h3>Objects <span class="soft">front to back</span> <button class="act" @click=${() => desk.book.toggleList()}>Close</button></h3>
    ${things.length ? repeat(things, (thing) => thing.id, (thing, n) => line(desk, thing, things[n - 1])) : html`<p class="soft">Nothing on this slide yet.</p>`}
  </section>`;
}

function line(desk, thing, above) {
  const { store } = desk;
  const chosen = store.objects.has(thing.id);
  const set = (values) => store.edit({ do: "set-objects", slide: store.focus, values: { [thing.id]: values } });
  const turn = (field, on, off) => html`<button class="act" aria-pressed=${String(thing[field])} aria-label="${thing[field] ? off : on} ${store.slide.names[thing.id]}" @click=${() => set({ [field]: !thing[field] })}>${thing[field] ? off : on}</button>`;
  const joined = thing.group && thing.group === above?.group;
  return html`<div class="object-line ${chosen ? "is-selected" : ""} ${thing.group ? "is-member" : ""} ${joined ? "is-joined" : ""}" data-object=${thing.id} role="group" aria-label=${store.slide.names[thing.id]} @pointerdown=${(event) => press(desk, event, thing)}>
    <button class="object-pick" aria-label="Select ${store.slide.names[thing.id]}" aria-pressed=${String(chosen)} @keydown=${(event) => key(desk, event, thing)}>
      <span class="entry-picture" ${ref((root) => root && picture(root, store, thing))}></span></button>
    <input class="object-name" aria-label="Name of ${store.slide.names[thing.id]}" @change=${(event) => set({ name: event.target.value.trim() || null })} ${fieldValue(store.slide.names[thing.id])}>
    ${turn("locked", "Lock", "Unlock")}${turn("hidden", "Hide", "Show")}</div>`;
}

function picture(root, store, thing) {
  const node = store.slide.nodes.find((one) => one.object === thing.id);
  const look = JSON.stringify([{ ...node, x: 0, y: 0 }, store.slide.background]);
  if (root.look === look) return;
  root.look = look;
  root.replaceChildren(...(node && thing.kind !== "sound" ? [objectThumbnail(node, store.slide, store.play, 34, 20)] : []));
}

function choose(desk, event, thing) {
  const { store } = desk;
  desk.stage.setFace("arrange");
  const chosen = new Set(store.objects);
  if (!event.shiftKey && !event.ctrlKey && !event.metaKey) store.select("objects", [thing.id]);
  else store.select("objects", chosen.delete(thing.id) ? chosen : chosen.add(thing.id));
}

function key(desk, event, thing) {
  const line = event.currentTarget.closest(".object-line");
  const by = { ArrowUp: 1, ArrowDown: -1 }[event.key];
  if (event.key === "Enter" || event.key === " ") choose(desk, event, thing);
  else if (event.key === "F2") line.querySelector("input").select();
  else if (by && event.altKey) {
    restackBy(desk, thing, by);
    focusAgain(`.object-line[data-object="${CSS.escape(thing.id)}"] .object-pick`);
  } else if (by) (by > 0 ? line.previousElementSibling : line.nextElementSibling)?.querySelector(".object-pick")?.focus();
  else return;
  event.preventDefault();
  event.stopPropagation();
}

function restackBy({ store }, thing, by) {
  store.edit({ do: "restack", slide: store.focus, objects: [thing.id], to: by > 0 ? "nearer" : "further" });
}

/** A line is dragged to another place in the list; what is selected goes along. */
function press(desk, event, thing) {
  if (event.target.closest(".act, input:focus")) return;
  const { store } = desk;
  const list = event.currentTarget.parentElement;
  const slide = store.focus;
  dragLine(event, {
    lines: () => (store.focus === slide ? [...list.querySelectorAll(".object-line")] : []), // the page may have come to another slide meanwhile
    click: (last) => choose(desk, last, thing),
    put(above) {
      const moved = store.objects.has(thing.id) ? [...store.objects] : [thing.id];
      const before = above?.dataset.object ?? "";
      if (!moved.includes(before)) store.edit({ do: "restack", slide, objects: moved, before });
    },
  });
}
