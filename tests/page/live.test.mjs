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

test("back takes the last cue back, also that which brought the slide", () => {
  const live = new Live(ORDER, script());
  live.start(0);
  live.give(1000);
  live.back(1500);
  assert.deepEqual([live.slide, live.cue, live.time], [0, 0, 500]);
  live.give(2000);
  live.give(3000);
  assert.equal(live.slide, 1);
  live.back(3500);
  assert.deepEqual([live.slide, live.cue, live.time], [0, 1, 2600]);
  live.back(3600);
  live.back(3700);
  assert.deepEqual([live.slide, live.cue], [0, 0]);
  assert.deepEqual(live.instants.slice(-2), [{ kind: "slide", at: 3500, slide: "one", cue: 1 }, { kind: "back", at: 3600, slide: "one", cue: 0 }]);
});

test("it goes anywhere: to a slide, a cue, an instant; before it has begun that is where it begins", () => {
  const live = new Live(ORDER, script());
  live.goTo("two", 0);
  live.start(100);
  assert.deepEqual([live.slide, live.instants], [1, [{ kind: "slide", at: 0, slide: "two" }]]);
  live.goTo("one", 600, 1);
  assert.deepEqual([live.slide, live.cue, live.time], [0, 1, 2600]);
  live.pause(700);
  live.goToTime(5600, 800);
  assert.deepEqual([live.slide, live.cue, live.time, live.running], [1, 0, 5600, false]);
  live.goToTime(2300, 900);
  assert.deepEqual([live.slide, live.cue, live.time], [0, 1, 2300]);
  live.goTo("none", 900);
  live.goTo("one", 900, 9);
  assert.equal(live.time, 2300);
});

test("a run goes on in another page, and what lies between is a pause", () => {
  const live = new Live(ORDER, script());
  live.start(1000);
  run(live, 1000, 1000);
  live.give(2000);
  const left = { instants: live.instants, at: live.at(2400), place: live.place };
  const again = new Live(ORDER, script());
  again.restore(left, 5000, 90_000);
  again.goOn(90_000);
  assert.deepEqual([again.slide, again.cue, again.time, again.running], [0, 1, 2000, true]);
  assert.deepEqual(again.instants.at(-1), { kind: "pause", at: 6400, length: 5000 });
  assert.equal(again.elapsed, left.place.elapsed);
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

test("a slide that is skipped is called for, takes time that was not planned, and the show goes on where it stands", () => {
  const order = [...ORDER, ["extra", 8000, 4000], ["last", 12_000, 4000]];
  const groups = [{ cue: 0, start: 0, settle: 0, advance: "presenter" }];
  const plan = [...script(), { id: "extra", advance: "presenter", groups }, { id: "last", advance: "presenter", groups }];
  const live = new Live(order, plan, { planned: 2, after: [1, 2] }); // the one before “two”, the other at the end
  live.start(0);
  live.goTo("extra", 0);
  run(live, 0, 1000);
  assert.deepEqual([live.slide, live.time, live.ahead], [2, 9000, 4000]);
  live.give(1000);
  assert.deepEqual([live.slide, live.ahead], [1, 4000]);
  live.give(1000); // the end of what is planned is the end
  assert.equal(live.ended, true);

  const other = new Live(order, plan, { planned: 2, after: [1, 2] });
  other.start(0);
  other.goTo("last", 0);
  other.back(10);
  assert.equal(other.slide, 1);
  other.goTo("extra", 20);
  other.back(30);
  assert.deepEqual([other.slide, other.cue], [0, 1]);
  other.goTo("last", 40);
  other.give(50);
  assert.equal(other.ended, true);
  const third = new Live(order, plan, { planned: 2, after: [1, 2] });
  third.start(0);
  third.goToTime(13_000, 10);
  assert.equal(third.slide, 1, "no instant of the show lies in what is not in it");
});
