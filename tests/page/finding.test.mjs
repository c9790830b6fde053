// Words that are typed to find a choice.
import assert from "node:assert/strict";
import { test } from "node:test";
import { finds, read } from "../../ritornel/parts/static/parts/sentences/finding.js";

const CHOICES = ["pushes from the left", "pushes from the right", "sweeps over from the left softly", "opens as a circle iris", "softly", "hard"];
const found = (typed) => CHOICES.filter((told) => finds(read(typed), told));

test("words are found in any order and form", () => {
  assert.deepEqual(found("push left"), ["pushes from the left"]);
  assert.deepEqual(found("left push"), ["pushes from the left"]);
  assert.deepEqual(found("from left"), ["pushes from the left", "sweeps over from the left softly"]);
  assert.deepEqual(found("pushing"), ["pushes from the left", "pushes from the right"]);
  assert.deepEqual(found("softer"), ["sweeps over from the left softly", "softly"]);
  assert.deepEqual(found("iris circles"), ["opens as a circle iris"]);
  assert.deepEqual(found("left right"), []);
  assert.deepEqual(found("from"), CHOICES.slice(0, 3));
});

test("a time is read wherever it stands, and is no word", () => {
  assert.deepEqual(read("2 s"), { words: [], time: 2000, text: "" });
  assert.deepEqual(read("0,8s"), { words: [], time: 800, text: "" });
  assert.deepEqual(read("300ms"), { words: [], time: 300, text: "" });
  assert.deepEqual(read("push left 2 s"), { words: ["push", "left"], time: 2000, text: "push left" });
  assert.equal(read("push").time, undefined);
});
