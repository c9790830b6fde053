// A slide's own settings, in place under its title: transition, hold, length, ground, chapter.

import { el } from "../../site/dom.js";
import { check, choice, colourField, row, textField, timeField } from "./fields.js";
import { transitionFields } from "./transition_fields.js";

/** The settings of the slide in focus; `changed` is called before each edit. */
export function drawSlideSettings(desk, changed) {
  const { store } = desk;
  const { focus } = store;
  const { doc, time } = store.slide;
  const set = (values) => {
    changed();
    return store.edit({ do: "set-slides", slides: [focus], values }, { typed: true });
  };
  const transition = transitionFields(store.vocabulary, doc.transition, (value) => set({ transition: value }));
  const chapter = store.shown.show.chapters.find((c) => c.first === focus);
  const forAll = (name, what) =>
    el("button.act", { onclick: () => { changed(); store.edit({ do: "set-slides", slides: null, values: { [name]: store.slide.doc[name] } }); }, title: `Give every slide this ${what}` }, `${what} for all`);
  return el("div.settings.mb-3", { id: "slide-sheet" },
    ...row("Comes in", transition.element, true),
    ...row("Hold, s", timeField("Hold", doc.hold, (hold) => set({ hold }), { empty: null, placeholder: `${(time.hold / 1000).toFixed(1)} by the clock` })),
    ...row("Length, s", timeField("Fixed length", doc.length, (length) => set({ length }), { empty: null, placeholder: "as needed" })),
    ...row("Ground", colourField("Ground", doc.background, (background) => set({ background }))),
    ...row("Live", choice("Advance", doc.advance, [["presenter", "presenter gives cues"], ["clock", "clock gives cues"]], (advance) => set({ advance }))),
    ...row("Chapter", textField("Chapter that begins here", chapter?.title ?? "", (title) => { changed(); store.edit({ do: "set-chapter", slide: focus, title }, { typed: true }); }, "a title begins a chapter here"), true),
    el("div.all", {},
      check("builds begin with the transition", doc.builds_with_transition, (on) => set({ builds_with_transition: on })),
      forAll("transition", "Transition"),
      forAll("hold", "Hold")),
    el("div.all", {},
      el("button.act", { onclick: () => store.edit({ do: "duplicate-slides", slides: [focus] }) }, "Duplicate slide"),
      el("button.act", { onclick: () => store.edit({ do: "delete-slides", slides: [focus] }) }, "Delete slide")));
}
