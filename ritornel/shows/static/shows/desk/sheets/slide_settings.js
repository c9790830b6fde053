// A slide's own settings, in place under its title: transition, hold, length, ground, chapter.

import { html, nothing } from "../../../site/vendor/lit.js";
import { deleteSlides, duplicateSlides } from "../acts/slides.js";
import { check, choice, row, textField, timeField } from "./fields.js";
import { groundRows } from "./ground_rows.js";
import { transitionOf } from "../sentences/subjects.js";
import "../sentences/sentence.js";

export function slideSettings(desk) {
  const { store } = desk;
  const { focus } = store;
  const { document: doc, time } = store.slide;
  const set = (values) => store.edit({ do: "set-slides", slides: [focus], values });
  const forAll = (name, what) => html`<button class="act" title="Give every slide this ${what.toLowerCase()}"
    @click=${() => store.edit({ do: "set-slides", slides: null, values: { [name]: store.slide.document[name] } })}>${what} for all</button>`;
  const chapter = store.shown.show.chapters.find((c) => c.first === focus)?.title ?? "";
  return html`<div class="settings mb-3" id="slide-sheet">
    <motion-sentence class="across" .subject=${transitionOf(desk, focus)}></motion-sentence>
    ${store.shown.show.style ? row("Kind", choice("Kind of slide", doc.kind, kindsOf(store, doc.kind), (kind) => store.edit({ do: "set-kind", slides: [focus], kind }))) : nothing}
    ${row("Hold, s", timeField("Hold", doc.hold, (hold) => set({ hold }), { empty: null, placeholder: `${(time.hold / 1000).toFixed(1)} by the clock` }))}
    ${row("Length, s", timeField("Fixed length", doc.length, (length) => set({ length }), { empty: null, placeholder: "as needed" }))}
    ${row("Live", choice("Advance", doc.advance, [["presenter", "presenter gives cues"], ["clock", "clock gives cues"]], (advance) => set({ advance })))}
    ${groundRows(desk)}
    ${row("Chapter", textField("Chapter that begins here", chapter, (title) => store.edit({ do: "set-chapter", slide: focus, title }), "a title begins a chapter here"), true)}
    <div class="all">${check("builds begin with the transition", doc.builds_with_transition, (on) => set({ builds_with_transition: on }))}${forAll("hold", "Hold")}</div>
    <div class="all"><button class="act" @click=${() => duplicateSlides(desk, [focus])}>Duplicate slide</button><button class="act" @click=${() => deleteSlides(desk, [focus])}>Delete slide</button></div>
  </div>`;
}

/** The kinds of slide that the style has places for; a slide that has none says so. */
function kindsOf(store, kind) {
  const kinds = Object.entries(store.vocabulary.slide_kinds);
  return kind ? kinds : [["", "none yet"], ...kinds];
}
