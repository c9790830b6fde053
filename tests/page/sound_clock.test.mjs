import assert from "node:assert/strict";
import test from "node:test";

import { lostBetween, SoundClock } from "../../ritornel/takes/static/takes/recording/sound_clock.js";

const BLOCK_MS = 2048 / 48;

/** What a clock tells of blocks, each passed on `late(n)` ms after it ended, the sound's clock being `apart(n)` behind the page's. */
function told(count, late, apart = () => 500) {
  const clock = new SoundClock();
  return Array.from({ length: count }, (_, n) => clock.at(n * BLOCK_MS, n * BLOCK_MS + apart(n) + late(n)) - n * BLOCK_MS);
}

test("blocks that are passed on late are told by those that came soonest", () => {
  const found = told(200, (n) => (n % 8 === 0 ? 3 : 10 + ((n * 37) % 60)));
  for (const apart of found.slice(8)) assert.ok(Math.abs(apart - 503) < 1, `${apart}`);
});

test("a page that was busy for less than a second moves nothing", () => {
  const found = told(60, (n) => (n > 20 && n < 40 ? 200 : 3));
  for (const apart of found) assert.ok(Math.abs(apart - 503) < 1, `${apart}`);
});

test("a clock that stood still is followed within a second and a bit", () => {
  const found = told(120, () => 3, (n) => (n < 40 ? 500 : 740));
  assert.ok(Math.abs(found[39] - 503) < 1);
  for (const apart of found.slice(40 + Math.ceil(1100 / BLOCK_MS))) assert.ok(Math.abs(apart - 743) < 1, `${apart}`);
});

test("clocks that go apart are followed", () => {
  const found = told(1000, () => 3, (n) => 500 + n * BLOCK_MS * 5e-5);
  assert.ok(Math.abs(found[999] - 503 - 999 * BLOCK_MS * 5e-5) < 1.5, `${found[999]}`);
});

test("what is missing between two blocks was lost, unless it is next to nothing or a machine slept", () => {
  assert.deepEqual([1000, 1020, 1240, 3_601_000].map((begins) => lostBetween(1000, begins)), [0, 0, 240, 0]);
});
