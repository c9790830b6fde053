// A slide's own settings, in place under its title: transition, hold, length, ground, chapter.

import { html, nothing } from "../../site/vendor/lit.js";
import { chosenSlides, deleteSlides, duplicateSlides } from "../acts/slides.js";
import { across, check, choice, row, setting, textField, timeField } from "../../parts/fields.js";
import { groundRow } from "./ground_row.js";
import { transitionOf } from "../../parts/sentences/transitions.js";
import "../../parts/sentences/sentence.js";

export function slideSettings(desk) {
  const { store } = desk;
  const { focus } = store;
  const { document: doc, time } = store.slide;
  const set = (values) => store.edit({ do: "set-slides", slides: [focus], values });
  const forAll = (name, what) => html`<button class="act" title="Give every slide this ${what.toLowerCase()}"
    @click=${() => store.edit({ do: "set-slides", slides: null, values: { [name]: store.slide.document[name] } })}>${what} for all</button>`;
  const chapter = store.shown.show.chapters.find((c) => c.first === focus)?.title ?? "";
  return html`<div class="slide-sheet" id="slide-sheet">
    <motion-sentence .subject=${transitionOf(desk, focus)}></motion-sentence>
    ${store.shown.show.style ? row("kind", setting("", choice("Kind of slide", doc.kind, kindsOf(store, doc.kind), (kind) => store.edit({ do: "set-kind", slides: [focus], kind })), { span: 4 })) : nothing}
    ${row(
      "time",
      setting("hold", timeField("Hold", doc.hold, (hold) => set({ hold }), { empty: null, placeholder: `${(time.hold / 1000).toFixed(1)} by the clock` }), { unit: "s", span: 2 }),
      setting("length", timeField("Fixed length", doc.length, (length) => set({ length }), { empty: null, placeholder: "as needed" }), { unit: "s", span: 2 }),
      setting("live, the", choice("Advance", doc.advance, [["presenter", "presenter gives cues"], ["clock", "clock gives cues"]], (advance) => set({ advance })), { span: 4 }),
      across(html`${check("builds begin with the transition", doc.builds_with_transition, (on) => set({ builds_with_transition: on }))}${forAll("hold", "Hold")}${forAll("advance", "Live")}`),
    )}
    ${groundRow(desk)}
    ${row("said by", setting("", textField("Who says it", doc.speaks ?? "", (speaks) => store.edit({ do: "set-slides", slides: chosenSlides(desk), values: { speaks: speaks || null } }), "whoever gives the show"), { span: 4 }))}
    ${row("chapter", setting("", textField("Chapter that begins here", chapter, (title) => store.edit({ do: "set-chapter", slide: focus, title }), "a title begins a chapter here"), { span: 4 }))}
    <div class="act-row"><button class="act" @click=${() => duplicateSlides(desk, [focus])}>Duplicate slide</button><button class="act" @click=${() => deleteSlides(desk, [focus])}>Delete slide</button></div>
  </div>`;
}

/** The kinds of slide that the style has places for; a slide that has none says so. */
function kindsOf(store, kind) {
  const kinds = Object.entries(store.vocabulary.slide_kinds);
  return kind ? kinds : [["", "none yet"], ...kinds];
}
