// Every act has a key; ? lists them.

import { el } from "../../site/dom.js";
import { addMedia, addShape, addSlide, addText, choosePictures, duplicate, remove } from "./acts.js";
import { openBuildMenu } from "./build_menu.js";

const SMALL = 1;
const LARGE = 10;

/** Rows of [key as pressed, key as written, what it does, run(desk, event)]. */
const KEYS = [
  ["Space", "Space", "play from here, pause", (d) => d.stage.toggle()],
  ["Shift+Space", "Shift Space", "play from the start of the slide", (d) => d.stage.playFromSlide()],
  ["Home", "Home", "play from the start of the show", (d) => d.stage.playFromShow()],
  [",", ",", "to the cue before", (d) => d.stage.toCue(-1)],
  [".", ".", "to the next cue", (d) => d.stage.toCue(1)],
  ["f", "F", "other face: Arrange or Run", (d) => d.stage.setFace(d.stage.face === "run" ? "arrange" : "run")],
  ["l", "L", "loop this slide", (d) => d.stage.toggleLoop()],
  ["PageUp", "Page up", "slide before", (d) => step(d, -1)],
  ["PageDown", "Page down", "next slide", (d) => step(d, 1)],
  ["n", "N", "new slide", (d) => addSlide(d)],
  ["p", "P", "pictures into slides", (d) => choosePictures(d)],
  ["t", "T", "text", (d) => addText(d)],
  ["r", "R", "rectangle", (d) => addShape(d, "rectangle")],
  ["e", "E", "ellipse", (d) => addShape(d, "ellipse")],
  ["i", "I", "picture", (d) => addMedia(d, "picture")],
  ["c", "C", "clip", (d) => addMedia(d, "clip")],
  ["s", "S", "sound", (d) => addMedia(d, "sound")],
  ["b", "B", "build what is selected", (d) => openBuildMenu(d, document.getElementById("acts"))],
  ["Delete", "Del", "delete what is selected", (d) => remove(d)],
  ["Backspace", "", "", (d) => remove(d)],
  ["Ctrl+d", "Ctrl D", "duplicate objects, or the slide", (d) => duplicate(d)],
  ["Ctrl+a", "Ctrl A", "select all objects", (d) => d.store.selectObjects(d.store.slide.doc.objects.map((o) => o.id))],
  ["Ctrl+z", "Ctrl Z", "undo", (d) => d.store.undo()],
  ["Ctrl+Shift+z", "Ctrl Shift Z", "redo", (d) => d.store.redo()],
  ["o", "O", "select the next object", (d) => selectNext(d, 1)],
  ["Shift+o", "Shift O", "select the object before", (d) => selectNext(d, -1)],
  ["Escape", "Esc", "select nothing", (d) => d.store.selectObjects([])],
  ["[", "[", "send to the back", (d) => restack(d, "back")],
  ["]", "]", "bring to the front", (d) => restack(d, "front")],
  ["1", "1", "timeline: the whole show", (d) => d.timeline.zoomTo("show")],
  ["2", "2", "timeline: the chapter", (d) => d.timeline.zoomTo("chapter")],
  ["3", "3", "timeline: the slide", (d) => d.timeline.zoomTo("slide")],
  ["+", "+", "timeline: closer", (d) => d.timeline.zoomBy(1.5)],
  ["-", "−", "timeline: further", (d) => d.timeline.zoomBy(1 / 1.5)],
  ["?", "?", "this list", () => openKeys()],
];
const NEED_A_SLIDE = new Set(["t", "r", "e", "i", "c", "s", "b", "Ctrl+d", "Ctrl+a"]);
const ARROWS = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
const FRAME_MS = 1000 / 30;

export function listenForKeys(desk) {
  document.addEventListener("mousedown", keepSpaceForPlaying);
  document.addEventListener("keydown", (event) => {
    if (isTyping(event.target) || document.querySelector("dialog[open]")) return;
    const arrow = ARROWS[event.key];
    if (arrow) {
      event.preventDefault();
      useArrow(desk, arrow, event.shiftKey, event.ctrlKey || event.metaKey);
      return;
    }
    const entry = KEYS.find(([key]) => key === pressed(event));
    if (!entry || (event.key === " " && isUsedByKeys(event.target))) return;
    event.preventDefault();
    if (!desk.store.slide && NEED_A_SLIDE.has(entry[0])) desk.notice.say("There is no slide yet: press N for one, or drop pictures.");
    else entry[3](desk, event);
  });
}

/** A button that is clicked does not take the focus: Space goes on to play and pause. */
function keepSpaceForPlaying(event) {
  if (!event.target.closest?.("button")) return;
  event.preventDefault();
  document.activeElement?.blur();
}

/** Whether someone came to a button by keys: then Space presses it. */
function isUsedByKeys(target) {
  return Boolean(target.closest?.("button, a, select")?.matches(":focus-visible"));
}

/** Arrows move what is selected, with Ctrl they resize it; with nothing selected they move the playhead by a frame, with
 * Shift by a second. */
function useArrow(desk, [dx, dy], far, resize) {
  if (desk.store.objects.size) {
    const by = far ? LARGE : SMALL;
    if (resize) desk.arranging.stretch(dx * by, dy * by);
    else desk.arranging.nudge(dx * by, dy * by);
  } else if (dx) {
    desk.stage.scrub(desk.stage.time + dx * (far ? 1000 : FRAME_MS));
  }
}

function pressed(event) {
  const name = event.key === " " ? "Space" : event.key;
  const ctrl = event.ctrlKey || event.metaKey ? "Ctrl+" : "";
  const shift = event.shiftKey && (ctrl || name === "Space" || /^[a-z]$/i.test(name)) ? "Shift+" : "";
  return ctrl + shift + (name.length === 1 ? name.toLowerCase() : name);
}

function isTyping(target) {
  return Boolean(target.closest?.("input:not([type=checkbox]):not([type=range]):not([type=color]), textarea, select, [contenteditable]"));
}

function step({ store }, by) {
  const row = store.shown.order[store.slideIndex() + by];
  if (row) store.focusSlide(row[0]);
}

function selectNext({ store, stage }, by) {
  const ids = store.slide?.doc.objects.map((thing) => thing.id) ?? [];
  if (!ids.length) return;
  const at = ids.indexOf([...store.objects].at(-1));
  stage.setFace("arrange");
  store.selectObjects([ids[at < 0 ? (by > 0 ? 0 : ids.length - 1) : (at + by + ids.length) % ids.length]]);
}

function restack({ store }, to) {
  if (store.objects.size) store.edit({ do: "restack", slide: store.focus, objects: [...store.objects], to });
}

function openKeys() {
  const dialog = el("dialog", { "aria-label": "Keys" });
  const rows = KEYS.filter(([, written]) => written).map(([, written, label]) => [el("kbd", {}, written), el("span", {}, label)]);
  dialog.append(
    el("h2.page-title", {}, "Keys"),
    el("div.keys-list", {}, rows),
    el("p.soft.mt-4", {}, "Arrows move what is selected (Shift: by ten), with Ctrl they resize it; with nothing selected, the playhead by a frame (Shift: a second)."),
    el("div.mt-4", {}, el("button.act-main", { onclick: () => dialog.close() }, "Close")),
  );
  dialog.addEventListener("close", () => dialog.remove());
  document.body.append(dialog);
  dialog.showModal();
}
