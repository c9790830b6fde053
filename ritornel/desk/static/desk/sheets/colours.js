// The colours at hand in every colour field: those of the house style, then those that the slide's objects have.

import { html } from "../../site/vendor/lit.js";

const FIELDS = ["colour", "fill", "line", "outline"];

export function coloursAtHand(palette, slide) {
  const used = slide?.document.objects.flatMap((thing) => FIELDS.map((field) => thing[field])) ?? [];
  const colours = new Set([...palette, ...used].filter((colour) => colour?.startsWith("#")));
  return html`${[...colours].map((colour) => html`<option value=${colour}></option>`)}`;
}
