import assert from "node:assert/strict";
import test from "node:test";

import { wordsIn } from "../../ritornel/parts/static/parts/state/unsent.js";

test("what was written is found in whatever it was to change, the last first, each once", () => {
  const commands = [
    { do: "set-slides", slides: ["s1"], values: { script: "The lamp turns." } },
    "undo",
    { do: "set-objects", slide: "s1", values: { o1: { paragraphs: [{ text: "Four flashes" }, { text: " " }], fill: "#fff" } } },
    { do: "set-slides", slides: ["s1"], values: { script: "The lamp turns." } },
  ];
  assert.deepEqual(wordsIn(commands), ["The lamp turns.", "Four flashes"]);
});

test("numbers, colours and names of things are not words", () => {
  assert.deepEqual(wordsIn([{ do: "set-objects", slide: "s1", values: { o1: { x: 3, fill: "#fff", id: "lamp" } } }]), []);
});
