// The script as passages and back.
import assert from "node:assert/strict";
import { test } from "node:test";
import { passagesOf, scriptOf } from "../../ritornel/shows/static/shows/desk/book/passages.js";

const LAMP = "The lamp floats. [1] One finger turns it, [2] all four tons.";
const texts = (passages) => passages.map((p) => p.text);

test("marks divide the script into passages", () => {
  assert.deepEqual(texts(passagesOf(LAMP, 2)), ["The lamp floats.", "One finger turns it,", "all four tons."]);
});

test("passages become the same script again", () => {
  for (const script of [LAMP, "", "No mark", "[1] At once", "Only [2] the second", "[1] [2] both empty", "One [2] two [1] three", "a [1] b [1] c [2]"]) {
    assert.equal(scriptOf(passagesOf(script, 2)), script, script);
  }
});

test("marks beyond the cues, and those that go back, stay as they are written", () => {
  assert.deepEqual(texts(passagesOf("One [3] two [1] three", 1)), ["One [3] two", "three"]);
  assert.deepEqual(texts(passagesOf("One [2] two [1] three", 2)), ["One [2] two", "", "three"]);
});

test("words written for a cue without a mark give it one", () => {
  const passages = passagesOf("Before.", 1);
  passages[1].text = "After.";
  assert.equal(scriptOf(passages), "Before. [1] After.");
});

test("a cue without a mark or words gets none", () => {
  assert.equal(scriptOf(passagesOf("Before.", 2)), "Before.");
});
