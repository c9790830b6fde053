// The tools that draw a line and that lead objects along one: a drag draws by hand, clicks draw from corner to corner until Enter, a double click, or the first corner again.

import { follow } from "../../../site/gesture.js";
import { newId, newIds } from "../../../parts/state/ids.js";
import { inkOn } from "../../../parts/ink.js";

const CLOSES_PX = 9;
const STEP_PX = 2;
const MOST_POINTS = 4000; // of a longer line every second one says as much

let corners = []; // of the line that is being drawn by clicks

/** A pen; what is done with the line that was drawn, its points and how it was drawn, `done` says. */
function pen(done) {
  return { ...PEN_IN_HAND, done };
}

const PEN_IN_HAND = {
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
  const { done } = overlay.tool;
  while (points.length > MOST_POINTS) points = points.filter((_, n) => n % 2 === 0 || n === points.length - 1);
  const rounded = points.map(({ x, y }) => [Math.round(x * 10) / 10, Math.round(y * 10) / 10]);
  leave(overlay);
  done(desk, rounded, how);
}

/** The pen whose line is an object. */
export const PEN = pen(({ store }, points, how) => {
  const id = newId("object");
  store.edit({ do: "draw-path", slide: store.focus, points, ...how, id, values: { line: inkOn(store.slide.background) } });
  store.select("objects", [id]);
});

/** The pen along whose line the objects that are selected go; or, with one, what a build moves. */
export function leadingPen(step = "") {
  return pen(({ store }, points, how) => {
    const objects = [...store.objects];
    const ids = step ? [] : newIds("build", objects.length);
    store.edit({ do: "lead-along", slide: store.focus, points, ...how, objects, step, ids });
    store.select("steps", step ? [step] : ids);
  });
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
