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

test("a picture becomes smaller rather than lie on what is there, in its proportions; where that is too small, it lies aside", () => {
  const texts = [0, 1, 2, 3, 4].map((n) => ({ x: 320, y: 144 + 77 * n, width: 640, height: 53 }));
  const picture = { x: 256, y: 144, width: 768, height: 432 };
  const place = { ...picture, ...freePlace(picture, texts, STAGE, 0.3) };
  assert.ok(place.width >= 0.3 * 768 && Math.abs(place.width / place.height - 768 / 432) < 0.02);
  assert.ok(place.x + place.width <= 320 || place.x >= 960 || place.y >= 144 + 4 * 77 + 53);
  assert.deepEqual(freePlace(picture, texts, STAGE, 0.9), { x: 256, y: 144 });
  assert.deepEqual(freePlace(picture, [], STAGE, 0.3), { x: 256, y: 144 });
});
