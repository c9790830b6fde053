import assert from "node:assert/strict";
import { test } from "node:test";
import { readNumber } from "../../ritornel/site/static/site/numbers.js";

test("numbers, and sums of them", () => {
  const told = { "877+40": 917, " 12,5 ": 12.5, "-3": -3, "2*(3+4)-1/2": 13.5, "10-2-3": 5, "8/2/2": 2, ".5": 0.5, "--2": 2, "1280/3": 1280 / 3 };
  for (const [text, number] of Object.entries(told)) assert.equal(readNumber(text), number, text);
});

test("shares of a whole", () => {
  const told = { "50%": 640, "1/3": 1280 / 3, "50%-10": 630, "100% - 2*40": 1200, "3/2": 1.5, "1/3+0": 1 / 3 };
  for (const [text, number] of Object.entries(told)) assert.equal(readNumber(text, 1280), number, text);
});

test("what is no number", () => {
  for (const text of ["", "  ", "1+", "(2", "2)", "1 2", "50%", "4/0", "x", "1e3", "2**3", "()", "%", "1..2"]) assert.equal(readNumber(text), undefined, text);
});
