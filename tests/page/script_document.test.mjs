// The script as a document of passages: in order whatever is done to it, and no word lost.
import assert from "node:assert/strict";
import { test } from "node:test";
import { countedAt, documentOf, inOrder, marksIn, placeOf, SCRIPT, scriptIn } from "../../ritornel/desk/static/desk/book/script_document.js";

const LAMP = "The lamp floats. [1] One finger turns it, [2] all four tons.";
const words = (script) => script.replace(/\[\d+\]/g, " ").split(/\s+/).filter(Boolean).join(" ");
const passages = (doc) => Array.from({ length: doc.childCount }, (_, n) => doc.child(n).textContent.trim());

/** The document after the mark of a cue was put before so many letters of the whole. */
function marked(doc, cue, count, cues) {
  const nodes = [];
  doc.forEach((passage) => {
    const kept = [];
    passage.forEach((node) => node.type.name === "mark" && node.attrs.cue === cue || kept.push(node));
    nodes.push(SCRIPT.node("passage", passage.attrs, kept));
  });
  const without = SCRIPT.node("doc", null, nodes);
  const place = placeOf(without, count);
  const index = without.resolve(place);
  const passage = index.parent;
  const put = SCRIPT.node("passage", passage.attrs, passage.content.cut(0, index.parentOffset).addToEnd(SCRIPT.node("mark", { cue })).append(passage.content.cut(index.parentOffset)));
  const all = [];
  without.forEach((one) => all.push(one === passage ? put : one));
  const changed = SCRIPT.node("doc", null, all);
  return inOrder(changed, cues) ?? changed;
}

test("a script becomes a document and the same script again", () => {
  for (const script of [LAMP, "", "No mark", "[1] At once", "Only [2] the second", "[1] [2] both empty", "One [2] two [1] three"]) {
    assert.equal(scriptIn(documentOf(script, 2)), script, script);
    assert.equal(inOrder(documentOf(script, 2), 2), null, script);
  }
  assert.deepEqual(passages(documentOf(LAMP, 2)), ["The lamp floats.", "[1]One finger turns it,", "[2]all four tons."]);
});

test("a mark is moved back, and on, and past others", () => {
  const doc = documentOf(LAMP, 2);
  assert.equal(scriptIn(marked(doc, 1, 9, 2)), "The lamp [1] floats. One finger turns it, [2] all four tons.");
  assert.equal(scriptIn(marked(doc, 1, 20, 2)), "The lamp floats. One [1] finger turns it, [2] all four tons.");
  assert.equal(scriptIn(marked(documentOf("One two three", 1), 1, 4, 1)), "One [1] two three");
});

test("no word is ever lost, and words stay apart, wherever a mark is put", () => {
  const doc = documentOf(LAMP, 2);
  const letters = countedAt(doc, doc.content.size - 1);
  for (const cue of [1, 2]) {
    for (let count = 0; count < letters; count++) {
      const now = scriptIn(marked(doc, cue, count, 2));
      assert.equal(words(now).replaceAll(" ", ""), words(LAMP).replaceAll(" ", ""), now);
    }
  }
});

test("a mark that was deleted gives its words to the cue before", () => {
  const doc = documentOf(LAMP, 2);
  const gone = SCRIPT.node("doc", null, [doc.child(0), SCRIPT.node("passage", { cue: 1 }, SCRIPT.text("One finger turns it,")), doc.child(2)]);
  assert.equal(scriptIn(inOrder(gone, 2, new Set([1]))), "The lamp floats. One finger turns it, [2] all four tons.");
});

test("words that are written for a cue without a mark stay with it and give it one", () => {
  const doc = SCRIPT.node("doc", null, [SCRIPT.node("passage", { cue: 0 }, SCRIPT.text("Before.")), SCRIPT.node("passage", { cue: 1 }, SCRIPT.text("After."))]);
  assert.equal(inOrder(doc, 1), null);
  assert.equal(scriptIn(doc), "Before. [1] After.");
});

test("places are found again by the letters before them", () => {
  const doc = documentOf(LAMP, 2);
  for (let count = 0; count <= 40; count++) assert.equal(countedAt(doc, placeOf(doc, count)), count);
  assert.deepEqual(marksIn(doc).map((mark) => mark.cue), [1, 2]);
});
