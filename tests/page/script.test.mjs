// The script as passages.
import assert from "node:assert/strict";
import { test } from "node:test";
import { passagesOf } from "../../ritornel/desk/static/desk/book/passages.js";

const LAMP = "The lamp floats. [1] One finger turns it, [2] all four tons.";
const texts = (passages) => passages.map((p) => p.text);

test("marks divide the script into passages", () => {
  assert.deepEqual(texts(passagesOf(LAMP, 2)), ["The lamp floats.", "One finger turns it,", "all four tons."]);
});

test("marks beyond the cues, and those that go back, stay as they are written", () => {
  assert.deepEqual(texts(passagesOf("One [3] two [1] three", 1)), ["One [3] two", "three"]);
  assert.deepEqual(texts(passagesOf("One [2] two [1] three", 2)), ["One [2] two", "", "three"]);
});
