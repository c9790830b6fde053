// Live runs: the score's playhead, waiting where a presenter gives the cue.
import assert from "node:assert/strict";
import { test } from "node:test";
import { Live } from "../../ritornel/play/static/play/live.js";

const ORDER = [["one", 0, 5000], ["two", 5000, 3000]];
const script = (advance = "presenter", cueAdvance = advance) => [
  { id: "one", advance, groups: [{ cue: 0, start: 0, settle: 500, advance }, { cue: 1, start: 2000, settle: 2600, advance: cueAdvance }] },
  { id: "two", advance, groups: [{ cue: 0, start: 0, settle: 0, advance }] },
];

/** Lets time pass in steps of a frame. */
function run(live, from, ms) {
  for (let t = from + 20; t <= from + ms; t += 20) live.pass(t);
  return from + ms;
}

test("the playhead waits where a cue is to be given", () => {
  const live = new Live(ORDER, script());
  live.start(0);
  run(live, 0, 9000);
  assert.equal(live.time, 1999);
  assert.equal(live.cue, 0);
  assert.equal(live.elapsed, 9000);
});

test("a cue that comes early goes to its group at once", () => {
  const live = new Live(ORDER, script());
  live.start(0);
  run(live, 0, 200);
  live.give(200);
  assert.equal(live.time, 2000);
  assert.equal(live.ahead, 1800);
});

test("the clock gives its own cues, and the next slide", () => {
  const live = new Live(ORDER, script("clock"));
  live.start(0);
  run(live, 0, 2100);
  assert.equal(live.cue, 1);
  run(live, 2100, 3000);
  assert.equal(live.slide, 1);
  run(live, 5100, 3100);
  assert.equal(live.ended, true);
});

test("a cue may have another giver than its slide", () => {
  const live = new Live(ORDER, script("presenter", "clock"));
  live.start(0);
  run(live, 0, 4900);
  assert.equal(live.cue, 1);
  run(live, 4900, 4000);
  assert.equal(live.slide, 0);
});

test("what was given is kept with its instants, pauses with their length", () => {
  const live = new Live(ORDER, script());
  live.start(100);
  live.give(1100);
  live.pause(1500);
  live.goOn(2500);
  live.give(3100);
  live.give(4100);
  assert.deepEqual(live.instants, [
    { kind: "slide", at: 0, slide: "one" },
    { kind: "cue", at: 1000, slide: "one", cue: 1 },
    { kind: "pause", at: 2400, length: 1000 },
    { kind: "slide", at: 3000, slide: "two" },
    { kind: "end", at: 4000 },
  ]);
});

test("while it is paused nothing passes and nothing is given", () => {
  const live = new Live(ORDER, script());
  live.start(0);
  run(live, 0, 400);
  live.pause(400);
  run(live, 400, 1000);
  live.give(1400);
  assert.deepEqual([live.time, live.elapsed, live.cue], [400, 400, 0]);
});

test("ahead holds until the next cue is overdue, then falls", () => {
  const live = new Live(ORDER, script());
  live.start(0);
  run(live, 0, 1500);
  assert.equal(live.ahead, 0);
  run(live, 1500, 1500);
  assert.equal(live.ahead, -1000);
});

test("back goes to the beginning of the slide, then of the one before", () => {
  const live = new Live(ORDER, script());
  live.start(0);
  live.give(1000);
  live.give(2000);
  assert.equal(live.slide, 1);
  live.back(2500);
  assert.deepEqual([live.slide, live.cue, live.time], [0, 0, 0]);
  live.give(3000);
  live.back(3500);
  assert.deepEqual([live.slide, live.cue], [0, 0]);
});

test("ending while it is paused closes the pause", () => {
  const live = new Live(ORDER, script());
  live.start(0);
  live.pause(500);
  live.end(900);
  assert.deepEqual(live.instants.slice(1).map((i) => [i.kind, i.at]), [["pause", 900], ["end", 900]]);
  live.end(1000);
  assert.equal(live.instants.length, 3);
});
