// Times as they are written and typed.
import assert from "node:assert/strict";
import { test } from "node:test";
import { minutes, readTime, seconds, tenths } from "../../ritornel/site/static/site/times.js";

test("minutes and tenths are rounded down", () => {
  assert.equal(minutes(252400), "4:12");
  assert.equal(minutes(59999), "0:59");
  assert.equal(tenths(252499), "4:12.4");
  assert.equal(tenths(0), "0:00.0");
});

test("seconds have as many decimals as they need", () => {
  assert.deepEqual([1000, 850, 1250, 7860, 3456].map(seconds), ["1.0", "0.85", "1.25", "7.86", "3.46"]);
});

test("what people type is read", () => {
  const typed = { "2": 2000, "2.5 s": 2500, "2,5": 2500, "1:02.5": 62500, "800 ms": 800, " 5:00 ": 300000, "0": 0 };
  for (const [text, ms] of Object.entries(typed)) assert.equal(readTime(text), ms, text);
});

test("nothing is nothing, and what is no time is told from it", () => {
  assert.equal(readTime("  "), null);
  for (const text of ["soon", "-3", "1:2:3", "2 hours", "."]) assert.equal(readTime(text), undefined, text);
});

test("what is written is read back", () => {
  for (const ms of [0, 100, 850, 1250, 62500]) assert.equal(readTime(seconds(ms)), ms);
});
