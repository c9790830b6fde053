// Where something new goes.
import assert from "node:assert/strict";
import { test } from "node:test";
import { freePlace } from "../../ritornel/parts/static/parts/geometry/free_place.js";

const STAGE = { width: 1280, height: 720 };
const BOX = { x: 320, y: 335, width: 640, height: 50 };

test("texts come in the order in which they are read, and none lies on another or runs over the edge", () => {
  const there = [];
  for (let n = 0; n < 8; n++) there.push({ ...BOX, ...freePlace(BOX, there, STAGE) });
  const order = there.toSorted((a, b) => a.y - b.y || a.x - b.x);
  const below = there.slice(0, 4);
  assert.deepEqual(below, order.filter((one) => below.includes(one)));
  for (const [n, one] of there.entries()) {
    assert.ok(one.y + one.height <= STAGE.height && one.y >= 0 && one.x >= 0 && one.x + one.width <= STAGE.width);
    for (const other of there.slice(0, n)) assert.ok(one.y >= other.y + other.height || other.y >= one.y + one.height || one.x >= other.x + other.width || other.x >= one.x + one.width);
  }
});
