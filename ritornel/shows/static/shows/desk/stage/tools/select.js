// The tool that selects: a click takes what lies there, a drag moves or resizes it, or draws a frame over several.

import { follow } from "../../../../site/gesture.js";
import { boxBetween, contains, keepsProportions, overlaps, resized, rounded, snapped } from "../geometry.js";
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
  return placing(store, overlay, (far, event, scale) => {
    const by = event.altKey ? far : snapped(chosen, far.dx, far.dy, store.shown.show, SNAPS_PX / scale);
    return Object.fromEntries(chosen.map((t) => [t.id, { x: rounded(t.x + by.dx), y: rounded(t.y + by.dy) }]));
  });
}

function resizing({ store }, overlay, handle) {
  const thing = overlay.things().find((t) => store.objects.has(t.id));
  return placing(store, overlay, ({ dx, dy }, event) => ({
    [thing.id]: resized(thing, handle, dx, dy, keepsProportions(thing) || event.shiftKey),
  }));
}

/** A drag that gives objects other places: `values(far, event, scale)` by their ids, `far` in stage units. */
function placing(store, overlay, values) {
  const slide = store.focus;
  let command = null;
  return {
    move({ dx, dy, event }) {
      const { scale } = overlay;
      command = { do: "set-objects", slide, values: values({ dx: dx / scale, dy: dy / scale }, event, scale) };
      store.attempt(command);
    },
    end: () => command && store.finish(command),
    leave: () => store.leaveTrial(),
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
