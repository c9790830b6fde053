// Cues as numbered flags; those of other slides are pale.

import { html, nothing, svg } from "../../../site/vendor/lit.js";
import { stepOf } from "../dragging.js";
import { unsureCues } from "../../voice/sure.js";
import { inLanes } from "./objects.js";

const FLAGS_FROM_PX = 26; // flags of a slide that is not in focus need this much room
const FAR = "M0 4h9l-2 8 2 8h-9z";

export const CUES = {
  rows(timeline) {
    const { store } = timeline;
    const far = [];
    const near = [];
    for (const { id, start, length, brief } of timeline.slides()) {
      if (id === store.focus) near.push(...brief.cues.map((at, n) => ({ cue: n + 1, at: start + at })));
      else if (timeline.x(length) >= FLAGS_FROM_PX) far.push(...brief.cues.map((at) => FAR.replace("M0", `M${timeline.x(start + at).toFixed(1)}`)));
    }
    const pinned = new Set(store.slide?.document.pinned ?? []);
    const unsure = store.slide ? unsureCues(store.slide) : new Set();
    const tall = inLanes(timeline.store).length * 27 + 6;
    const items = html`${far.length ? html`<svg class="tl-svg" width="1" height="24">${svg`<path fill="#dfc6a0" d=${far.join("")}></path>`}</svg>` : nothing}
      ${near.map(({ cue, at }) => html`<button class="tl-flag ${unsure.has(cue) ? "is-unsure" : ""} ${pinned.has(cue) ? "is-pinned" : ""}" data-cue=${cue} data-arrows aria-label="Cue ${cue}" title=${unsure.has(cue) ? `Cue ${cue}: its word was not surely heard` : pinned.has(cue) ? `Cue ${cue}: its wait is pinned` : `Cue ${cue}`} .style=${`left:${timeline.x(at)}px`}>${cue}</button>
        <div class="tl-cue-line" .style=${`left:${timeline.x(at)}px;top:20px;height:${tall}px`}></div>`)}
      ${ends(timeline).map(({ cue, at }) => html`<button class="tl-cue-end" data-cue=${cue} data-arrows aria-label="End of cue ${cue}" title="End of all that cue ${cue} starts: drag to stretch it" .style=${`left:${timeline.x(at)}px`}></button>`)}
      ${pinned.has(0) ? html`<span class="tl-pinned-hold" title="The slide's hold is pinned" .style=${`left:${timeline.x(store.start() + store.length())}px`}></span>` : nothing}`;
    return [{ key: "cues", label: "Cues", height: 24, items }];
  },
  grips: {
    ".tl-cue-end": {
      press(timeline, event, { dataset }) {
        const { store } = timeline;
        const cue = Number(dataset.cue);
        const at = store.start() + store.slide.time.groups[cue].settle;
        timeline.drag(event, { at, make: (by) => ({ do: "stretch-cue", slide: store.focus, cue, by }), says: () => "all of the cue" });
      },
      key({ store }, event, { dataset }) {
        const by = stepOf(event);
        if (by) store.edit({ do: "stretch-cue", slide: store.focus, cue: Number(dataset.cue), by });
      },
    },
    ".tl-flag": {
      press(timeline, event, { dataset }) {
        const at = instant(timeline, Number(dataset.cue));
        timeline.drag(event, { at, make: (by) => moved(timeline, dataset.cue, by), click: () => timeline.desk.stage.scrub(at) });
      },
      key(timeline, event, { dataset }) {
        const by = stepOf(event);
        if (by) timeline.store.edit(moved(timeline, dataset.cue, by));
      },
      act: (timeline, event, { dataset }) => timeline.desk.stage.scrub(instant(timeline, Number(dataset.cue))),
    },
  },
};

/** The ends of what cues start, on the slide in focus, where more than one build is in it. */
function ends({ store }) {
  const groups = store.slide?.time.groups ?? [];
  return groups.filter((group) => group.steps.length > 1 && group.settle > group.start).map((group) => ({ cue: group.cue, at: store.start() + group.settle }));
}

function instant({ store }, cue) {
  return store.start() + store.shown.briefs[store.focus].cues[cue - 1];
}

function moved({ store }, cue, by) {
  return { do: "drag-cue", slide: store.focus, cue: Number(cue), by };
}
