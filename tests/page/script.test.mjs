// The script as passages and back.
import assert from "node:assert/strict";
import { test } from "node:test";
import { passagesOf, scriptOf, withMarkAt } from "../../ritornel/shows/static/shows/desk/script.js";

const LAMP = "The lamp floats. [1] One finger turns it, [2] all four tons.";
const texts = (passages) => passages.map((p) => p.text);

test("marks divide the script into passages", () => {
  assert.deepEqual(texts(passagesOf(LAMP, 2)), ["The lamp floats.", "One finger turns it,", "all four tons."]);
});

test("passages become the same script again", () => {
  for (const script of [LAMP, "", "No mark", "[1] At once", "Only [2] the second", "[1] [2] both empty"]) {
    assert.equal(scriptOf(passagesOf(script, 2)), script, script);
  }
});

test("marks beyond the cues, and those that go back, stay as they are written", () => {
  assert.deepEqual(texts(passagesOf("One [3] two [1] three", 1)), ["One [3] two", "three"]);
  assert.deepEqual(texts(passagesOf("One [2] two [1] three", 2)), ["One", "", "two [1] three"]);
});

test("words written for a cue without a mark give it one", () => {
  const passages = passagesOf("Before.", 1);
  passages[1].text = "After.";
  assert.equal(scriptOf(passages), "Before. [1] After.");
});

test("a cue without a mark or words gets none", () => {
  assert.equal(scriptOf(passagesOf("Before.", 2)), "Before.");
});

test("a mark is moved back into the passage before", () => {
  assert.equal(scriptOf(withMarkAt(passagesOf(LAMP, 2), 1, 0, 9)), "The lamp [1] floats. One finger turns it, [2] all four tons.");
});

test("a mark is moved on in its own passage", () => {
  assert.equal(scriptOf(withMarkAt(passagesOf(LAMP, 2), 1, 1, 4)), "The lamp floats. One [1] finger turns it, [2] all four tons.");
});

test("a mark that is moved past the next takes the next one along", () => {
  const moved = withMarkAt(passagesOf(LAMP, 2), 1, 2, 4);
  assert.equal(scriptOf(moved), "The lamp floats. One finger turns it, all [1] [2] four tons.");
});

test("a mark that is moved before the one before pushes it on", () => {
  const moved = withMarkAt(passagesOf(LAMP, 2), 2, 0, 4);
  assert.equal(scriptOf(moved), "The [1] [2] lamp floats. One finger turns it, all four tons.");
});

test("a missing mark is put where it is dropped", () => {
  assert.equal(scriptOf(withMarkAt(passagesOf("One two three", 1), 1, 0, 4)), "One [1] two three");
});

test("no word is ever lost by moving a mark", () => {
  const words = (script) => script.replace(/\[\d+\]/g, " ").split(/\s+/).filter(Boolean).join(" ");
  for (const cue of [1, 2]) {
    for (const place of [0, 1, 2]) {
      const passages = passagesOf(LAMP, 2);
      for (let offset = 0; offset <= passages[place].text.length; offset++) {
        if (/\S/.test(passages[place].text[offset - 1] ?? " ")) continue;
        assert.equal(words(scriptOf(withMarkAt(passages, cue, place, offset))), words(LAMP), `${cue} ${place} ${offset}`);
      }
    }
  }
});
