// How an act is done, what it may lack, and how its key is written.

import { writable } from "../stage/text_editor.js";

const LACKING = {
  slide: "There is no slide yet: press N for one, or drop pictures.",
  objects: "Select an object on the stage first.",
  built: "Select an object, or a build of it, first.",
  words: "Select a text or a shape on the stage first.",
};

/** What is lacking for an act, in words; nothing if it can be done. */
export function lacking({ store }, { needs }) {
  if (!needs) return "";
  const has = {
    slide: Boolean(store.slide),
    objects: store.objects.size > 0,
    built: objectsMeant(store).length > 0,
    words: Boolean(writable(store)),
  };
  if (has[needs]) return "";
  return needs === "slide" && store.focus ? "The slide is on its way." : LACKING[needs];
}

/** The objects that are selected, else those that the selected builds move. */
export function objectsMeant(store) {
  if (store.objects.size) return [...store.objects];
  const moved = [...store.steps].map((id) => store.step(id)?.object).filter(Boolean);
  return [...new Set(moved)];
}

/** Does an act, or says what it lacks. */
export function doAct(desk, act, event) {
  const words = lacking(desk, act);
  if (words && !act.quiet) desk.notice.say(words);
  if (!words) act.run(desk, event);
}

/** A key as people write it: "Ctrl Shift Z". */
export function writtenKey(key) {
  if (key === "+") return key;
  const names = { Delete: "Del", Escape: "Esc", PageUp: "Page up", PageDown: "Page down", "-": "−" };
  return key.split("+").map((part) => names[part] ?? part).join(" ");
}
