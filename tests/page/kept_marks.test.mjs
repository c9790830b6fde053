// Marks that went with words written anew: where they stand then.

import assert from "node:assert/strict";
import { test } from "node:test";
import { keptMarks } from "../../ritornel/desk/static/desk/book/kept_marks.js";

/** A script with its marks as letters, and where they are. */
function linear(script) {
  const marks = [];
  let text = "";
  for (const piece of script.split(/(\[\d\])/)) {
    const mark = piece.match(/^\[(\d)\]$/);
    if (mark) marks.push({ cue: Number(mark[1]), at: text.length });
    text += mark ? String.fromCharCode(0xe000 + Number(mark[1])) : piece;
  }
  return { text, marks };
}

function rewritten(before, after, cues = null) {
  const { text, marks } = linear(before);
  const lost = marks.filter(({ cue }) => !cues || cues.includes(cue));
  let made = linear(after).text;
  for (const { cue, at } of keptMarks(text, made, lost).toReversed()) made = `${made.slice(0, at)}[${cue}]${made.slice(at)}`;
  return made.replace(/[\ue000-\uefff]/g, (letter) => `[${letter.charCodeAt(0) - 0xe000}]`);
}

test("a mark stays before the word that called for it", () => {
  assert.equal(rewritten("The lamp floats, [1] one finger turns it.", "Our lamp swims, and one finger moves it."), "Our lamp swims, and [1]one finger moves it.");
});

test("where that word is gone it stays after the words before it", () => {
  assert.equal(rewritten("The lamp floats [1] on mercury. Good.", "The lamp floats in a bath. Good."), "The lamp floats [1]in a bath. Good.");
});

test("where nothing is the same it is as far in as it was", () => {
  assert.equal(rewritten("a b [1] c d", "one two three four"), "one two [1]three four");
  assert.equal(rewritten("x a b c [1] d y", "x q y"), "x q[1] y");
});

test("several keep their order, and words deleted leave them where they were", () => {
  assert.equal(rewritten("It [1] turns [2] and floats [3] well.", "It well."), "It [1][2][3]well.");
  assert.equal(rewritten("It [1] turns, [2] and floats.", "It spins, and swims."), "It [1]spins, [2]and swims.");
});

test("one at the edge of what was written anew stays at that edge", () => {
  assert.equal(rewritten("A [1] b [2] c.", "A [1] new c.", [2]), "A [1] new[2] c.");
  assert.equal(rewritten("A [1] b c.", "A new c."), "A [1]new c.");
});
