// The tool that draws a view of the plane: a drag draws its frame, in the stage's proportions; a click frames what lies there.

import { follow } from "../../../site/gesture.js";

const LEAST = 40; // stage units

export const VIEW = {
  name: "view",

  press(desk, event, overlay) {
    const start = overlay.point(event);
    let frame = null;
    const leave = () => {
      overlay.drawBand(null);
      overlay.takeTool(null);
    };
    follow(event, {
      click: () => {
        const thing = overlay.under(start);
        leave();
        if (thing) desk.store.edit({ do: "frame-objects", slide: desk.store.focus, objects: [thing.id], after: overlay.plane.after() });
      },
      move: ({ event: last }) => {
        frame = framed(start, overlay.point(last), overlay.plane.ratio);
        overlay.drawBand(frame);
      },
      end: () => {
        leave();
        if (frame && frame.width >= LEAST) overlay.plane.add({ x: frame.x + frame.width / 2, y: frame.y + frame.height / 2, width: frame.width });
      },
      leave,
    });
  },

  open() {},

  key(desk, event, overlay) {
    if (event.key !== "Escape") return false;
    overlay.takeTool(null);
    return true;
  },
};

/** The box of the stage's proportions from one corner towards another. */
function framed(from, to, ratio) {
  const width = Math.max(Math.abs(to.x - from.x), Math.abs(to.y - from.y) / ratio);
  const height = width * ratio;
  return { x: to.x < from.x ? from.x - width : from.x, y: to.y < from.y ? from.y - height : from.y, width, height };
}
