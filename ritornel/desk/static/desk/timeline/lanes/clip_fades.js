// The fades of a clip's own sound, as handles at its in and out points.

import { html, nothing } from "../../../site/vendor/lit.js";
import { stepOf } from "../dragging.js";

const FADES = { fade_in: "End of the fade in", fade_out: "Beginning of the fade out" };

export const CLIP_FADES = {
  ".tl-clip-fade": {
    press(timeline, event, { dataset }) {
      const { store } = timeline;
      timeline.drag(event, { at: store.start() + Number(dataset.at), make: (by) => faded(store, dataset, by), says: () => "fade of its sound" });
    },
    key({ store }, event, { dataset }) {
      const by = stepOf(event);
      if (by) store.edit(faded(store, dataset, by));
    },
  },
};

/** The handles of a clip that is heard, for the spans in which it plays. */
export function fadeHandles(timeline, thing, spans, name) {
  const { store } = timeline;
  const asset = store.shown.assets[thing.asset];
  if (!spans.length || thing.muted || !asset?.sound) return nothing;
  const whole = spans.reduce((sum, span) => sum + span.end - span.start, 0);
  const places = { fade_in: spans[0].start + Math.min(whole, thing.fade_in ?? 0), fade_out: spans.at(-1).end - Math.min(whole, thing.fade_out ?? 0) };
  return Object.entries(places).map(([field, at]) => html`<button class="tl-clip-fade" data-clip=${thing.id} data-fade=${field} data-at=${at} data-arrows aria-label="${FADES[field]} of the sound of ${name}" title="${FADES[field]}: drag it" .style=${`left:${timeline.x(store.start() + at)}px`}></button>`);
}

/** The command by which a fade ends, or begins, so much later. */
function faded(store, { clip, fade }, by) {
  const thing = store.trial.from.slides[store.focus].document.objects.find((one) => one.id === clip);
  const ms = Math.max(0, Math.round((thing[fade] ?? 0) + (fade === "fade_in" ? by : -by)));
  return { do: "set-objects", slide: store.focus, values: { [clip]: { [fade]: ms } } };
}
