// Boxes on the stage.
import assert from "node:assert/strict";
import { test } from "node:test";
import { around, boxBetween, contains, overlaps, resized, resizedTurned, scaledWith, turned } from "../../ritornel/parts/static/parts/geometry/geometry.js";

const BOX = { x: 100, y: 100, width: 200, height: 100, rotation: 0 };

test("a point lies in a box, turned or not", () => {
  assert.ok(contains(BOX, { x: 101, y: 199 }));
  assert.ok(!contains(BOX, { x: 99, y: 150 }));
  const upright = { ...BOX, rotation: 90 };
  assert.ok(contains(upright, { x: 200, y: 60 }));
  assert.ok(!contains(upright, { x: 110, y: 150 }));
});

test("each handle moves its own edges", () => {
  assert.deepEqual(resized(BOX, "se", 10, 20, false), { x: 100, y: 100, width: 210, height: 120 });
  assert.deepEqual(resized(BOX, "nw", 10, 20, false), { x: 110, y: 120, width: 190, height: 80 });
  assert.deepEqual(resized(BOX, "n", 99, -20, false), { x: 100, y: 80, width: 200, height: 120 });
  assert.deepEqual(resized(BOX, "w", -50, 99, false), { x: 50, y: 100, width: 250, height: 100 });
});

test("proportions are kept from every corner, the opposite one stays", () => {
  for (const handle of ["nw", "ne", "se", "sw"]) {
    const box = resized(BOX, handle, 40, -13, true);
    assert.ok(Math.abs(box.width / box.height - 2) < 0.01, handle);
    if (handle.includes("w")) assert.ok(Math.abs(box.x + box.width - 300) < 0.2);
    if (handle.includes("n")) assert.ok(Math.abs(box.y + box.height - 200) < 0.2);
  }
});

test("a box never gets too small to be grabbed", () => {
  const box = resized(BOX, "se", -900, -900, false);
  assert.deepEqual([box.width, box.height], [8, 8]);
});

test("bands and overlaps", () => {
  const band = boxBetween({ x: 50, y: 300 }, { x: 120, y: 150 });
  assert.deepEqual(band, { x: 50, y: 150, width: 70, height: 150 });
  assert.ok(overlaps(BOX, band));
  assert.ok(!overlaps(BOX, { x: 301, y: 100, width: 10, height: 10 }));
});

test("a turned box keeps the corner across when a handle is dragged", () => {
  const box = { ...BOX, rotation: 30 };
  const corner = (thing) => {
    const at = turned({ x: -thing.width / 2, y: -thing.height / 2 }, 30);
    return [thing.x + thing.width / 2 + at.x, thing.y + thing.height / 2 + at.y];
  };
  const made = resizedTurned(box, "se", 60, 10, false);
  assert.ok(made.width > 240 && made.height < 100);
  corner(box).forEach((place, n) => assert.ok(Math.abs(place - corner(made)[n]) < 0.2));
});

test("the box around turned boxes, and what is in it when it grows", () => {
  const upright = { ...BOX, rotation: 90 };
  const frame = around([upright]);
  [150, 50, 100, 200].forEach((n, at) => assert.ok(Math.abs(Object.values(frame)[at] - n) < 1e-9));
  const to = { x: 0, y: 0, width: 200, height: 200 };
  assert.deepEqual(scaledWith(upright, frame, to), { x: 0, y: 0, width: 200, height: 200 });
  assert.deepEqual(scaledWith(BOX, { x: 0, y: 0, width: 400, height: 400 }, { x: 10, y: 0, width: 200, height: 400 }), { x: 60, y: 100, width: 100, height: 100 });
});
