// What is looked at of a plane: between two looks, moved by hand, brought nearer.
import assert from "node:assert/strict";
import { test } from "node:test";
import { seenThrough } from "../../ritornel/play/static/play/placing.js";
import { between, grabbed, nearer } from "../../ritornel/takes/static/takes/looks.js";

const STAGE = { width: 1280, height: 720 };
const LOOKS = [[640, 360, 1280, 0], [3000, -500, 200, 90], [-50, 80, 4000, -170]];

/** Where a place on the plane is on the stage. */
function onStage(view, x, y) {
  const [a, b, c, d, e, f] = seenThrough(view, STAGE.width, STAGE.height);
  return [a * x + b * y + c, d * x + e * y + f];
}

function near(found, wanted, by = 1e-6) {
  for (const [n, value] of wanted.entries()) assert.ok(Math.abs(found[n] - value) < by, `${found} is not ${wanted}`);
}

test("a place that is taken by hand stays under the hand", () => {
  for (const look of LOOKS) {
    const [x, y] = onStage(look, 700, 100);
    near(onStage(grabbed(look, 120, -40, STAGE), 700, 100), [x + 120, y - 40]);
  }
});

test("the place that is meant stays where it is while all comes nearer, as near as one may come", () => {
  for (const look of LOOKS) {
    const at = onStage(look, 700, 100);
    near(onStage(nearer(look, 1.7, at, STAGE), 700, 100), at, 1e-5);
    assert.ok(nearer(look, 1e9, at, STAGE)[2] >= 20 && nearer(look, 1e-9, at, STAGE)[2] <= 100_000);
  }
});

test("a move begins and ends where it is to, turns the short way, and keeps one place where it is", () => {
  const [from, to] = [LOOKS[0], LOOKS[1]];
  near(between(from, to, 0), from);
  near(between(from, to, 1), to);
  near(between([0, 0, 10, 170], [0, 0, 10, -170], 0.5), [0, 0, 10, 180]);
  near(between([0, 0, 10, 0], [30, 0, 10, 0], 0.5), [15, 0, 10, 0]);
  const still = [to[0] + ((from[0] - to[0]) * -to[2]) / (from[2] - to[2]), to[1] + ((from[1] - to[1]) * -to[2]) / (from[2] - to[2])];
  const flat = (look) => [...look.slice(0, 3), 0];
  near(onStage(flat(between(from, to, 0.3)), ...still), onStage(flat(to), ...still), 1e-4);
});
