import assert from "node:assert/strict";
import test from "node:test";

import { RunRecorder } from "../../ritornel/takes/static/takes/recording/run_recorder.js";

const RATE = 1000;

/** A run that began at 5000 and has heard nothing yet, with what was kept of it. */
function begun() {
  const kept = [];
  const devices = { microphone: { rate: RATE }, camera: null };
  const run = Object.assign(Object.create(RunRecorder.prototype), { devices, pieces: { add: (samples) => kept.push(...samples) }, fed: 0, since: 5000, until: -Infinity, lastAt: null });
  return { run, kept };
}

const spoken = (count) => ({ samples: new Int16Array(count).fill(7) });

test("what was heard before the run is left out", () => {
  const { run, kept } = begun();
  run.hear(spoken(100), 5030);
  assert.deepEqual(kept, Array(30).fill(7));
});

test("what is lost at the beginning is silence: what comes later stays where it was spoken", () => {
  const { run, kept } = begun();
  run.hear(spoken(100), 5600);
  assert.deepEqual(kept, [...Array(500).fill(0), ...Array(100).fill(7)]);
  assert.equal(run.voiceAt(5650), 650);
});

test("what is lost on the way is silence", () => {
  const { run, kept } = begun();
  run.hear(spoken(100), 5100);
  run.hear(spoken(100), 5400);
  assert.equal(kept.length, 400);
  assert.equal(run.voiceAt(5400), 400);
});
