// What a sentence is about. A subject:
//
//   key             another subject has another
//   now()           what the sentence tells of, to be compared; null if it is gone
//   asks()          what the server is asked
//   given()         the fields that are set, as they are
//   set(of, values, family)   sets fields; `family` are the builds that are one with what it is about
//   sampled(choice, sample)   {play, length, frame} of a small stage; null if it cannot be shown
//   preview(choice, sample)   {length, frame} of the whole stage; null if there is nothing to see
//   see()           plays what is said, on the stage
//   draw()          takes the pen for what can be drawn on the stage
//   opens           the word that stays open as long as it is asked; Escape there leaves the whole
//   finds           what the finder says can be typed
//   foot(family)    what stands under the sentence

import { evaluate } from "../../play/evaluate.js";
import { html, nothing } from "../../site/vendor/lit.js";

/** The transition of a slide. */
export function transitionOf(desk, slide) {
  const { store } = desk;
  const rows = () => store.shown.order;
  const before = () => rows()[store.slideIndex(slide) - 1]?.[0] ?? null;
  const given = () => store.shown.slides[slide]?.document.transition;
  const to = (slides, transition) => store.edit({ do: "set-slides", slides, values: { transition } });
  return {
    desk,
    key: `transition ${slide}`,
    now: () => (given() ? JSON.stringify([given(), store.title(slide), before() && store.title(before()), pictureOf(store, slide), pictureOf(store, before())]) : null),
    asks: () => ({ slide }),
    given,
    set: (of, values) => to([slide], without({ ...given(), ...values })),
    sampled: (choice, sample) => sample && transitionSample(store, { slide, before: before() }, sample),
    preview(choice, sample) {
      if (before()) store.loader.need(before());
      if (!sample || !store.shown.slides[slide]) return null;
      return { length: sample.length, frame: (time) => evaluate(withPlan(store.play, slide, sample.plan), store.start(slide) + Math.min(time, sample.length - 1)) };
    },
    see: () => desk.stage.see(store.start(slide), store.start(slide) + store.shown.briefs[slide].transition),
    foot() {
      const { chapters } = store.shown.show;
      const chosen = [...store.slides];
      const chapter = chapters.filter((c) => store.slideIndex(c.first) <= store.slideIndex(slide)).at(-1);
      const ofChapter = chapter ? rows().map(([id]) => id).slice(store.slideIndex(chapter.first), nextChapter(store, chapters, chapter)) : [];
      const scope = (words, slides, title) => html`<button class="act" title=${title} @click=${() => to(slides, without(given()))}>${words}</button>`;
      return html`<span class="soft">the same for</span>
        ${chosen.length > 1 ? scope(`the ${chosen.length} selected`, chosen, "Give every slide that is selected this transition") : nothing}
        ${chapter ? scope("the chapter", ofChapter, `Give every slide of “${chapter.title}” this transition`) : nothing}
        ${scope("the show", null, "Give every slide this transition")}
        <button class="act ml-auto" @click=${() => this.see()}>See it</button>`;
    },
  };
}

/** A transition that no slide has yet: `given()` is the transition, `set` gets it when it is another. */
export function transitionToBe(desk, given, changed) {
  const { store } = desk;
  const slide = store.focus ?? "";
  return {
    desk,
    key: "transition to be",
    now: () => JSON.stringify(given()),
    asks: () => ({ slide, transition: without(given()) }),
    given,
    set: (of, values) => changed(without({ ...given(), ...values })),
    sampled: (choice, sample) => sample && transitionSample(store, { slide: null, before: slide }, sample),
    preview: () => null,
    see: () => {},
  };
}

/** A transition without what is not set. */
function without(values) {
  return Object.fromEntries(Object.entries(values).filter(([, value]) => value !== null && value !== ""));
}

function nextChapter(store, chapters, chapter) {
  const next = chapters[chapters.indexOf(chapter) + 1];
  return next ? store.slideIndex(next.first) : undefined;
}

function pictureOf(store, slide) {
  const look = slide && store.shown.briefs[slide]?.look;
  return look ? `pictures/${encodeURIComponent(slide)}?look=${look}` : "";
}

function withPlan(play, slide, plan) {
  const whole = play.slides[slide];
  return { ...play, slides: { ...play.slides, [slide]: { ...whole, score: { ...whole.score, transition: plan } } } };
}

/** Two slides one after the other: as pictures of themselves, or, where their objects move, as they are. */
function transitionSample(store, { slide, before }, { plan, length }) {
  const [old, fresh] = [store.play.slides[before], store.play.slides[slide]];
  if (plan.pieces.some((piece) => piece.targets?.length) && old && fresh) return slidesThemselves(store.play, old, fresh, { plan, length });
  const { width, height } = store.play;
  const still = (id, score) => ({ background: store.shown.briefs[id]?.ground ?? "#17131f", nodes: pictureNodes(store, id), score: { targets: [], ...score } });
  const play = {
    width,
    height,
    order: [["old", 0, 1], ["new", 1, length + 1]],
    slides: { old: still(before, { length: 1, transition: { duration: 0 } }), new: still(slide, { length: length + 1, transition: plan }) },
    assets: { [`of ${before}`]: { url: pictureOf(store, before) }, [`of ${slide}`]: { url: pictureOf(store, slide) } },
  };
  return { play, length, frame: (time) => evaluate(play, 1 + Math.min(time, length)) };
}

function slidesThemselves({ width, height, assets }, old, fresh, { plan, length }) {
  const starts = old.score.length;
  const play = {
    width,
    height,
    assets,
    order: [["old", 0, starts], ["new", starts, length + 1]],
    slides: { old, new: { ...fresh, score: { ...fresh.score, transition: plan } } },
  };
  return { play, length, frame: (time) => evaluate(play, starts + Math.min(time, length)) };
}

function pictureNodes(store, id) {
  if (!pictureOf(store, id)) return [];
  const { width, height } = store.play;
  return [{ key: "picture", object: "picture", kind: "picture", asset: `of ${id}`, alt: "", x: 0, y: 0, width, height, rotation: 0, opacity: 1, fit: "fill" }];
}
