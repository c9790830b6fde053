import assert from "node:assert/strict";
import test from "node:test";

let made = 0;
let loads = 0;

class Medium {
  constructor(tag) {
    made++;
    Object.assign(this, { tagName: tag, own: new Map() });
  }
  get attributes() {
    return [...this.own.keys()].map((name) => ({ name }));
  }
  getAttribute(name) {
    return this.own.get(name) ?? null;
  }
  hasAttribute(name) {
    return this.own.has(name);
  }
  removeAttribute(name) {
    this.own.delete(name);
  }
  set src(address) {
    loads++;
    this.own.set("src", address);
  }
  pause() {}
  remove() {}
  load() {}
}
globalThis.document = { createElement: (tag) => new Medium(tag) };
const { release, takeMedium } = await import("../../ritornel/play/static/play/media_pool.js");

test("a medium that comes again is the same one, and is not read again", () => {
  const lamp = takeMedium("VIDEO", "lamp");
  lamp.own.set("poster", "p");
  release(lamp);
  assert.deepEqual([...lamp.own], [["src", "lamp"]]);
  for (let n = 0; n < 20; n++) release(takeMedium("VIDEO", "lamp"));
  assert.deepEqual([made, loads], [1, 1]);
});

test("of many that go round some are kept, what they have read goes with the oldest, and no more are made than that", () => {
  const before = made;
  const names = ["a", "b", "c", "d", "e", "f", "g", "h"];
  const first = names.map((name) => takeMedium("VIDEO", name));
  first.forEach(release);
  assert.deepEqual(first.map((one) => one.getAttribute("src")), [null, null, null, "d", "e", "f", null, null]);
  assert.equal(takeMedium("VIDEO", "e"), first[4]);
  release(first[4]);
  for (let n = 0; n < 30; n++) release(takeMedium("VIDEO", names[n % 8]));
  assert.equal(made - before, 7);
});

test("one without an address has none, whoever had it before", () => {
  release(takeMedium("AUDIO", "sea"));
  const plain = takeMedium("AUDIO");
  assert.equal(plain.getAttribute("src"), null);
  release(plain);
  release(plain);
  assert.notEqual(takeMedium("AUDIO"), takeMedium("AUDIO"));
});
