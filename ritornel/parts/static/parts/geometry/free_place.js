// Where something new goes: to its usual place, or, if something stands there, to the nearest one where nothing does.

import { overlaps } from "./geometry.js";

const GAP = 24; // from what stands there, and from one to the next where nothing is free
const MARGIN = 1 / 40; // of the stage's width: as near to its edge as something new goes
const BACKDROP = 1 / 2; // of the stage: what covers more lies behind the others
const NEAREST = 40; // so many things give places beside them
const MOST_ASIDE = 8;
const BACKWARDS = 2; // to the left is as far as twice the way
const SMALLER = 0.8;
const UPWARDS = 8; // before what is read already is farther still

/**
 * A place {x, y} for a box {x, y, width, height} among the things of a slide, on a stage {width, height}. What may become
 * smaller, to `least` of its size, does so rather than lie on something, and gets its {width, height} too.
 */
export function freePlace(box, things, stage, least = 1) {
  for (let size = 1; size >= least; size *= SMALLER) {
    const [width, height] = [Math.round(box.width * size), Math.round(box.height * size)];
    const smaller = { x: box.x + (box.width - width) / 2, y: box.y + (box.height - height) / 2, width, height };
    const place = placeOf(smaller, things, stage);
    if (place) return size === 1 ? place : { ...place, width, height };
  }
  return aside(box, things);
}

function placeOf(box, things, stage) {
  const there = things.filter((thing) => thing.width * thing.height < BACKDROP * stage.width * stage.height);
  const margin = stage.width * MARGIN;
  const inside = ({ x, y }) => x >= margin && y >= margin && x + box.width <= stage.width - margin && y + box.height <= stage.height - margin;
  const free = (place) => !there.some((thing) => overlaps({ ...box, ...place }, thing));
  if (free(box)) return { x: box.x, y: box.y };
  const near = there.toSorted((one, other) => away(box, one) - away(box, other)).slice(0, NEAREST);
  const beside = (at, size) => [...new Set([box[at], ...near.flatMap((thing) => [thing[at], thing[at] + thing[size] + GAP, thing[at] - GAP - box[size]])])];
  const places = beside("x", "width").flatMap((x) => beside("y", "height").map((y) => ({ x, y })));
  const sorted = places.filter(inside).sort((one, other) => far(box, one) - far(box, other));
  return sorted.find(free) ?? null;
}

/** Where nothing is free: a little to the right and down of what is just there. */
function aside({ x, y }, things) {
  const taken = new Set(things.map((thing) => `${thing.x} ${thing.y}`));
  const steps = Array.from({ length: MOST_ASIDE }, (_, n) => ({ x: x + n * GAP, y: y + n * GAP }));
  return steps.find((place) => !taken.has(`${place.x} ${place.y}`)) ?? { x, y };
}

function away(box, thing) {
  return Math.hypot(thing.x + (thing.width - box.width) / 2 - box.x, thing.y + (thing.height - box.height) / 2 - box.y);
}

function far(box, { x, y }) {
  const [dx, dy] = [x - box.x, y - box.y];
  return Math.hypot(dx < 0 ? BACKWARDS * dx : dx, dy < 0 ? UPWARDS * dy : dy);
}
