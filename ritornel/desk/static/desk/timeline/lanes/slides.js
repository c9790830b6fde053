// Slides as blocks as wide as they last, their transition as a slanted corner.

import { follow } from "../../../site/gesture.js";
import { html, nothing, repeat } from "../../../site/vendor/lit.js";
import { seconds } from "../../../site/times.js";
import { stepOf } from "../dragging.js";

const THUMB_PX = 78;
const NARROW_PX = 14;
const WITH_PICTURE_PX = 24;
const WORDS_PX = 60;
const STOP_PX = 40;
const LEAST_STOP_PX = 20;
const GAP_PX = 2;
const WITH_GRIP_PX = 20;
const LEAST_MS = 50;

export const SLIDES = {
  rows(timeline) {
    const { store } = timeline;
    const items = store.shown.order.length
      ? html`${repeat(timeline.slides(), (row) => row.id, (row) => block(timeline, row))}`
      : html`<div class="tl-empty">Drop pictures here, or press N for a new slide.</div>`;
    return [{ key: "slides", label: "Slides", height: 62, items }];
  },
  grips: {
    ".tl-grip": {
      press: (timeline, event, { dataset }) => timeline.drag(event, { at: endOf(timeline, dataset.end), make: (by) => longer(dataset.end, by) }),
      key(timeline, event, { dataset }) {
        const by = stepOf(event);
        if (by) timeline.store.edit(longer(dataset.end, by));
      },
    },
    ".tl-transition": {
      press(timeline, event, { dataset }) {
        const { store } = timeline;
        const id = dataset.transition;
        const { transition } = store.shown.briefs[id];
        timeline.drag(event, { at: store.start(id) + transition, make: (by) => lasting(store, id, transition + by), says: () => "transition" });
      },
      key({ store }, event, { dataset }) {
        const by = stepOf(event);
        const id = dataset.transition;
        if (by) store.edit(lasting(store, id, store.shown.briefs[id].transition + by));
      },
    },
    ".tl-block": {
      press: (timeline, event, element) => reorder(timeline, event, element.dataset.slide, element),
      key: (timeline, event, element) => toNeighbour(timeline, event, element),
      act: (timeline, event, element) => choose(timeline, element.dataset.slide, event),
    },
  },
};

function block(timeline, row) {
  const { id, start, length, brief, number } = row;
  const { store } = timeline;
  const width = timeline.x(length);
  const focus = id === store.focus;
  const classes = `tl-block${focus ? " is-focus" : ""}${store.slides.has(id) ? " is-selected" : ""}${width < NARROW_PX ? " is-narrow" : ""}`;
  const corner = Math.min(width, timeline.x(brief.transition));
  const words = html`<span class="tl-block-words">${number} ${brief.title}<small>${seconds(Math.round(length / 100) * 100)} s</small></span>`;
  const inset = Math.min(corner, 20) + 5;
  const inside = width < NARROW_PX ? nothing : html`
    ${corner >= 1 ? html`<i class="tl-corner" .style=${`width:${corner}px`}></i>` : nothing}
    ${width > WITH_PICTURE_PX ? (brief.stops.length > 1 && width / brief.stops.length > STOP_PX ? atStops(timeline, row, inset, words) : atOnce(timeline, row, inset, width, words)) : nothing}`;
  return html`<button class=${classes} data-slide=${id} data-arrows tabindex=${focus ? 0 : -1} aria-label="Slide ${number}, ${store.title(id)}" aria-pressed=${String(store.slides.has(id))}
      .style=${`left:${timeline.x(start)}px;width:${width}px`}>${inside}</button>
    ${focus && brief.transition && store.slide ? html`<button class="tl-transition" data-transition=${id} data-arrows aria-label="End of the transition of slide ${number}" title="End of the transition: drag to make it longer or shorter" .style=${`left:${timeline.x(start + brief.transition)}px`}></button>` : nothing}
    ${width > WITH_GRIP_PX || focus ? html`<button class="tl-grip" data-end=${id} data-arrows tabindex=${focus ? 0 : -1} aria-label="End of slide ${number}" title="End of slide ${number}: drag to hold it longer or shorter" .style=${`left:${timeline.x(start + length)}px`}></button>` : nothing}`;
}

/** A slide with everything on it, and what it is called. */
function atOnce(timeline, { id, start, brief }, inset, width, words) {
  const distance = Math.abs(start - timeline.axis.view[0]);
  const address = timeline.pictures.address(id, brief.look, distance);
  return html`<span class="tl-block-in" .style=${`margin-left:${inset}px`}>${picture(timeline, brief, address)}${width > THUMB_PX + WORDS_PX ? words : nothing}</span>`;
}

/** A slide with a plane, as it stands at each stop, and what it is called where there is room first. */
function atStops(timeline, { id, start, version, brief }, inset, words) {
  let isNamed = false;
  return brief.stops.map((end, n) => {
    const time = brief.stops[n - 1] ?? 0;
    const left = Math.max(inset, timeline.x(time));
    const room = timeline.x(end) - left - GAP_PX;
    if (room < LEAST_STOP_PX) return nothing;
    const address = timeline.pictures.at(`stops/${n}/${encodeURIComponent(id)}?version=${version}`, Math.abs(start + time - timeline.axis.view[0]));
    const isHere = !isNamed && room > THUMB_PX + WORDS_PX;
    isNamed ||= isHere;
    return html`<span class="tl-stop" .style=${`left:${left}px;width:${room}px`}>${picture(timeline, brief, address, room)}${isHere ? words : nothing}</span>`;
  });
}

function picture(timeline, { ground }, address, room = THUMB_PX) {
  const { width, height } = timeline.store.shown.show;
  const size = `width:${Math.min(THUMB_PX, room)}px;height:${Math.round((THUMB_PX * height) / width)}px;background:${ground === "none" ? "#000" : ground}`;
  if (!address) return html`<span class="tl-picture" .style=${size}></span>`;
  return html`<img class="tl-picture" alt="" draggable="false" src=${address} .style=${size}>`;
}

/** The command by which a slide's transition takes so long. */
function lasting({ trial: { from } }, slide, duration) {
  const { transition } = from.slides[slide].document;
  const given = Object.fromEntries(Object.entries(transition).filter(([, value]) => value !== null && value !== ""));
  return { do: "set-slides", slides: [slide], values: { transition: { ...given, duration: Math.max(LEAST_MS, duration) } } };
}

function longer(slide, by) {
  return { do: "drag-slide-end", slide, by };
}

function endOf({ store }, id) {
  return store.start(id) + store.length(id);
}

/** A click puts a slide in focus and selects it; with Shift the slides up to it, with Ctrl it too. */
function choose({ store }, id, event) {
  const ids = store.shown.order.map(([one]) => one);
  const before = [...store.slides];
  const from = ids.indexOf(store.focus);
  store.focusSlide(id);
  if (event.shiftKey) store.select("slides", ids.slice(Math.min(from, ids.indexOf(id)), Math.max(from, ids.indexOf(id)) + 1));
  else if (event.ctrlKey || event.metaKey) store.select("slides", before.includes(id) ? before.filter((one) => one !== id) : [...before, id]);
  else store.select("slides", [id]);
}

function toNeighbour(timeline, event, element) {
  const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
  if (!by) return;
  event.preventDefault();
  const { order } = timeline.store.shown;
  const id = order[order.findIndex(([one]) => one === element.dataset.slide) + by]?.[0];
  if (!id) return;
  timeline.store.focusSlide(id);
  queueMicrotask(() => queueMicrotask(() => timeline.drawn.querySelector(`.tl-block[data-slide="${id}"]`)?.focus({ preventScroll: true })));
}

/** A drag moves the slide, or those that are selected with it, to another place. */
function reorder(timeline, event, id, element) {
  const { store } = timeline;
  const moved = store.slides.has(id) ? [...store.slides] : [id];
  let before;
  event.preventDefault();
  element.focus({ preventScroll: true });
  follow(event, {
    scrolls: timeline.scroll,
    click: () => choose(timeline, id, event),
    move({ event: e }) {
      const at = timeline.timeAt(e);
      const next = store.shown.order.find(([, from, length]) => at < from + length / 2);
      before = next?.[0] ?? null;
      timeline.drop.hidden = false;
      timeline.drop.style.transform = `translateX(${(next ? next[1] : store.shown.length) * timeline.scale - 1}px)`;
    },
    end() {
      timeline.drop.hidden = true;
      if (before !== undefined && !moved.includes(before)) store.edit({ do: "move-slides", slides: moved, before });
    },
    leave: () => (timeline.drop.hidden = true),
  });
}
