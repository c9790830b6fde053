// To whom slides are given: a choice among all who have a part in the show.

import { html, nothing } from "../site/vendor/lit.js";
import { choice } from "../parts/fields.js";

/** A choice of whom slides are for; nothing where nobody else has a part in the show. */
export function forWhom({ told }, slides, label) {
  const names = Object.keys(told.people.initials);
  if (names.length < 2) return nothing;
  const found = new Set(slides.map((id) => told.people.given[id] ?? ""));
  const now = found.size === 1 ? [...found][0] : null;
  return html`<label class="for-whom"><span class="soft">for</span> ${choice(label, now, [["", "nobody"], ...names.map((name) => [name, name])], (name) => told.give(slides, name))}</label>`;
}
