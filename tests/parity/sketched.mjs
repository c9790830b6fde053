// Where a sketch says something else than the core: cases of {before, command, after} in, differences out. A sketch may
// leave anything as it was, or leave it open; whatever it changes, or makes, must be what the core's answer has.
import { isDeepStrictEqual } from "node:util";
import { sketch, SKETCHES } from "../../ritornel/parts/static/parts/state/sketches.js";

/** The page's own drawing until the answer comes, and what no page can know before it. */
const OWN = new Set(["sketch", "svg", "version", "look"]);
const NEAR = 1e-6;

const LINE = ["x", "y", "width", "height", "rotation"]; // a drawn line is turned and stretched to its new ends
const keyOf = (thing) => (Array.isArray(thing) ? thing[0] : (thing?.first ?? thing?.id ?? thing?.key ?? thing?.cue));

/** Things by their ids, the rest as it is. */
function keyed(value) {
  if (!Array.isArray(value)) return value;
  const keys = value.map(keyOf);
  if (!value.length || value.some((one) => typeof one !== "object" || one === null)) return null;
  if (keys.some((key) => key === undefined)) return { ...value };
  return { "(order)": keys, ...Object.fromEntries(value.map((one, n) => [`#${keys[n]}`, Array.isArray(one) ? { ...one } : one])) };
}

function same(one, other) {
  return isDeepStrictEqual(one, other) || (typeof one === "number" && typeof other === "number" && Math.abs(one - other) < NEAR);
}

function* differences(before, sketched, after, path) {
  if (sketched === undefined || same(sketched, before) || same(sketched, after)) return;
  if (after === undefined && path.includes("/document/") && !sketched) return; // documents leave out what is empty
  const [had, says, has] = [before, sketched, after].map((value) => (Array.isArray(value) ? keyed(value) : value));
  const open = (value) => value !== null && typeof value === "object" && !Array.isArray(value);
  if (!open(says) || !open(has)) {
    yield { path, sketched, after };
    return;
  }
  for (const name of Object.keys(says)) {
    if (!OWN.has(name) && !(says.stretched && [...LINE, "stretched"].includes(name))) yield* differences(open(had) ? had[name] : undefined, says[name], has[name], `${path}/${name}`);
  }
}

/** What pages know of every slide is there of one that is new, too: they draw it before the answer comes. */
function* gaps(sketched, after) {
  for (const [id, brief] of Object.entries(sketched.briefs)) {
    const missing = Object.keys(after.briefs[id] ?? {}).filter((name) => !(name in brief));
    if (missing.length) yield { path: `/briefs/${id}`, sketched: "is without", after: missing };
  }
}

/** What a case shows: whether the sketch changed anything, and where it differs. */
export function sketchedCase({ before, command, after, defaults }) {
  let sketched;
  try {
    sketched = sketch(before, command, defaults);
  } catch (error) {
    return { changed: true, differs: [{ path: "failed", sketched: error.stack.slice(0, 200), after: null }] };
  }
  return { changed: sketched !== before, differs: [...differences(before, sketched, after, ""), ...gaps(sketched, after)].slice(0, 8) };
}

export const sketchNames = () => Object.keys(SKETCHES).sort();
