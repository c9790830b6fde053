// Less motion: the same times, crossfades and fades, and everything where it would end.

import assert from "node:assert/strict";
import test from "node:test";
import { calmed } from "../../ritornel/play/static/play/calm.js";
import { evaluate, stateAt } from "../../ritornel/play/static/play/evaluate.js";

const LINEAR = [0, 0, 1, 1];
const track = (property, times, values, easings, more = {}) => ({ property, times, values, easings, ...more });
const state = (tracks, time) => {
  const target = { key: "a", tracks };
  const slide = { score: { transition: { duration: 0, pieces: [] }, targets: [target] } };
  return stateAt(calmed(slide).score.targets[0].tracks, time);
};

test("what slides in fades in, as long, and is in its place", () => {
  const tracks = [track("visible", [0, 1000], [0, 1], [[]]), track("x", [0, 1000, 2000], [0, -300, 0], [[], LINEAR])];
  assert.deepEqual([state(tracks, 500), state(tracks, 1500), state(tracks, 2500)], [
    { visible: 0, x: 0, opacity: 1 }, { visible: 1, x: 0, opacity: 0.5 }, { visible: 1, x: 0, opacity: 1 },
  ]);
});

test("what slides out fades out, and comes back whole", () => {
  const tracks = [track("visible", [0, 2000, 3000], [1, 0, 1], [[], []]), track("x", [0, 1000, 2000, 2000], [0, 0, 300, 0], [[], LINEAR, []])];
  assert.deepEqual([500, 1250, 1999].map((t) => Math.round(state(tracks, t).opacity * 100) / 100), [1, 0.75, 0]);
  assert.deepEqual(state(tracks, 3500), { visible: 1, x: 0, opacity: 1 });
});

test("a pulse is not seen, a move is done at once and stays", () => {
  const pulse = track("scale_x", [0, 1000, 1500, 2000], [1, 1, 1.4, 1], [[], LINEAR, LINEAR], { run: [1000, 1000, 4000] });
  assert.deepEqual([900, 1500, 3500].map((t) => state([pulse], t).scale_x), [1, 1, 1]);
  const moved = track("x", [0, 1000, 2000], [0, 0, 120], [[], LINEAR]);
  assert.deepEqual([900, 1001, 5000].map((t) => state([moved], t).x), [0, 120, 120]);
});

test("what fades by itself does so once, and films go on", () => {
  const tracks = [
    track("visible", [0, 1000], [0, 1], [[]]), track("opacity", [0, 1000, 2000], [1, 0, 1], [[], LINEAR]),
    track("media_time", [0, 4000], [0, 4000], [LINEAR]),
  ];
  assert.deepEqual(state(tracks, 1500), { visible: 1, opacity: 0.5, media_time: 1500 });
});

test("a transition is a crossfade of the same length", () => {
  const plan = { duration: 900, backdrop: "#112233", reverse: true, easing: [0.4, 0, 0.6, 1], pieces: [{ of: "new" }, { of: "old", cells: {} }] };
  const { transition } = calmed({ score: { transition: plan, targets: [] } }).score;
  assert.deepEqual([transition.duration, transition.reverse, transition.pieces.map((piece) => piece.of)], [900, false, ["old", "new"]]);
  assert.deepEqual(stateAt(transition.pieces[1].tracks, 500_000), { opacity: 0.5 });
});

test("a move over a plane is a crossfade, as long", () => {
  const here = [0, 0, 100, 0];
  const there = [50, 0, 100, 0];
  const view = track("view", [0, 1000, 1500, 2000, 3000], [here, here, [25, 0, 200, 0], there, there], [[], LINEAR, LINEAR, []]);
  const slide = { score: { transition: { duration: 0, pieces: [] }, targets: [{ key: "/view", tracks: [view] }] } };
  const play = { order: [["s", 0, 4000]], slides: { s: calmed(slide) } };
  const seen = (time) => evaluate(play, time).layers.map(({ targets, properties }) => [targets["/view"].view[0], properties.opacity]);
  assert.deepEqual([seen(900), seen(1250), seen(1750), seen(2000)], [[[0, undefined]], [[0, undefined], [50, 0.25]], [[0, undefined], [50, 0.75]], [[50, undefined]]]);
});
