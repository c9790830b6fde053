// Answers cases with the page's own code: {what, cases} in, answers out.
import { readFileSync } from "node:fs";
import { minutes, readTime, tenths } from "../../ritornel/site/static/site/times.js";
import { eased, evaluate, restAt } from "../../ritornel/play/static/play/evaluate.js";
import { HEIGHTS, isAbove } from "../../ritornel/play/static/play/captions.js";
import { FAMILIES } from "../../ritornel/play/static/play/families.js";
import { documentOf as documentOfText, paragraphsOf } from "../../ritornel/desk/static/desk/writing/rich_document.js";
import { PEN, PEN_OF_LETTERS, SOFTLY, frameAt } from "../../ritornel/play/static/play/frame.js";
import { Live } from "../../ritornel/play/static/play/live.js";
import { matrixOf } from "../../ritornel/play/static/play/placing.js";
import { beatsOf } from "../../ritornel/desk/static/desk/timeline/beats.js";
import { pointsOf, turns } from "../../ritornel/play/static/play/mixing.js";
import { gainAt, placeAt } from "../../ritornel/play/static/play/spans.js";
import { bendTo, bowOn, endsOf, gripsOf, isOnLine, lineBetween } from "../../ritornel/parts/static/parts/geometry/line_ends.js";
import { kindOf } from "../../ritornel/parts/static/parts/media/kinds.js";
import { passagesOf } from "../../ritornel/desk/static/desk/book/passages.js";
import { sketchedCase, sketchNames } from "./sketched.mjs";
import { documentOf, scriptIn } from "../../ritornel/desk/static/desk/book/script_document.js";

/** A run in frames of 20 ms; `acts` are [ms, "give" | "pause" | "goOn" | "back"]. Tells instants and pace at each look. */
function run({ order, script, acts, until }) {
  const live = new Live(order, script);
  const looks = [];
  live.start(0);
  const waiting = [...acts];
  for (let t = 20; t <= until && !live.ended; t += 20) {
    live.pass(t);
    while (waiting.length && waiting[0][0] <= t) live[waiting.shift()[1]](t);
    if (live.running) looks.push([t, live.ahead, live.instants.length, live.slide, live.cue]);
  }
  return { instants: live.instants, looks };
}

const answers = {
  evaluate: ({ play, times }) => times.map((time) => evaluate(play, time)),
  frames: ({ play, times }) => times.map((time) => frameAt(play, time)),
  rests: ({ play, times }) => times.map((time) => restAt(play, time)),
  line: ({ line, points }) => ({
    grips: gripsOf(line),
    between: lineBetween(endsOf(line).start, endsOf(line).end),
    bend: bendTo(line, bowOn(line), 1),
    on: points.map(([x, y]) => isOnLine(line, { x, y }, 1)),
  }),
  file: ({ name, kinds }) => kindOf({ name }, kinds),
  drawing: () => ({ pen: PEN, pen_of_letters: PEN_OF_LETTERS, softly: SOFTLY }),
  eased: ({ easing, shares }) => shares.map((share) => eased(easing, share)),
  matrix: ({ rotation, state }) => matrixOf(rotation, state),
  turns: ({ span, first, last }) => [...turns(span, first, last)].map((turn) => [turn.start, turn.end, turn.from, turn.rise, turn.fall]),
  beats: ({ bed, span, asset, first, last }) => beatsOf(bed, span, asset, first, last).map((beat) => [beat.at, beat.opens]),
  points: ({ track }) => pointsOf(track),
  span: ({ span, times }) => times.map((time) => [placeAt(span, time), gainAt(span, time)]),
  script: ({ script, cues }) => [passagesOf(script, cues).map((p) => p.text), scriptIn(documentOf(script, cues))],
  live: run,
  words: ({ ms }) => [minutes(ms), tenths(ms)],
  families: () => FAMILIES,
  captions: ({ nodes, place, height }) => ({ heights: HEIGHTS, above: isAbove({ nodes }, place, height) }),
  rich: ({ paragraphs }) => paragraphsOf(documentOfText(paragraphs)),
  sketch: sketchedCase,
  sketches: sketchNames,
  read: ({ text }) => readTime(text) ?? null,
};
const { what, cases } = JSON.parse(readFileSync(0, "utf8"));
process.stdout.write(JSON.stringify(cases.map(answers[what])));
