// What others hold in their hand lies on top of what is kept, lands softly, and never stops a page.

import assert from "node:assert/strict";
import { test } from "node:test";

globalThis.addEventListener = () => {};
globalThis.document = { cookie: "", querySelector: () => null };
globalThis.fetch = async (address, { body }) => {
  sent.push(JSON.parse(body));
  return { text: async () => "" };
};
const sent = [];
const { Presence } = await import("../../ritornel/parts/static/parts/state/presence.js");

function made() {
  const store = {
    address: "/shows/s/", journal: { page: "mine", entries: [] }, kept: { revision: 3 }, trial: { now: null }, focus: "one", went: [],
    on() {}, changed() {}, compose() {}, sketched: (state, { x }) => ({ ...state, x }), focusSlide: (id) => (store.focus = id),
  };
  return [store, new Presence(store)];
}

test("what is held is shown, and one's own hand is not heard of", (t) => {
  t.mock.timers.enable({ apis: ["setInterval", "setTimeout"] });
  const [, presence] = made();
  presence.learn({ page: "mine", name: "me", slide: "one", holding: { x: 1 } });
  presence.learn({ page: "theirs", name: "ebba", slide: "one", holding: { x: 7 } });
  assert.deepEqual(presence.over({ x: 0 }), { x: 7 });
  assert.deepEqual(presence.shown.map(({ name }) => name), ["ebba"]);
  presence.learn({ page: "theirs", name: "ebba", slide: null });
  assert.deepEqual(presence.over({ x: 0 }), { x: 0 });
});

test("what was let go of stays until it is kept, or for a while", (t) => {
  t.mock.timers.enable({ apis: ["setInterval", "setTimeout"] });
  const [store, presence] = made();
  presence.learn({ page: "theirs", name: "ebba", slide: "one", holding: { x: 7 } });
  presence.learn({ page: "theirs", name: "ebba", slide: "one", holding: null });
  assert.deepEqual(presence.over({ x: 0 }), { x: 7 });
  store.kept.revision = 4;
  assert.deepEqual(presence.over({ x: 8 }), { x: 8 });
  presence.learn({ page: "theirs", name: "ebba", slide: "one", holding: { x: 9 } });
  presence.learn({ page: "theirs", name: "ebba", slide: "one", holding: null });
  t.mock.timers.tick(2600);
  assert.deepEqual(presence.over({ x: 8 }), { x: 8 });
});

test("a hand that does not fit any more is passed over", (t) => {
  t.mock.timers.enable({ apis: ["setInterval", "setTimeout"] });
  const [store, presence] = made();
  store.sketched = () => {
    throw new TypeError("there is no such object");
  };
  presence.learn({ page: "theirs", name: "ebba", slide: "one", holding: { x: 7 } });
  assert.deepEqual(presence.over({ x: 0 }), { x: 0 });
});

test("one follows until one goes elsewhere oneself", (t) => {
  t.mock.timers.enable({ apis: ["setInterval", "setTimeout"] });
  const [store, presence] = made();
  presence.learn({ page: "theirs", name: "ebba", slide: "two" });
  presence.follow("theirs");
  presence.learn({ page: "theirs", name: "ebba", slide: "three" });
  assert.equal(store.focus, "three");
  store.focus = "one";
  presence.look();
  presence.learn({ page: "theirs", name: "ebba", slide: "four" });
  assert.equal(store.focus, "one");
});

test("where one is is told once, and what one holds only where somebody sees it", (t) => {
  t.mock.timers.enable({ apis: ["setInterval", "setTimeout"] });
  const [store, presence] = made();
  store.trial.now = { command: { x: 5 } };
  presence.look();
  t.mock.timers.tick(60);
  presence.look();
  t.mock.timers.tick(60);
  assert.deepEqual(sent.splice(0), [{ page: "mine", slide: "one", holding: null }]);
  presence.learn({ page: "theirs", name: "ebba", slide: "one" });
  presence.look();
  t.mock.timers.tick(60);
  assert.deepEqual(sent.splice(0), [{ page: "mine", slide: "one", holding: { x: 5 } }]);
});
