import assert from "node:assert/strict";
import test from "node:test";

const made = [];
globalThis.Image = class {
  constructor() {
    made.push(this);
  }
};
const { keepPicture } = await import("../../ritornel/play/static/play/kept_pictures.js");

test("a picture that comes again is not made again, unless forty others came since", () => {
  keepPicture("first");
  for (let n = 0; n < 39; n++) keepPicture(`picture ${n}`);
  keepPicture("first");
  assert.equal(made.length, 40);
  for (let n = 39; n < 79; n++) keepPicture(`picture ${n}`);
  assert.equal(made.length, 80);
  keepPicture("first");
  assert.equal(made.length, 81);
  keepPicture(undefined);
  assert.equal(made.length, 81);
});
