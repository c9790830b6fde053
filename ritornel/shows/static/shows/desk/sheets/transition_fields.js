// Type, way, edge, duration and colour of a transition, as fields that go together.

import { html, nothing } from "../../../site/vendor/lit.js";
import { check, choice, colourField, timeField } from "./fields.js";

const SOFT = 0.25;

/** The fields of a transition; `changed` gets the whole transition whenever one of them is. */
export function transitionFields(vocabulary, transition, changed) {
  const kinds = vocabulary.transitions;
  const kind = kinds[transition.type] ?? kinds.fade;
  const set = (values) => changed({ ...transition, ...values });
  const types = Object.entries(kinds).map(([name, k]) => [name, k.label]);
  return html`<span class="inline-flex gap-3 items-baseline flex-wrap">
    ${choice("Transition", transition.type, types, (type) => set({ type, subtype: "", duration: null }))}
    ${kind.subtypes.length ? choice("Way", transition.subtype || kind.subtypes[0][0], kind.subtypes, (subtype) => set({ subtype })) : nothing}
    ${!kind.reverses ? nothing : check("the other way", transition.reverse, (reverse) => set({ reverse }))}
    ${kind.softens ? check("soft edge", transition.softness > 0, (on) => set({ softness: on ? SOFT : 0 })) : nothing}
    ${kind.colour ? colourField("Colour", transition.colour, (colour) => set({ colour })) : nothing}
    ${kind.instant ? nothing : html`<span class="inline-flex is-time">${timeField("Duration of the transition, seconds", transition.duration ?? kind.duration, (duration) => set({ duration }))}<span class="soft">s</span></span>`}
  </span>`;
}
