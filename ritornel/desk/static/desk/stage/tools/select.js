// The tool that selects: a click takes what lies there, a drag moves or resizes it, or draws a frame over several.

import { follow } from "../../../site/gesture.js";
import { framingOf } from "../../sheets/picture_rows.js";
import { cropMoved, croppedBy } from "../../../parts/geometry/cropping.js";
import { formDragged } from "../forms.js";
import { around, boxBetween, inPlace, keepsProportions, overlaps, resized, resizedTurned, rounded, scaledWith, turned } from "../../../parts/geometry/geometry.js";
import { bendTo, bowOn, endsOf, lineBetween } from "../../../parts/geometry/line_ends.js";
import { linesOf, snappedHandle, snappedInProportion, snappedMove, snappedPoint } from "../../../parts/geometry/snapping.js";
import { newIds } from "../../../parts/state/ids.js";
import { editText, writeInShape, writeNewText } from "../text_editor.js";

const SNAPS_PX = 6;
const STEP_DEGREES = 15;

export const SELECT = {
  name: "select",

  press(desk, event, overlay) {
    const { store } = desk;
    const point = overlay.point(event);
    const { handle, form, end } = event.target.dataset ?? {};
    if (handle === "turn") return follow(event, turning(desk, overlay, point));
    if (form) return follow(event, forming(desk, overlay, form));
    if (end) return follow(event, end === "bend" ? bending(desk, overlay) : ending(desk, overlay, end));
    if (overlay.cropped && (handle || overlay.under(point)?.id === overlay.cropped)) return follow(event, cropping(desk, overlay, handle));
    if (handle) return follow(event, desk.store.objects.size > 1 ? scaling(desk, overlay, handle) : resizing(desk, overlay, handle));
    const thing = overlay.under(point);
    if (!thing) {
      follow(event, banding(desk, overlay, point, event.shiftKey));
      return;
    }
    if ((event.ctrlKey || event.metaKey) && store.objects.has(thing.id)) {
      follow(event, copying(desk, overlay, thing));
      return;
    }
    if (event.shiftKey || event.ctrlKey || event.metaKey) {
      const chosen = new Set(store.objects);
      const there = chosen.has(thing.id);
      for (const id of overlay.withGroup(thing)) there ? chosen.delete(id) : chosen.add(id);
      store.select("objects", chosen);
      return;
    }
    if (!store.objects.has(thing.id)) store.select("objects", overlay.withGroup(thing));
    const drag = moving(desk, overlay);
    follow(event, waitsForWords(thing) ? { ...drag, click: () => editText(desk, thing.id) } : drag);
  },

  open(desk, event, overlay) {
    const point = overlay.point(event);
    const thing = overlay.under(point);
    if (!thing) writeNewText(desk, point);
    else if (thing.group && thing.group !== overlay.opened) {
      overlay.openGroup(thing);
      if (thing.kind === "text") editText(desk, thing.id);
    } else if (thing.kind === "text") editText(desk, thing.id);
    else if (thing.kind === "shape") writeInShape(desk, thing);
    else if (keepsProportions(thing)) overlay.beginCrop(thing.id);
  },
};

/** Whether a text is still to be filled in: then one click writes in it. */
export function waitsForWords(thing) {
  return thing.kind === "text" && Boolean(thing.role) && !thing.paragraphs?.some((paragraph) => paragraph.text);
}

function moving({ store }, overlay) {
  const chosen = overlay.chosen();
  return placing(store, overlay, chosen, (far, lines, reach) => {
    const by = lines ? snappedMove(chosen, far.dx, far.dy, lines, reach) : far;
    const values = Object.fromEntries(chosen.map((t) => [t.id, { x: rounded(t.x + by.dx), y: rounded(t.y + by.dy) }]));
    return { values, guides: by.guides };
  });
}

/** A drag with Ctrl moves copies; a click with it takes the object out of what is selected. */
function copying({ store }, overlay, thing) {
  const chosen = overlay.chosen();
  const ids = newIds("object", chosen.length);
  const drag = placing(store, overlay, chosen, (far, lines, reach) => {
    const by = lines ? snappedMove(chosen, far.dx, far.dy, lines, reach) : far;
    return { command: { do: "duplicate-objects", slide: store.focus, objects: chosen.map((t) => t.id), ids, by: [rounded(by.dx), rounded(by.dy)] }, guides: by.guides };
  });
  return {
    ...drag,
    click: () => store.select("objects", [...store.objects].filter((id) => !overlay.withGroup(thing).includes(id))),
    end: () => {
      drag.end();
      store.select("objects", ids);
    },
  };
}

/** What is turned snaps to nothing: its edges run along no line. */
function resizing({ store }, overlay, handle) {
  const [thing] = overlay.chosen();
  return placing(store, overlay, [thing], (far, lines, reach, event) => {
    const keep = keepsProportions(thing) || event.shiftKey;
    if (thing.rotation) return sized(thing, resizedTurned(thing, handle, far.dx, far.dy, keep));
    const { box, guides } = snappedSize(thing, handle, far, lines, reach, keep);
    return sized(thing, box, guides);
  });
}

/** A box whose handle was dragged, at the lines that are near if there are any: {box, guides}. */
function snappedSize(box, handle, { dx, dy }, lines, reach, keep) {
  if (!lines) return { box: resized(box, handle, dx, dy, keep) };
  if (keep) return snappedInProportion(resized(box, handle, dx, dy, true), box.width / box.height, handle, lines, reach);
  const by = snappedHandle(box, handle, dx, dy, lines, reach);
  return { box: resized(box, handle, by.dx, by.dy, false), guides: by.guides };
}

function sized(thing, box, guides) {
  return { values: { [thing.id]: box }, guides, said: sizeWords(box) };
}

function sizeWords({ width, height }) {
  return `${Math.round(width)} × ${Math.round(height)}`;
}

/** The frame around several objects is dragged: they keep their proportions by Shift, and where one of them always does. */
function scaling({ store }, overlay, handle) {
  const chosen = overlay.chosen();
  const frame = around(chosen);
  return placing(store, overlay, chosen, (far, lines, reach, event) => {
    const keep = event.shiftKey || chosen.some(keepsProportions);
    const { box: to, guides } = snappedSize(frame, handle, far, lines, reach, keep);
    return { values: Object.fromEntries(chosen.map((thing) => [thing.id, scaledWith(thing, frame, to)])), guides, said: sizeWords(to) };
  });
}

/** Turns what is selected about its middle; with Shift in steps of 15 degrees. */
function turning({ store }, overlay, start) {
  const chosen = overlay.chosen();
  const box = around(chosen);
  const middle = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  const angle = (point) => (Math.atan2(point.y - middle.y, point.x - middle.x) * 180) / Math.PI;
  const begun = chosen[0].rotation;
  return placing(store, overlay, chosen, (far, lines, reach, event) => {
    let by = angle({ x: start.x + far.dx, y: start.y + far.dy }) - angle(start);
    if (event.shiftKey) by = Math.round((begun + by) / STEP_DEGREES) * STEP_DEGREES - begun;
    const values = Object.fromEntries(chosen.map((thing) => {
      const own = { x: thing.x + thing.width / 2 - middle.x, y: thing.y + thing.height / 2 - middle.y };
      const moved = turned(own, by);
      return [thing.id, { x: rounded(thing.x + moved.x - own.x), y: rounded(thing.y + moved.y - own.y), rotation: upright(thing.rotation + by) }];
    }));
    return { values, said: `${upright(begun + by)}°` };
  });
}

/** Degrees from -180 up to 180, at tenths. */
function upright(degrees) {
  return rounded(((((degrees + 180) % 360) + 360) % 360) - 180);
}

/** An edge of the frame is dragged over the picture, which stays; or the picture behind the frame. */
function cropping({ store }, overlay, handle) {
  const thing = overlay.things().find((one) => one.id === overlay.cropped);
  const node = store.slide.nodes.find((one) => one.object === thing.id);
  return placing(store, overlay, [thing], (far) => {
    const local = turned({ x: far.dx, y: far.dy }, -thing.rotation);
    const values = handle ? croppedBy(thing, node, handle, local.x, local.y) : cropMoved(thing, node, local.x, local.y);
    const { crop, ...box } = values;
    return { values: { [thing.id]: { ...inPlace(thing, box), frame: { ...framingOf(store, thing), crop } } } };
  });
}

function forming({ store }, overlay, name) {
  const [thing] = overlay.chosen();
  return placing(store, overlay, [thing], (far) => {
    const local = turned({ x: far.dx, y: far.dy }, -thing.rotation);
    return { values: { [thing.id]: formDragged(thing, name, local.x, local.y) } };
  });
}

/** An end of a line is dragged, the other stays; it comes to lines, or level with the other; with Shift in steps of 15 degrees. */
function ending({ store }, overlay, name) {
  const [thing] = overlay.chosen();
  const { start, end } = endsOf(thing);
  const [dragged, other] = name === "start" ? [start, end] : [end, start];
  return placing(store, overlay, [thing], (far, lines, reach, event) => {
    const point = { x: dragged.x + far.dx, y: dragged.y + far.dy };
    const { guides, ...to } = event.shiftKey ? steppedTo(other, point) : lines ? snappedPoint(point, lines, reach, [other]) : point;
    const between = name === "start" ? lineBetween(to, other) : lineBetween(other, to);
    return { values: { [thing.id]: between }, guides, said: `${Math.round(Math.hypot(to.x - other.x, to.y - other.y))} long` };
  });
}

/** The nearest point to which the way from another goes by a multiple of 15 degrees. */
function steppedTo(from, { x, y }) {
  const angle = (Math.round((Math.atan2(y - from.y, x - from.x) * 180) / Math.PI / STEP_DEGREES) * STEP_DEGREES * Math.PI) / 180;
  const far = (x - from.x) * Math.cos(angle) + (y - from.y) * Math.sin(angle);
  return { x: from.x + far * Math.cos(angle), y: from.y + far * Math.sin(angle) };
}

function bending({ store }, overlay) {
  const [thing] = overlay.chosen();
  const { x, y } = bowOn(thing);
  return placing(store, overlay, [thing], (far) => ({ values: { [thing.id]: { bend: bendTo(thing, { x: x + far.dx, y: y + far.dy }, overlay.scale) } } }));
}

/**
 * A drag that gives objects other places: `values(far, lines, reach, event)` gives {values, guides} by their ids, `far` and
 * `reach` in stage units; `lines` are those to which it may snap, none while Alt is held.
 */
function placing(store, overlay, things, values) {
  const slide = store.focus;
  const others = overlay.things().filter((thing) => !things.includes(thing) && thing.kind !== "sound");
  const lines = linesOf(store.shown.show, others);
  let command = null;
  return {
    move({ dx, dy, event }) {
      const { scale } = overlay;
      const placed = values({ dx: dx / scale, dy: dy / scale }, event.altKey ? null : lines, SNAPS_PX / scale, event);
      command = placed.command ?? { do: "set-objects", slide, values: placed.values };
      overlay.drawGuides(placed.guides, placed.said);
      store.trial.of(command);
    },
    end() {
      overlay.drawGuides(null);
      if (command) store.finish(command);
    },
    leave() {
      overlay.drawGuides(null);
      store.trial.leave();
    },
  };
}

function banding({ store }, overlay, start, too) {
  const before = too ? [...store.objects] : [];
  return {
    click: () => !too && store.select("objects", []),
    move: ({ event }) => overlay.drawBand(boxBetween(start, overlay.point(event))),
    end({ event }) {
      const box = boxBetween(start, overlay.point(event));
      overlay.drawBand(null);
      const inside = overlay.things().filter((thing) => !thing.locked && !thing.hidden && overlaps(thing, box)).flatMap((thing) => overlay.withGroup(thing));
      store.select("objects", [...new Set([...before, ...inside])]);
    },
    leave: () => overlay.drawBand(null),
  };
}
