// The moves from view to view of a plane, on the slide in focus: each as the envelope of its easing, with where it goes.

import { html, repeat, svg } from "../../../site/vendor/lit.js";
import { envelope } from "./envelopes.js";
import { grabber, nameOf } from "./objects.js";

const HEIGHT = 26;

export const VIEWS = {
  rows(timeline) {
    const { store } = timeline;
    if (!store.slide?.document.plane) return [];
    const start = store.start();
    const steps = store.slide.time.groups.flatMap((group) => group.steps).filter((step) => step.kind === "view" && store.step(step.id));
    const shapes = steps.map((step) => envelope(step.envelope, timeline.x(start + step.start), timeline.x(step.end - step.start), 4, HEIGHT - 3));
    const room = (n) => (steps[n + 1] ? `max-width:${timeline.x(Math.max(0, steps[n + 1].start - steps[n].end))}px` : "");
    const items = html`<svg class="tl-svg" width="1" height=${HEIGHT}>${svg`<path d=${shapes.join("")} fill="#7a2552"></path>`}</svg>
      ${repeat(steps, (step) => step.id, (step, n) => grabber(timeline, step, start, nameOf(step.name, room(n))))}`;
    return [{ key: "views", label: "Views", height: HEIGHT, items }];
  },
};
