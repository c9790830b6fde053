// Acts on what is selected.

import { anchorOf } from "../../parts/beside.js";
import { askToBuild } from "../sentences/building.js";
import { openPlaceMenu } from "../sheets/placings.js";
import { editText, writable, writeInShape } from "../stage/text_editor.js";
import { newIds } from "../../parts/state/ids.js";
import { deleteSlides, duplicateSlides } from "./slides.js";

export function build(desk, event) {
  askToBuild(desk, anchorOf(event));
}

export function placeMenu(desk, event) {
  desk.stage.setFace("arrange");
  openPlaceMenu(desk, anchorOf(event));
}

export function editSelected(desk) {
  desk.stage.setFace("arrange");
  const thing = writable(desk.store);
  if (thing.kind === "text") editText(desk, thing.id);
  else writeInShape(desk, thing);
}

/** Duplicates the objects that are selected, and selects the copies; with none, the slides that are, or the one in focus. */
export function duplicate(desk) {
  const { store } = desk;
  if (!store.objects.size) {
    duplicateSlides(desk, store.slides.size ? [...store.slides] : [store.focus]);
    return;
  }
  const objects = store.slide.document.objects.map((thing) => thing.id).filter((id) => store.objects.has(id));
  const ids = newIds("object", objects.length);
  store.edit({ do: "duplicate-objects", slide: store.focus, objects, ids });
  store.select("objects", ids);
}

/** Deletes what is selected: builds, objects or slides. */
export function remove(desk) {
  const { store } = desk;
  const slide = store.focus;
  if (store.steps.size) store.edit({ do: "delete-steps", slide, steps: [...store.steps] });
  else if (store.objects.size) store.edit({ do: "delete-objects", slide, objects: [...store.objects] });
  else if (store.slides.size) deleteSlides(desk, [...store.slides]);
}

export function restack({ store }, to) {
  store.edit({ do: "restack", slide: store.focus, objects: [...store.objects], to });
}

export function selectAll({ store, stage }) {
  stage.setFace("arrange");
  store.select("objects", store.slide.document.objects.filter((thing) => !thing.locked && !thing.hidden).map((thing) => thing.id));
}

/** Builds what is selected as the last build of the slide is: effect, settings, time, trigger. */
export function buildAgain({ store, notice }) {
  const last = store.slide.document.running_order.findLast((step) => step.object);
  if (!last) return notice.say("There is no build on this slide yet: press B to choose one.");
  const ids = newIds("build", store.objects.size);
  const done = store.edit({ do: "build-like", slide: store.focus, objects: [...store.objects], like: last.id, ids });
  store.select("steps", ids);
  return done;
}

/** Lets the lines of the lists that are selected roll in. */
export function rollList({ store }) {
  const lines = [...store.objects].reduce((sum, id) => sum + (store.object(id)?.paragraphs?.length ?? 0), 0);
  return store.edit({ do: "roll-list", slide: store.focus, objects: [...store.objects], ids: newIds("build", lines) });
}

export function group({ store }) {
  store.edit({ do: "group-objects", slide: store.focus, objects: [...store.objects], group: newIds("group", 1)[0] });
}

export function ungroup({ store }) {
  store.edit({ do: "ungroup-objects", slide: store.focus, objects: [...store.objects] });
}

/** Locks what is selected, or hides it while others are placed; with all of it so already, lets it go. */
export function turnOn({ store }, field) {
  const things = [...store.objects].map((id) => store.object(id)).filter(Boolean);
  const on = !things.every((thing) => thing[field]);
  store.edit({ do: "set-objects", slide: store.focus, values: Object.fromEntries(things.map((thing) => [thing.id, { [field]: on }])) });
}

/** Turns the builds that are selected off, without taking them away; with all of them so already, on. */
export function turnOff({ store, notice }) {
  const steps = [...store.steps];
  if (!steps.length) return notice.say("Select a build first: in the prompt book, or on the timeline.");
  const off = !steps.every((id) => store.step(id)?.off);
  return store.edit({ do: "set-steps", slide: store.focus, steps, values: { off } });
}

export function selectNothing({ store }) {
  store.select("objects", []);
}

/** Selects the object after the last one that is selected, or before it; with `too`, those that are selected stay so. */
export function selectNext({ store, stage }, by, too = false) {
  const ids = store.slide.document.objects.map((thing) => thing.id);
  if (!ids.length) return;
  const at = ids.indexOf([...store.objects].at(-1));
  const next = ids[at < 0 ? (by > 0 ? 0 : ids.length - 1) : (at + by + ids.length) % ids.length];
  stage.setFace("arrange");
  store.select("objects", too ? [...store.objects, next] : [next]);
}

/** Builds what is selected in one order, each on a cue: lines of all texts as they are read, or first with first, second with second. */
export async function weave({ store, notice }, along) {
  const slide = store.focus;
  const { done } = await store.edit({ do: "add-builds", slide, objects: [...store.objects], effect: store.shown.show.effect, order: "each", along, by: "line" });
  if (done) notice.announce(along === "pairs" ? "Built by pairs, each on a cue" : "Built line by line, each on a cue");
}
