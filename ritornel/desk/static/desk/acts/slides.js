// Acts on slides.

import { newId, newIds } from "../../parts/state/ids.js";

export function addSlide({ store }) {
  const id = newId("slide");
  store.edit({ do: "add-slide", after: store.focus, ids: [id] });
  store.focusSlide(id);
}

export async function duplicateSlides({ store }, slides) {
  const ids = newIds("slide", slides.length);
  const answer = store.edit({ do: "duplicate-slides", slides, ids });
  if (!store.shown.briefs[ids[0]] && !(await answer).done) return;
  store.focusSlide(ids[0]);
  store.select("slides", ids);
}

/** Makes the next slide with what this one ends with, carried there. */
export function continueSlide({ store }) {
  const id = newId("slide");
  store.edit({ do: "continue-slide", slide: store.focus, id }).then(({ done }) => done && store.focusSlide(id));
}

/** Parts the slide at the cue of the build that is selected, else at the cue nearest to this instant. */
export async function splitSlide({ store, stage, notice }) {
  const groups = store.slide.time.groups.filter((group) => group.cue);
  const chosen = groups.find((group) => group.steps.some((step) => store.steps.has(step.id)));
  const at = stage.time - store.start();
  const nearest = groups.toSorted((a, b) => Math.abs(a.start - at) - Math.abs(b.start - at))[0];
  const group = chosen ?? nearest;
  if (!group) return notice.say("There is no cue here to split at. With the caret in the script, Ctrl Enter splits there.");
  const id = newId("slide");
  const { done } = await store.edit({ do: "split-slide", slide: store.focus, cue: group.cue, id });
  if (done) store.focusSlide(id);
}

/** Parts the slide at a place in its script. */
export async function splitScript({ store }, at) {
  const id = newId("slide");
  const { done } = await store.edit({ do: "split-slide", slide: store.focus, at, id });
  if (done) store.focusSlide(id);
}

/** Makes one slide of this and the next. */
export function joinSlides({ store }) {
  return store.edit({ do: "join-slides", slide: store.focus });
}

/** Makes the next slide one that says whose all is that the show uses. */
export async function addCredits({ store, notice }) {
  const id = newId("slide");
  const { done } = await store.edit({ do: "add-credits", after: store.focus, ids: [id] });
  if (!done) return;
  store.focusSlide(id);
  const said = store.slide?.document.objects.some((thing) => thing.tells && thing.paragraphs.length);
  notice.say(said === false ? "Nothing in this show names an author or a licence yet: write them in the library, and they stand here." : "The credits say themselves: authors and licences are written in the library.");
}

export async function addCreditLine({ store, notice }) {
  const id = newId("object");
  const { done } = await store.edit({ do: "add-credit-line", slide: store.focus, ids: [id] });
  if (!done) return;
  store.select("objects", [id]);
  notice.announce("The slide has a credit line");
}

const CROSSFADE = { type: "fade", subtype: "crossfade", duration: 600 };

/** Lets the slides that are selected, or the one in focus, dissolve in. */
export function crossfade({ store, notice }) {
  const slides = store.slides.size ? [...store.slides] : [store.focus];
  store.edit({ do: "set-slides", slides, values: { transition: CROSSFADE } });
  notice.announce(slides.length === 1 ? "Dissolves in 0.6 s" : `${slides.length} slides dissolve in 0.6 s`);
}

export function deleteSlides({ store, notice }, slides) {
  store.edit({ do: "delete-slides", slides });
  notice.announce(slides.length === 1 ? "Slide deleted" : `${slides.length} slides deleted`);
}

export function stepSlide({ store }, by) {
  const row = store.shown.order[store.slideIndex() + by];
  if (row) store.focusSlide(row[0]);
}

/** Moves the slide in focus by one place. */
export function moveSlide({ store, notice }, by) {
  const { order } = store.shown;
  const to = store.slideIndex() + by;
  if (to < 0 || to >= order.length) return;
  const before = by < 0 ? order[to][0] : (order[to + 1]?.[0] ?? null);
  store.edit({ do: "move-slides", slides: [store.focus], before });
  notice.announce(`Slide is number ${to + 1} now`);
}

/** The slides that are selected, or the one in focus. */
export function chosenSlides({ store }) {
  const chosen = store.shown.order.map(([id]) => id).filter((id) => store.selection.slides.has(id));
  return chosen.length ? chosen : [store.focus];
}

/** Pins the waits of the builds that are selected, else the slide's hold; once more lets them go. */
export function pinRests({ store, notice }) {
  const cues = store.slide.time.groups.filter((group) => group.cue && group.steps.some((step) => store.steps.has(step.id))).map((group) => group.cue);
  const rests = cues.length ? cues : [0];
  const pinned = store.slide.document.pinned ?? [];
  const on = !rests.every((cue) => pinned.includes(cue));
  store.edit({ do: "pin-rests", slide: store.focus, rests, on });
  const what = cues.length ? (cues.length === 1 ? `The wait before cue ${cues[0]}` : "Those waits") : "The slide's hold";
  notice.announce(`${what} ${cues.length > 1 ? "are" : "is"} ${on ? "pinned" : "let go"}`);
}
