// Evaluates scores at instants with the page's own evaluator: JSON in, JSON out.
import { readFileSync } from "node:fs";
import { evaluate } from "../../ritornel/site/static/site/play/evaluate.js";

const cases = JSON.parse(readFileSync(0, "utf8"));
process.stdout.write(JSON.stringify(cases.map(({ play, times }) => times.map((time) => evaluate(play, time)))));
