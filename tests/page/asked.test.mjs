// What an address asks of the player.
import assert from "node:assert/strict";
import { test } from "node:test";
import { askedIn } from "../../ritornel/publishing/static/publishing/asked.js";
import { hostOf, isHeard } from "../../ritornel/publishing/static/publishing/messages.js";

const ORDER = [["one", 0, 5000], ["two", 5000, 100_000]];
const asked = (search, hash = "") => askedIn({ search, hash }, ORDER);

test("it begins at a slide, by its number or its id, or at an instant", () => {
  assert.deepEqual(asked(""), { time: 0, until: null, muted: false, loop: false, pauses: false, bare: false });
  assert.equal(asked("?slide=2").time, 5000);
  assert.equal(asked("?slide=two&t=3").time, 5000);
  assert.equal(asked("?t=72").time, 72_000);
  assert.equal(asked("?t=1:02.5").time, 62_500);
  assert.equal(asked("?at=1:12").time, 72_000);
  assert.equal(asked("", "#t=npt:7").time, 7000);
  assert.equal(asked("", "#slide=two").time, 5000);
});

test("what is beyond the end is just before it, and what is not understood is not asked", () => {
  assert.equal(asked("?t=99999").time, 104_999);
  for (const search of ["?t=-4", "?t=soon", "?slide=9", "?slide=none", "?t="]) assert.equal(asked(search).time, 0, search);
});

test("it ends with a slide that comes later than where it begins, and not with the last", () => {
  assert.deepEqual([asked("?to=1").until, asked("?to=one").until, asked("?to=2").until, asked("?slide=2&to=1").until], [5000, 5000, null, null]);
  assert.deepEqual([asked("?to=9").until, asked("?loop&pauses&bare").loop, asked("?pauses").pauses, asked("?bare=1").bare], [null, true, true, true]);
});

test("messages are heard from the page around alone, and from its origin where one is named", () => {
  const [own, parent] = [{}, {}];
  const from = (source, origin, host = null, around = parent) => isHeard({ source, origin }, around, own, host);
  assert.deepEqual([from(parent, "https://a.example"), from({}, "https://a.example"), from(own, "https://a.example", null, own)], [true, false, false]);
  assert.deepEqual([hostOf(""), hostOf("?host=https://a.example/page"), hostOf("?host=none")], [null, "https://a.example", ""]);
  assert.deepEqual([from(parent, "https://a.example", "https://a.example"), from(parent, "https://b.example", "https://a.example"), from(parent, "https://b.example", "")], [true, false, false]);
});

test("muted or not", () => {
  assert.deepEqual([asked("?muted").muted, asked("?muted=1&t=2").muted, asked("?t=2").muted], [true, true, false]);
});
