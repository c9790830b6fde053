// Tiles of large pictures: found in their zip, and those that are seen.
import assert from "node:assert/strict";
import { execFileSync } from "node:child_process";
import { test } from "node:test";
import { partOf, placesIn } from "../../ritornel/play/static/play/tiled.js";
import { directory } from "../../ritornel/play/static/play/tile_zip.js";

const ZIP = `
import io, sys, zipfile
held = io.BytesIO()
with zipfile.ZipFile(held, "w", zipfile.ZIP_STORED) as packed:
    for name in ("tiles.json", "0/0-0.jpg", "0/12-7.jpg"):
        packed.writestr(zipfile.ZipInfo(name), f"what is in {name}")
sys.stdout.buffer.write(held.getvalue())`;

test("each member of a zip is found by its bytes, from the end of the zip alone", () => {
  const whole = execFileSync("python3", ["-c", ZIP]);
  const last = whole.subarray(40);
  const places = directory(last.buffer.slice(last.byteOffset, last.byteOffset + last.byteLength));
  assert.deepEqual([...places.keys()], ["tiles.json", "0/0-0.jpg", "0/12-7.jpg"]);
  for (const [name, { at, size }] of places) assert.equal(whole.subarray(at, at + size).toString(), `what is in ${name}`);
  assert.throws(() => directory(new ArrayBuffer(100)), /no zip/);
});

test("the tiles that are seen, those in the middle first, and none beyond the picture", () => {
  const placesOf = (...asked) => placesIn(partOf(...asked));
  const tiling = { width: 5000, height: 3000, levels: 2, side: 512 };
  const node = { x: 0, y: 0, width: 1000, height: 600 };
  const corners = (left, top, right, bottom) => [[left, top], [right, top], [left, bottom], [right, bottom]];
  const all = placesOf(tiling, 0, corners(-50, -50, 2000, 2000), node, [0, 0, 1, 1]);
  assert.equal(all.length, 10 * 6);
  assert.ok([4, 5].includes(all[0][0]) && [2, 3].includes(all[0][1]));
  assert.deepEqual(placesOf(tiling, 0, corners(105, 105, 110, 110), node, [0, 0, 1, 1]), [[1, 1]]);
  assert.deepEqual(placesOf(tiling, 1, corners(105, 105, 110, 110), node, [0, 0, 1, 1]), [[0, 0]]);
  assert.deepEqual(placesOf(tiling, 0, corners(105, 105, 110, 110), node, [-0.5, 0, 2, 1]), [[2, 1]]);
  assert.deepEqual(placesOf(tiling, 0, corners(-20, -20, -10, -10), node, [0, 0, 1, 1]), []);
});
