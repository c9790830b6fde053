// The tool that draws: a drag draws by hand, clicks draw from corner to corner until Enter, a double click, or the first corner again.

import { follow } from "../../../../site/gesture.js";
import { newId } from "../../state/ids.js";
import { inkOn } from "../../writing/ink.js";

const CLOSES_PX = 9;
const STEP_PX = 2;

let corners = []; // of the line that is being drawn by clicks

export const PEN = {
  name: "pen",

  press(desk, event, overlay) {
    const start = overlay.point(event);
    const points = [start];
    follow(event, {
      click: () => corner(desk, overlay, start),
      move: ({ event: last }) => {
        const point = overlay.point(last);
        if (far(point, points.at(-1)) * overlay.scale < STEP_PX) return;
        points.push(point);
        overlay.drawLine(points);
      },
      end: () => draw(desk, overlay, points, { by_hand: true, closed: closes(overlay, points) }),
      leave: () => leave(overlay),
    });
  },

  open(desk, event, overlay) {
    finish(desk, overlay);
  },

  /** Enter ends a line of corners, Escape leaves it and the tool. */
  key(desk, event, overlay) {
    if (event.key === "Enter") finish(desk, overlay);
    else if (event.key === "Escape") leave(overlay);
    else if (event.key === "Backspace" && corners.length) {
      corners = corners.slice(0, -1);
      overlay.drawLine(corners);
    } else return false;
    return true;
  },
};

function corner(desk, overlay, point) {
  if (corners.length > 2 && far(point, corners[0]) * overlay.scale < CLOSES_PX) {
    draw(desk, overlay, corners, { closed: true });
    return;
  }
  corners = [...corners, point];
  overlay.drawLine(corners);
}

function finish(desk, overlay) {
  if (corners.length > 1) draw(desk, overlay, corners, {});
  else leave(overlay);
}

function draw(desk, overlay, points, how) {
  const { store } = desk;
  const id = newId("object");
  const line = inkOn(store.slide.background);
  const rounded = points.map(({ x, y }) => [Math.round(x * 10) / 10, Math.round(y * 10) / 10]);
  store.edit({ do: "draw-path", slide: store.focus, points: rounded, ...how, id, values: { line } });
  leave(overlay);
  store.select("objects", [id]);
}

function leave(overlay) {
  corners = [];
  overlay.drawLine(null);
  overlay.takeTool(null);
}

function closes(overlay, points) {
  return points.length > 8 && far(points[0], points.at(-1)) * overlay.scale < CLOSES_PX;
}

function far(a, b) {
  return Math.hypot(a.x - b.x, a.y - b.y);
}
