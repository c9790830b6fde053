// What the page shows before the answer has come: sketches, merged words, the journal.
import assert from "node:assert/strict";
import { test } from "node:test";
import { change, mergedWords } from "../../ritornel/parts/static/parts/state/merging.js";
import { Journal } from "../../ritornel/parts/static/parts/state/journal.js";
import { residual, sketch } from "../../ritornel/parts/static/parts/state/sketches.js";
import { withAnswer, withSlides } from "../../ritornel/parts/static/parts/state/states.js";

const DEFAULTS = {
  pace: { default_hold: 4000 }, transition: { type: "crossfade", duration: null }, step: { delay: 0, trigger: "cue" }, bed: {},
  slide: { background: "#ffffff", script: "", title: "", waits: {} }, shape: { x: 0, y: 0, width: 320, height: 180, rotation: 0, opacity: 1 },
};
const BOX = { id: "box", kind: "shape", x: 1, y: 2, width: 3, height: 4, rotation: 0, opacity: 1 };

function slide(id) {
  const step = { id: "s1", object: "box" };
  return {
    version: `v-${id}`, background: "#ffffff", names: { box: "Box" },
    document: { id, script: "One.", waits: {}, length: null, narration: null, objects: [BOX], running_order: [step] },
    nodes: [{ object: "box", key: "box", x: 1, y: 2, width: 3, height: 4, rotation: 0, opacity: 1 }],
    score: { length: 5000, targets: [], spans: [] },
    time: { length: 5000, needed: 2000, hold: 3500, groups: [{ cue: 0, start: 0, settle: 0, steps: [] }, { cue: 1, start: 1000, settle: 1500, steps: [{ id: "s1", start: 1000, end: 1500 }] }] },
  };
}

function state() {
  const brief = { title: "", ground: "#ffffff", transition: 0, cues: [1000], look: "x", voice: null };
  return {
    revision: 4, length: 8000, order: [["a", 0, 5000, "v-a"], ["b", 5000, 3000, "v-b"]], briefs: { a: brief, b: { ...brief, cues: [] } },
    slides: { a: slide("a"), b: slide("b") }, show: { title: "T", chapters: [], beds: [], pace: DEFAULTS.pace }, assets: {},
  };
}

const after = (...commands) => commands.reduce((now, command) => sketch(now, command, DEFAULTS), state());
const frozen = JSON.stringify(state());

test("objects come, move, are restacked and go, and the state before stays as it was", () => {
  const before = state();
  const made = sketch(before, { do: "add-object", slide: "a", object: { id: "o", kind: "shape", form: "ellipse" } }, DEFAULTS);
  assert.deepEqual(made.slides.a.document.objects.map((o) => o.id), ["box", "o"]);
  assert.equal(made.slides.a.nodes[1].sketch.width, 320);
  const moved = sketch(made, { do: "set-objects", slide: "a", values: { box: { x: 50 } } }, DEFAULTS);
  assert.deepEqual([moved.slides.a.document.objects[0].x, moved.slides.a.nodes[0].x], [50, 50]);
  const stacked = sketch(moved, { do: "restack", slide: "a", objects: ["box"], to: "front" }, DEFAULTS);
  assert.deepEqual(stacked.slides.a.nodes.map((n) => n.object), ["o", "box"]);
  const gone = sketch(stacked, { do: "delete-objects", slide: "a", objects: ["box"] }, DEFAULTS);
  assert.deepEqual([gone.slides.a.document.running_order, gone.slides.a.nodes.map((n) => n.object)], [[], ["o"]]);
  assert.equal(JSON.stringify(before), frozen);
});

test("copies, groups and drawn lines are there before the answer", () => {
  const copy = { id: "box", kind: "shape", x: 10, y: 20, lineage: "box" };
  const made = after({ do: "paste-objects", slide: "a", objects: [copy], ids: ["p"] }, { do: "group-objects", slide: "a", objects: ["box", "p"], group: "g" });
  assert.deepEqual(made.slides.a.document.objects.map((o) => [o.id, o.group]), [["box", "g"], ["p", "g"]]);
  const apart = sketch(made, { do: "ungroup-objects", slide: "a", objects: ["p"] }, DEFAULTS);
  assert.equal(apart.slides.a.document.objects[1].group, "");
  const line = after({ do: "draw-path", slide: "a", points: [[30, 40], [130, 90]], id: "l", values: { line: "#112233" } });
  assert.deepEqual([line.slides.a.nodes[1].x, line.slides.a.nodes[1].height], [30, 50]);
  assert.match(line.slides.a.nodes[1].svg, /points="0,0 100,50"/);
});

test("slides come in order, are copied, moved and taken away, and the starts follow", () => {
  const two = after({ do: "add-slide", after: "a", ids: ["n"] }, { do: "add-slide", after: "n", ids: ["m"] });
  assert.deepEqual(two.order.map(([id, start]) => [id, start]), [["a", 0], ["n", 5000], ["m", 9000], ["b", 13000]]);
  assert.equal(two.length, 16000);
  const copy = after({ do: "duplicate-slides", slides: ["a"], ids: ["c"] }, { do: "move-slides", slides: ["b"], before: "a" });
  assert.deepEqual(copy.order.map(([id]) => id), ["b", "a", "c"]);
  assert.deepEqual(after({ do: "delete-slides", slides: ["a"] }).order, [["b", 0, 3000, "v-b"]]);
});

test("a cue takes along what comes after it; a build that opens one takes its cue", () => {
  for (const command of [{ do: "drag-cue", slide: "a", cue: 1, by: 400 }, { do: "drag-build", slide: "a", step: "s1", by: 400 }]) {
    const now = after(command);
    assert.deepEqual([now.slides.a.time.groups[1].start, now.slides.a.time.groups[1].steps[0].end], [1400, 1900]);
    assert.deepEqual([now.briefs.a.cues, now.order[1][1], now.length], [[1400], 5400, 8400]);
  }
  assert.equal(after({ do: "drag-cue", slide: "a", cue: 1, by: -9000 }).slides.a.time.groups[1].start, 0);
});

test("a slide is never shorter than what is on it needs", () => {
  assert.equal(after({ do: "drag-slide-end", slide: "a", by: -9000 }).order[0][2], 2000);
  assert.equal(after({ do: "drag-slide-end", slide: "b", by: 500 }).length, 8500);
});

test("what was tried for a part of the way is sketched for the rest", () => {
  assert.deepEqual(residual({ do: "drag-cue", by: 70 }, { do: "drag-cue", by: 50 }), { do: "drag-cue", by: 20 });
  const set = { do: "set-objects", values: {} };
  assert.equal(residual(set, { do: "set-objects", values: {} }), set);
});

test("words of others are shown with one's own where they lie apart", () => {
  assert.equal(mergedWords("a b c", "a b c d", "z a b c"), "z a b c d");
  assert.equal(mergedWords("a b c", "x b c", "a b c d"), "x b c d");
  assert.equal(mergedWords("a b c", "a X c", "a Y c"), "a X c");
  assert.deepEqual(change("one two", "one big two"), { start: 4, end: 4, text: "big " });
  const now = after({ do: "write-script", slide: "a", script: "Zero. One.", was: "One." });
  assert.equal(now.slides.a.document.script, "Zero. One.");
});

test("an answer brings what changed, and whole slides of other versions are forgotten", () => {
  const answer = { revision: 5, order: [["a", 0, 5000, "v-a"], ["b", 5000, 9000, "new"]], briefs: { b: { title: "B" } }, slides: {}, length: 14000 };
  const now = withAnswer(state(), answer);
  assert.deepEqual([Object.keys(now.slides), now.briefs.b.title, now.briefs.a.look], [["a"], "B", "x"]);
  assert.equal(withSlides(now, { b: { version: "old" } }), now);
  assert.equal(withSlides(now, { b: { version: "new" } }).slides.b.version, "new");
});

class Shelf {
  constructor(full = false) {
    Object.assign(this, { held: new Map(), full });
  }
  getItem(key) {
    return this.held.get(key) ?? null;
  }
  setItem(key, value) {
    if (this.full) throw new Error("full");
    this.held.set(key, value);
  }
  removeItem(key) {
    this.held.delete(key);
  }
}

test("the journal lies in the browser's store until it is answered", () => {
  const shelf = new Shelf();
  const journal = new Journal("show", "page", shelf);
  const first = journal.add(3, { do: "x" });
  const open = journal.add(3, { do: "write-script", script: "a" }, { open: true });
  journal.amend(open, { do: "write-script", script: "ab" });
  assert.deepEqual(journal.sendable(50).map((e) => e.id), [first.id]);
  const again = new Journal("show", "page", shelf);
  assert.deepEqual(again.entries.map((e) => [e.command.do, e.command.script, e.base]), [["x", undefined, 3], ["write-script", "ab", 3]]);
  assert.equal(again.sendable(50).length, 2);
  again.remove([first.id, open.id]);
  assert.equal(shelf.held.size, 0);
});

test("what is open is closed by the next act, and what other pages left goes under their own name", () => {
  const journal = new Journal("show", "page", new Shelf());
  const open = journal.add(1, { do: "a" }, { open: true });
  journal.add(1, { do: "b" });
  assert.equal(open.open, false);
  journal.adopt([{ id: "old", page: "gone", base: 0, command: { do: "c" } }]);
  assert.deepEqual(journal.sendable(50).map((e) => e.id), ["old"]);
});

test("a store that is full or broken is told, and nothing fails", () => {
  const journal = new Journal("show", "page", new Shelf(true));
  journal.add(1, { do: "a" });
  assert.deepEqual([journal.trouble, journal.entries.length], [true, 1]);
  const broken = new Shelf();
  broken.held.set("ritornel/journal/show/page", "{nonsense");
  assert.deepEqual(new Journal("show", "page", broken).entries, []);
});
