// A show for those who ask their system for less motion: transitions and moves over a plane are crossfades, builds that
// move are fades, and what they leave behind is there at once. No time changes.

import { VIEW_KEY, WHOLE } from "./evaluate.js";

const MOVES = new Set(["view", "x", "y", "scale_x", "scale_y", "rotate", "turn_x", "turn_y", "pivot_x", "pivot_y", "blur", "clip", "soft"]);
const LINEAR = [0, 0, 1, 1];
const HOLD = [];
const calmly = new WeakMap(); // what was made calm, by what it was made from

/** Whether the viewer's system asks for less motion. */
export function wantsCalm() {
  return matchMedia("(prefers-reduced-motion: reduce)").matches;
}

/** Slides of a play by id, as whoever looks on wishes to see them. */
export function asWished(slides) {
  if (!wantsCalm()) return slides;
  if (!calmly.has(slides)) calmly.set(slides, Object.fromEntries(Object.entries(slides).map(([id, slide]) => [id, calmed(slide)])));
  return calmly.get(slides);
}

/** A slide of a play, calm. */
export function calmed(slide) {
  const { score } = slide;
  const crossings = score.targets.filter(({ key }) => key === VIEW_KEY).flatMap(({ tracks }) => tracks.flatMap(crossingsOf));
  return { ...slide, score: { ...score, transition: crossfade(score.transition), targets: score.targets.map(calmTarget), crossings } };
}

/** The moves of what is seen of a plane: {from, to, old}; over each the new view comes over the old one. */
function crossingsOf(track) {
  return movingRuns(track).map(({ first, from, to }) => ({ from, to, old: track.values[first] }));
}

function crossfade(plan) {
  const comes = { property: "opacity", times: [0, WHOLE], values: [0, 1], easings: [LINEAR] };
  return { ...plan, easing: LINEAR, reverse: false, pieces: [{ of: "old" }, { of: "new", tracks: [comes] }] };
}

function calmTarget(target) {
  const runs = target.tracks.filter((track) => MOVES.has(track.property) || track.property === "opacity").flatMap(movingRuns);
  const fades = target.tracks.filter((track) => track.property === "visible").flatMap((track) => fadesOf(track, runs));
  return { ...target, tracks: [...target.tracks.map((track) => (MOVES.has(track.property) ? still(track) : track)), ...fades] };
}

/** The stretches in which a track moves without a rest: {from, to, fades}, the first and the last index of their keys. */
function movingRuns(track) {
  const runs = [];
  track.easings.forEach((easing, n) => {
    if (!easing.length) return;
    const last = runs.at(-1);
    if (last?.last === n) last.last = n + 1;
    else runs.push({ first: n, last: n + 1 });
  });
  const until = (time) => (track.run && time === track.run[0] + track.run[1] ? track.run[2] : time);
  return runs.map(({ first, last }) => ({ first, last, from: track.times[first], to: until(track.times[last]), fades: track.property === "opacity" }));
}

/** The track with every stretch at its end from the beginning on. */
function still(track) {
  const values = [...track.values];
  for (const { first, last } of movingRuns(track)) values.fill(track.values[last], first, last);
  return { ...track, values, easings: track.easings.map(() => HOLD), run: null };
}

/** A fade for every coming and going of a target that moves by then and does not fade by itself. */
function fadesOf(visible, runs) {
  const fades = [];
  visible.times.forEach((time, n) => {
    const [before, after] = [visible.values[n - 1], visible.values[n]];
    if (n === 0 || before === after) return;
    const here = runs.filter((run) => (after ? run.from === time : run.to === time));
    if (!here.length || here.some((run) => run.fades)) return;
    const [from, to] = after ? [time, Math.max(...here.map((run) => run.to))] : [Math.min(...here.map((run) => run.from)), time];
    fades.push({ property: "opacity", times: [0, from, to, to], values: [1, 1 - after, after, 1], easings: [HOLD, LINEAR, HOLD] });
  });
  return fades;
}
