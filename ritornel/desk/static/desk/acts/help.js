// The list of keys of the desk, by what one is doing.

import { openKeys } from "../../parts/keys_help.js";
import { writtenKey } from "./acting.js";

const GROUPS = [
  ["Slides", "new-slide continue split join pictures slide-before slide-after slide-earlier slide-later crossfade credits credit-line objects"],
  ["Putting things on a slide", "text rectangle shape ellipse line draw picture clip sound guides", [["Ctrl V", "pictures and words from elsewhere"]]],
  ["Things that are selected", "exchange write duplicate delete place to-back to-front nearer further group ungroup lock hide take-look give-look give-builds", [
    ["Arrows", "move what is selected (Shift: by ten; Ctrl: resize it)"],
    ["Ctrl C, X, V", "copy, cut and put in objects with their builds"],
    ["Ctrl", "while dragging an object: a copy of it"],
    ["Ctrl B, I, U", "while writing on the stage: bold, italic, underlined; Tab: the line's level; Ctrl Enter: to how the letters look, Esc back; Alt Enter: on in another text"],
  ]],
  ["Selecting", "select-next select-before select-more select-all select-nothing"],
  ["A plane wider than the stage", "plane wider plane-picture pictures-over view frame frame-each view-here overviews look-all look-selected look-nearer look-further", [["Wheel, two fingers", "nearer and further at the pointer; with Shift along"], ["Space and drag, middle button", "the plane in the hand"], ["Ctrl+C, Ctrl+V on a view", "the view on another slide"]]],
  ["Builds and cues", "build weave pairs build-again roll lead motion keep-effect turn-off", [
    ["Shift", "while dragging a build: with what runs there, not on its own cue"],
    ["Alt ↑ ↓", "in the prompt book: a build into another place, a cue's mark to other words"],
    ["Ctrl Enter", "in the script: split the slide at the caret"],
  ]],
  ["Playing", "play play-slide play-show cue-before cue-after face arranged loop slower captions write-captions", [["Arrows", "the playhead by a frame (Shift: a second)"]]],
  ["The timeline", "zoom-show zoom-chapter zoom-slide zoom-selection zoom-in zoom-out", [
    ["Arrows", "move a build, a cue, a slide's end or a trim that has the focus (Shift: a second; Ctrl: its length)"],
    ["Alt", "while dragging: to the millisecond, without snapping"],
    ["Esc", "while dragging: leave all as it was"],
  ]],
  ["The show", "script spoken record less-noise tap scratch only-voice style line-check undo redo help", [["Tab", "to the next thing"]]],
];

export function openHelp(acts) {
  const row = (act) => [act.keys.map(writtenKey).join(", "), act.help ?? act.name.toLowerCase()];
  const named = new Set(GROUPS.flatMap(([, ids]) => ids.split(" ")));
  const groups = GROUPS.map(([title, ids, more = []]) => [title, [...ids.split(" ").map((id) => acts.find((act) => act.id === id)).filter(Boolean).map(row), ...more]]);
  const others = acts.filter((act) => !named.has(act.id)).map(row);
  return openKeys(others.length ? [...groups, ["Besides", others]] : groups);
}
