// The tool that selects: a click takes what lies there, a drag moves or resizes it, or draws a frame over several.

import { follow } from "../../../../site/gesture.js";
import { boxBetween, keepsProportions, overlaps, resized, rounded } from "../geometry.js";
import { linesOf, snappedHandle, snappedMove } from "../snapping.js";
import { editText } from "../text_editor.js";

const SNAPS_PX = 6;

export const SELECT = {
  name: "select",

  press(desk, event, overlay) {
    const { store } = desk;
    const point = overlay.point(event);
    const { handle } = event.target.dataset ?? {};
    if (handle) {
      follow(event, resizing(desk, overlay, handle));
      return;
    }
    const thing = overlay.under(point);
    if (!thing) {
      follow(event, banding(desk, overlay, point, event.shiftKey));
      return;
    }
    if (event.shiftKey || event.ctrlKey || event.metaKey) {
      const chosen = new Set(store.objects);
      if (!chosen.delete(thing.id)) chosen.add(thing.id);
      store.select("objects", chosen);
      return;
    }
    if (!store.objects.has(thing.id)) store.select("objects", [thing.id]);
    follow(event, moving(desk, overlay));
  },

  open(desk, event, overlay) {
    const thing = overlay.under(overlay.point(event));
    if (thing?.kind === "text") editText(desk, thing.id);
  },
};

function moving({ store }, overlay) {
  const chosen = overlay.things().filter((thing) => store.objects.has(thing.id));
  return placing(store, overlay, chosen, (far, lines, reach) => {
    const by = lines ? snappedMove(chosen, far.dx, far.dy, lines, reach) : far;
    const values = Object.fromEntries(chosen.map((t) => [t.id, { x: rounded(t.x + by.dx), y: rounded(t.y + by.dy) }]));
    return { values, guides: by.guides };
  });
}

/** What keeps its proportions snaps to nothing: two edges would have to come to lines at once. */
function resizing({ store }, overlay, handle) {
  const thing = overlay.things().find((t) => store.objects.has(t.id));
  return placing(store, overlay, [thing], (far, lines, reach, event) => {
    const keep = keepsProportions(thing) || event.shiftKey;
    const by = lines && !keep && !thing.rotation ? snappedHandle(thing, handle, far.dx, far.dy, lines, reach) : far;
    return { values: { [thing.id]: resized(thing, handle, by.dx, by.dy, keep) }, guides: by.guides };
  });
}

/**
 * A drag that gives objects other places: `values(far, lines, reach, event)` gives {values, guides} by their ids, `far` and
 * `reach` in stage units; `lines` are those to which it may snap, none while Alt is held.
 */
function placing(store, overlay, things, values) {
  const slide = store.focus;
  const others = overlay.things().filter((thing) => !things.includes(thing) && thing.kind !== "sound");
  const lines = linesOf({ width: store.shown.show.width, height: store.shown.show.height }, others);
  let command = null;
  return {
    move({ dx, dy, event }) {
      const { scale } = overlay;
      const placed = values({ dx: dx / scale, dy: dy / scale }, event.altKey ? null : lines, SNAPS_PX / scale, event);
      command = { do: "set-objects", slide, values: placed.values };
      overlay.drawGuides(placed.guides);
      store.attempt(command);
    },
    end() {
      overlay.drawGuides(null);
      if (command) store.finish(command);
    },
    leave() {
      overlay.drawGuides(null);
      store.leaveTrial();
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
      const inside = overlay.things().filter((thing) => overlaps(thing, box)).map((thing) => thing.id);
      store.select("objects", [...new Set([...before, ...inside])]);
    },
    leave: () => overlay.drawBand(null),
  };
}
