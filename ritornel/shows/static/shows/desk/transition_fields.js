// Type, way, duration and colour of a transition, as fields that go together.

import { el, readTime, seconds } from "../../site/dom.js";

/** Returns {element, value()}; `changed` is called with a whole transition whenever one is chosen. */
export function transitionFields(vocabulary, transition, changed = () => {}) {
  const kinds = vocabulary.transitions;
  let now = { ...transition };
  const element = el("span.inline-flex.gap-3.items-baseline.flex-wrap");
  const set = (values) => {
    now = { ...now, ...values };
    draw();
    changed(now);
  };
  function draw() {
    const kind = kinds[now.type] ?? kinds.crossfade;
    const type = el("select.field", { "aria-label": "Transition", onchange: (e) => set({ type: e.target.value, subtype: "", duration: null }) },
      Object.entries(kinds).map(([name, k]) => el("option", { value: name, selected: name === now.type }, k.label)));
    element.replaceChildren(type);
    if (kind.subtypes.length) {
      element.append(el("select.field", { "aria-label": "Way", onchange: (e) => set({ subtype: e.target.value }) },
        kind.subtypes.map(([name, label]) => el("option", { value: name, selected: name === now.subtype }, label))));
    }
    if (kind.colour) {
      element.append(el("input", { type: "color", value: now.colour, "aria-label": "Colour", onchange: (e) => set({ colour: e.target.value }) }));
    }
    if (!kind.instant) {
      const duration = el("input.field", { value: seconds(now.duration ?? kind.duration), "aria-label": "Duration of the transition, seconds", onchange: (e) => {
        const ms = readTime(e.target.value);
        if (ms === undefined) e.target.classList.add("field-wrong");
        else set({ duration: ms });
      } });
      duration.style.width = "3.2em";
      element.append(el("span.inline-flex", {}, duration, el("span.soft", {}, "s")));
    }
  }
  draw();
  return { element, value: () => now };
}
