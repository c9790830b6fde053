// The views of a plane as a list, in the order in which the stage goes there, each with a small picture of what is seen
// at its end: looked at, renamed, dragged into another order, taken away.

import { html, nothing, repeat } from "../../site/vendor/lit.js";
import { fieldValue } from "../../parts/pane.js";
import { dragLine, focusAgain } from "./line_drag.js";

const PICTURE_PX = 64;

export function viewList(desk) {
  const { store } = desk;
  const { plane } = desk.arranging;
  if (!plane.plane) return nothing;
  const { stops } = plane;
  return html`<section class="view-list" aria-label="Views, in the order they come">
    <h3>Views <span class="soft">in the order they come</span></h3>
    ${stops.length ? repeat(stops, ({ step }) => step.id, (stop, n) => line(desk, stop, n, stops)) : html`<p class="soft">None yet: the slide shows all of its plane. Draw one with Shift+D.</p>`}
    ${unused(desk, store.slide.document.views ?? [], stops)}</section>`;
}

function line(desk, { step, view }, n, stops) {
  const { store } = desk;
  const chosen = store.steps.has(step.id);
  const name = desk.arranging.plane.nameOf(view);
  const rename = (event) => desk.arranging.plane.rename(view, event.target.value.trim());
  return html`<div class="view-line ${chosen ? "is-selected" : ""}" data-step=${step.id} role="group" aria-label="${n + 1}, ${name}" @pointerdown=${(event) => press(desk, event, step)}>
    <button class="object-pick" aria-label="Look at view ${n + 1}, ${name}" aria-pressed=${String(chosen)} @keydown=${(event) => key(desk, event, step, n, stops)}>${picture(desk, n, stops)}</button>
    <b>${n + 1}</b>
    <input class="object-name" aria-label="Name of view ${n + 1}" placeholder=${name} @change=${rename} ${fieldValue(view.name)}>
    <button class="act" aria-label="Take view ${n + 1} away" @click=${() => remove(desk, step, view, stops)}>Take away</button></div>`;
}

/** What is seen at its end. A slide that does not begin in a view shows all of its plane first. */
function picture({ store }, n, stops) {
  const { width, height } = store.shown.show;
  const { stops: ends } = store.shown.briefs[store.focus];
  const number = n + ends.length - stops.length;
  const version = store.shown.order.find(([id]) => id === store.focus)?.[3];
  const size = `width:${PICTURE_PX}px;height:${Math.round((PICTURE_PX * height) / width)}px`;
  if (number < 0) return html`<span class="view-picture" .style=${size}></span>`;
  return html`<img class="view-picture" alt="" loading="lazy" draggable="false" .style=${size} src=${`stops/${number}/${encodeURIComponent(store.focus)}?version=${version}`}>`;
}

/** Views to which no build goes any more. */
function unused(desk, views, stops) {
  const left = views.filter((view) => !stops.some((stop) => stop.view.id === view.id));
  if (!left.length) return nothing;
  const remove = () => desk.store.edit({ do: "delete-views", slide: desk.store.focus, views: left.map((view) => view.id) });
  return html`<p class="soft">${left.length === 1 ? "One view is" : `${left.length} views are`} never shown. <button class="act" @click=${remove}>Take away</button></p>`;
}

/** A view goes with its build; one to which others go stays for these. */
function remove({ store }, step, view, stops) {
  const others = stops.some((stop) => stop.view === view && stop.step.id !== step.id);
  return store.edit(others ? { do: "delete-steps", slide: store.focus, steps: [step.id] } : { do: "delete-views", slide: store.focus, views: [view.id] });
}

function look(desk, step) {
  desk.stage.setFace("arrange");
  desk.store.select("steps", [step.id]);
  desk.arranging.plane.showSelected();
}

function move({ store }, step, before) {
  return store.edit({ do: "move-views", slide: store.focus, steps: [step.id], before });
}

function key(desk, event, step, n, stops) {
  const element = event.currentTarget.closest(".view-line");
  const by = { ArrowUp: -1, ArrowDown: 1 }[event.key];
  if (event.key === "Enter" || event.key === " ") look(desk, step);
  else if (event.key === "F2") element.querySelector("input").select();
  else if (by && event.altKey) {
    if (stops[n + by]) move(desk, step, stops[by < 0 ? n - 1 : n + 2]?.step.id ?? "");
    focusAgain(`.view-line[data-step="${CSS.escape(step.id)}"] .object-pick`);
  } else if (by) (by < 0 ? element.previousElementSibling : element.nextElementSibling)?.querySelector(".object-pick")?.focus();
  else return;
  event.preventDefault();
  event.stopPropagation();
}

function press(desk, event, step) {
  if (event.target.closest(".act, input:focus")) return;
  const { store } = desk;
  const list = event.currentTarget.parentElement;
  const slide = store.focus;
  dragLine(event, {
    lines: () => (store.focus === slide ? [...list.querySelectorAll(".view-line")] : []),
    click: (last) => !last.target.closest("input") && look(desk, step),
    put(above, below) {
      if (![above, below].some((one) => one?.dataset.step === step.id)) move(desk, step, below?.dataset.step ?? "");
    },
  });
}
