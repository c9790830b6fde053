// What an address asks of the player.
import assert from "node:assert/strict";
import { test } from "node:test";
import { askedIn } from "../../ritornel/publishing/static/publishing/asked.js";

const ORDER = [["one", 0, 5000], ["two", 5000, 100_000]];
const asked = (search, hash = "") => askedIn({ search, hash }, ORDER);

test("it begins at a slide, by its number or its id, or at an instant", () => {
  assert.deepEqual(asked(""), { time: 0, muted: false });
  assert.equal(asked("?slide=2").time, 5000);
  assert.equal(asked("?slide=two&t=3").time, 5000);
  assert.equal(asked("?t=72").time, 72_000);
  assert.equal(asked("?t=1:02.5").time, 62_500);
  assert.equal(asked("", "#t=npt:7").time, 7000);
});

test("what is beyond the end is just before it, and what is not understood is not asked", () => {
  assert.equal(asked("?t=99999").time, 104_999);
  for (const search of ["?t=-4", "?t=soon", "?slide=9", "?slide=none", "?t="]) assert.equal(asked(search).time, 0, search);
});

test("muted or not", () => {
  assert.deepEqual([asked("?muted").muted, asked("?muted=1&t=2").muted, asked("?t=2").muted], [true, true, false]);
});
