// What snaps on the stage.
import assert from "node:assert/strict";
import { test } from "node:test";
import { linesOf, snappedHandle, snappedMove } from "../../ritornel/parts/static/parts/geometry/snapping.js";

const BOX = { x: 100, y: 100, width: 200, height: 100, rotation: 0 };
const STAGE = { width: 1280, height: 720 };
const ALONE = linesOf(STAGE, []);
const BESIDE = linesOf(STAGE, [{ x: 500, y: 30, width: 60, height: 300 }]);

const move = (dx, dy, lines = ALONE, boxes = [BOX]) => {
  const { guides, ...by } = snappedMove(boxes, dx, dy, lines, 6);
  return [by.dx, by.dy, guides.x, guides.y];
};

test("a move snaps to the stage's edges and middle lines, and only when near", () => {
  assert.deepEqual(move(-97, 3), [-100, 3, [0], []]);
  assert.deepEqual(move(443, 206), [440, 210, [640], [360]]);
  assert.deepEqual(move(50, 50), [50, 50, [], []]);
});

test("several boxes snap as one", () => {
  assert.equal(move(677, 0, ALONE, [BOX, { ...BOX, x: 400 }])[0], 680);
});

test("to the edges and middles of what stands there, edges to edges and middles to middles", () => {
  assert.deepEqual(move(396, 0, BESIDE), [400, 0, [500], []]);
  assert.deepEqual(move(203, 0, BESIDE), [200, 0, [500], []]);
  assert.deepEqual(move(327, 33, BESIDE), [330, 30, [530], [180]]);
  assert.deepEqual(move(304, 0, BESIDE), [304, 0, [], []]);
});

test("all lines on which it comes to lie are told", () => {
  const lines = linesOf(STAGE, [{ x: 500, y: 30, width: 200, height: 60 }]);
  assert.deepEqual(move(398, 0, lines)[2], [500, 700, 600]);
});

test("of a handle only the edges that it moves", () => {
  const drag = (handle, dx, dy) => snappedHandle(BOX, handle, dx, dy, BESIDE, 6);
  assert.deepEqual(drag("e", 197, -68), { dx: 200, dy: -68, guides: { x: [500], y: [] } });
  assert.deepEqual(drag("nw", -95, -67), { dx: -100, dy: -70, guides: { x: [0], y: [30] } });
  assert.deepEqual(drag("s", -95, 133), { dx: -95, dy: 130, guides: { x: [], y: [330] } });
});

test("a box comes to stand in the middle of a gap, and to a gap as wide as another", () => {
  const post = (x) => ({ x, y: 90, width: 40, height: 120 });
  const between = linesOf(STAGE, [post(17), post(417)]);
  const { dx, guides } = snappedMove([BOX], 34, 0, between, 6);
  assert.equal(dx, 37);
  assert.deepEqual(guides.gaps.map(({ from, to }) => [from, to]), [[57, 137], [337, 417]]);
  const row = linesOf(STAGE, [post(513), post(613), post(913)]);
  assert.equal(snappedMove([BOX], 610, 0, row, 6).dx, 613);
});

test("the show's own guides and the stage's margins are lines", () => {
  const guided = linesOf({ ...STAGE, guides: [{ axis: "x", at: 223 }, { axis: "y", at: 500 }] }, []);
  assert.deepEqual(move(120, 302, guided), [123, 300, [223], [500]]);
  assert.deepEqual(move(-38, 42), [-36, 42, [64], []]);
});
