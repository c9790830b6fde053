// Everything that can be done on the desk by a key or a button: one table. The rail, the keys, the help and the buttons of
// sheets are views of it.
//
//   id      what tests and buttons call it by
//   name    as a button says it
//   keys    as they are pressed: "N", "Shift+Space", "Ctrl+D"; the first is the one that is told
//   help    what it does, for the list of keys; the name, in lower case, where that says it
//   needs   what must be there: "slide", "objects", "built", "words"; else it says so, or, if it is quiet, does nothing
//   rail    where it stands in the rail: "slides", "things", "selected"; none: it has a key alone
//   run     (desk, event)

import { addLine, addMedia, addMusic, addShape, choosePictures, exchange, newText, shapeMenu } from "./adding.js";
import { give, takeLook } from "./clipboard.js";
import { addCreditLine, addCredits, addSlide, continueSlide, crossfade, joinSlides, moveSlide, pinRests, splitSlide, stepSlide, chosenSlides } from "./slides.js";
import { build, buildAgain, duplicate, editSelected, group, placeMenu, remove, restack, rollList, selectAll, selectNext, selectNothing, turnOff, turnOn, ungroup, weave } from "./selected.js";
import { choosePicturesOver, choosePlane, planeMenu } from "./planes.js";
import { guideMenu } from "../stage/guides.js";
import { leadingPen, PEN } from "../stage/tools/pen.js";
import { VIEW } from "../stage/tools/view.js";
import { openCaptions } from "../sheets/captions.js";
import { keepEffect } from "../sheets/own_effects.js";
import { openLengths } from "../../parts/lengths/lengths.js";
import { openStyles } from "../sheets/house_styles.js";
import { turnRecording } from "../recording/speaking.js";
import { compareVoice } from "../voice/noise.js";
import { speakSlides } from "../voice/scratch.js";
import { tapAlong } from "../voice/tapping.js";
import { openHelp } from "./help.js";

export const ACTS = [
  { id: "new-slide", name: "New slide", keys: ["N"], rail: "slides", run: addSlide },
  { id: "continue", name: "Continue", keys: ["Shift+N"], help: "go on with everything on the next slide, carried there", needs: "slide", rail: "slides", run: continueSlide },
  { id: "split", name: "Split", keys: ["Shift+S"], help: "part the slide at the selected build's cue, or the one nearest; with the caret in the script, Ctrl Enter parts it there", needs: "slide", run: splitSlide },
  { id: "join", name: "Join", keys: ["Shift+J"], help: "make one slide of this and the next", needs: "slide", run: joinSlides },
  { id: "pictures", name: "Pictures…", keys: ["P"], help: "pictures into slides", rail: "slides", run: choosePictures },
  { id: "text", name: "Text", keys: ["T"], help: "a text: write at once", needs: "slide", rail: "things", run: newText },
  { id: "rectangle", name: "Rectangle", keys: ["R"], needs: "slide", rail: "things", run: (desk) => addShape(desk, "rectangle") },
  { id: "shape", name: "Shape…", keys: ["D"], help: "another shape", needs: "slide", rail: "things", run: shapeMenu },
  { id: "ellipse", name: "Ellipse", keys: ["E"], needs: "slide", run: (desk) => addShape(desk, "ellipse") },
  { id: "line", name: "Line", keys: ["G"], needs: "slide", rail: "things", run: addLine },
  { id: "draw", name: "Draw", keys: ["V"], help: "draw by hand, or from corner to corner by clicks (Enter ends)", needs: "slide", run: (desk) => desk.arranging.takeTool(PEN) },
  { id: "lead", name: "Lead", keys: ["Shift+V"], help: "draw the line along which what is selected goes", needs: "objects", run: (desk) => desk.arranging.takeTool(leadingPen()) },
  { id: "picture", name: "Picture…", keys: ["I"], needs: "slide", rail: "things", run: (desk) => addMedia(desk, "picture") },
  { id: "clip", name: "Clip…", keys: ["C"], needs: "slide", rail: "things", run: (desk) => addMedia(desk, "clip") },
  { id: "sound", name: "Sound…", keys: ["S"], needs: "slide", rail: "things", run: (desk) => addMedia(desk, "sound") },
  { id: "exchange", name: "Exchange…", keys: ["Shift+I"], help: "another picture, clip or sound in place of the selected one; its frame and builds stay", needs: "objects", run: exchange },
  { id: "build", name: "Build it", keys: ["B"], help: "build what is selected, or what the selected builds move", needs: "built", rail: "selected", run: build },
  { id: "place", name: "Place", keys: ["A"], help: "align, spread, tidy what is selected", needs: "objects", rail: "selected", run: placeMenu },
  { id: "write", name: "Write", keys: ["Enter"], help: "write in the selected text, or shape", needs: "words", quiet: true, rail: "selected", run: editSelected },
  { id: "duplicate", name: "Duplicate", keys: ["Ctrl+D"], help: "duplicate what is selected, or the slide", needs: "slide", rail: "selected", run: duplicate },
  { id: "delete", name: "Delete", keys: ["Delete", "Backspace"], help: "delete what is selected: builds, objects, slides", rail: "selected", run: remove },

  { id: "plane", name: "Plane…", keys: ["Alt+G"], help: "a plane wider than the stage, and views of it", needs: "slide", rail: "things", run: planeMenu },
  { id: "wider", name: "Wider", keys: ["Shift+P"], help: "a plane wider than the stage: one stage more on every side", needs: "slide", run: (desk) => desk.arranging.plane.widen() },
  { id: "view", name: "Draw a view", keys: ["Shift+D"], help: "draw what of the plane the stage shows next; a click frames what lies there", needs: "slide", run: (desk) => desk.arranging.takeTool(VIEW) },
  { id: "frame", name: "Frame it", keys: ["Shift+E"], help: "show what is selected in a view that frames it", needs: "objects", run: (desk) => desk.arranging.plane.frameSelected(false) },
  { id: "frame-each", name: "Frame each", keys: ["Alt+E"], help: "show each thing that is selected in a view of its own, as they are read", needs: "objects", run: (desk) => desk.arranging.plane.frameSelected(true) },
  { id: "view-here", name: "View of this", keys: ["Shift+H"], help: "show what Arrange looks at now in a view", needs: "slide", run: (desk) => desk.arranging.plane.addLook() },
  { id: "overviews", name: "All of it", keys: ["Shift+A"], help: "begin and end with all of the plane", needs: "slide", run: (desk) => desk.arranging.plane.addOverviews() },
  { id: "plane-picture", name: "A picture as the plane…", keys: ["Shift+G"], help: "a picture, a drawing or a page of a document as all of the plane", needs: "slide", run: choosePlane },
  { id: "pictures-over", name: "Pictures over the plane…", keys: ["Shift+R"], help: "pictures over the plane: in a row, a grid, a ring, or along the line that is selected", needs: "slide", run: choosePicturesOver },
  { id: "look-all", name: "Look at all of the plane", keys: ["5"], needs: "slide", run: (desk) => desk.arranging.plane.showAll() },
  { id: "look-selected", name: "Look at what is selected", keys: ["6"], needs: "slide", run: (desk) => desk.arranging.plane.showSelected() },
  { id: "look-nearer", name: "Look nearer", keys: ["Alt+=", "Alt++"], needs: "slide", run: (desk) => desk.arranging.plane.zoom(1.5) },
  { id: "look-further", name: "Look from further", keys: ["Alt+-"], needs: "slide", run: (desk) => desk.arranging.plane.zoom(1 / 1.5) },

  { id: "play", name: "Play", keys: ["Space"], help: "play from here, pause", run: (desk) => desk.stage.toggle() },
  { id: "play-slide", name: "From slide", keys: ["Shift+Space"], help: "play from the start of the slide", run: (desk) => desk.stage.playFromSlide() },
  { id: "play-show", name: "From show", keys: ["Home"], help: "play from the start of the show", run: (desk) => desk.stage.playFromShow() },
  { id: "cue-before", name: "To the cue before", keys: [","], run: (desk) => desk.stage.toCue(-1) },
  { id: "cue-after", name: "To the next cue", keys: ["."], run: (desk) => desk.stage.toCue(1) },
  { id: "face", name: "Other face", keys: ["F"], help: "other face: Arrange or Run", run: (desk) => desk.stage.setFace(desk.stage.face === "run" ? "arrange" : "run") },
  { id: "arranged", name: "What Arrange shows", keys: ["Shift+F"], help: "Arrange shows everything, the slide's start, its end, or this instant", run: (desk) => desk.stage.turnArranged() },
  { id: "loop", name: "Loop slide", keys: ["L"], help: "loop this slide", run: (desk) => desk.stage.toggleLoop() },

  { id: "captions", name: "Captions", keys: ["Alt+T"], help: "captions over the stage, or none", needs: "slide", run: (desk) => desk.stage.turnCaptions() },
  { id: "write-captions", name: "Write captions", keys: ["Shift+T"], help: "the slide's captions: their words, times, other languages, and how captions look", needs: "slide", run: (desk) => openCaptions(desk) },
  { id: "slower", name: "Slower", keys: ["Shift+L"], help: "play at half speed, at a quarter, and as it is", run: (desk) => desk.stage.turnSpeed() },
  { id: "slide-before", name: "Slide before", keys: ["PageUp"], run: (desk) => stepSlide(desk, -1) },
  { id: "slide-after", name: "Next slide", keys: ["PageDown"], run: (desk) => stepSlide(desk, 1) },
  { id: "slide-earlier", name: "Slide earlier", keys: ["Alt+PageUp"], help: "move the slide one place earlier", needs: "slide", run: (desk) => moveSlide(desk, -1) },
  { id: "slide-later", name: "Slide later", keys: ["Alt+PageDown"], help: "move the slide one place later", needs: "slide", run: (desk) => moveSlide(desk, 1) },

  { id: "motion", name: "Motion", keys: ["M"], help: "what else the selected build, or the slide's transition, could be", needs: "slide", run: (desk) => desk.book.openMotion() },
  { id: "crossfade", name: "Crossfade", keys: ["X"], help: "let the slide, or those selected, dissolve in 0.6 s", needs: "slide", run: crossfade },
  { id: "keep-effect", name: "Keep as an effect", keys: ["Shift+Q"], help: "keep the builds that are selected as an effect of your own", run: keepEffect },
  { id: "turn-off", name: "Turn off", keys: ["Q"], help: "turn the builds that are selected off, or on again", run: turnOff },
  { id: "weave", name: "Interleave", keys: ["Alt+I"], help: "build all lines and things that are selected as they are read, each on a cue", needs: "objects", run: (desk) => weave(desk, "woven") },
  { id: "pairs", name: "By pairs", keys: ["Alt+P"], help: "build what is selected by pairs: the first of each on a cue, then the second", needs: "objects", run: (desk) => weave(desk, "pairs") },
  { id: "build-again", name: "Like the last build", keys: ["Alt+B"], help: "build what is selected like the last build", needs: "objects", run: buildAgain },

  { id: "select-next", name: "Select the next object", keys: ["O"], needs: "slide", run: (desk) => selectNext(desk, 1) },
  { id: "select-before", name: "Select the object before", keys: ["Shift+O"], needs: "slide", run: (desk) => selectNext(desk, -1) },
  { id: "select-more", name: "Select the next object too", keys: ["J"], needs: "slide", run: (desk) => selectNext(desk, 1, true) },
  { id: "select-all", name: "Select all objects", keys: ["Ctrl+A"], needs: "slide", run: selectAll },
  { id: "select-nothing", name: "Select nothing", keys: ["Escape"], run: selectNothing },
  { id: "to-back", name: "To the back", keys: ["["], needs: "objects", run: (desk) => restack(desk, "back") },
  { id: "to-front", name: "To the front", keys: ["]"], needs: "objects", run: (desk) => restack(desk, "front") },

  { id: "nearer", name: "Nearer", keys: ["Alt+]"], help: "a step to the front", needs: "objects", run: (desk) => restack(desk, "nearer") },
  { id: "roll", name: "Roll the list", keys: ["Shift+B"], help: "let the lines of a list roll in, each on its cue", needs: "objects", run: rollList },
  { id: "further", name: "Further back", keys: ["Alt+["], help: "a step to the back", needs: "objects", run: (desk) => restack(desk, "further") },
  { id: "group", name: "Group", keys: ["Ctrl+G"], help: "group what is selected (a double click opens a group)", needs: "objects", run: group },
  { id: "ungroup", name: "Ungroup", keys: ["Ctrl+Shift+G"], needs: "objects", run: ungroup },
  { id: "lock", name: "Lock", keys: ["Ctrl+L"], help: "lock what is selected, or let it go", needs: "objects", run: (desk) => turnOn(desk, "locked") },
  { id: "hide", name: "Hide", keys: ["Ctrl+H"], help: "hide what is selected while you place others", needs: "objects", run: (desk) => turnOn(desk, "hidden") },
  { id: "guides", name: "Guides", keys: ["U"], help: "lines to place things by", needs: "slide", run: guideMenu },
  { id: "take-look", name: "Take its look", keys: ["Y"], help: "take the look and builds of what is selected, to give them on", needs: "objects", run: takeLook },
  { id: "give-look", name: "Give the look", keys: ["Shift+Y"], help: "give what is selected the look that was taken", needs: "objects", run: (desk) => give(desk, "give-look") },
  { id: "give-builds", name: "Give the builds", keys: ["Alt+Y"], help: "give what is selected the builds that were taken", needs: "objects", run: (desk) => give(desk, "give-builds") },
  { id: "say", name: "Say something", keys: ["Shift+K"], help: "a comment about what is selected, the instant, or the slide", run: (desk) => desk.remarks.say() },
  { id: "objects", name: "Objects", keys: ["K"], help: "list the objects of the slide", needs: "slide", rail: "slides", run: (desk) => desk.book.toggleList() },

  { id: "undo", name: "Undo", keys: ["Ctrl+Z"], run: (desk) => desk.store.undo() },
  { id: "redo", name: "Redo", keys: ["Ctrl+Shift+Z", "Ctrl+Y"], run: (desk) => desk.store.redo() },

  { id: "zoom-show", name: "Show", keys: ["1"], help: "timeline: the whole show", run: (desk) => desk.timeline.zoomTo("show") },
  { id: "zoom-chapter", name: "Chapter", keys: ["2"], help: "timeline: the chapter", run: (desk) => desk.timeline.zoomTo("chapter") },
  { id: "zoom-slide", name: "Slide", keys: ["3"], help: "timeline: the slide", run: (desk) => desk.timeline.zoomTo("slide") },
  { id: "zoom-selection", name: "Selection", keys: ["4"], help: "timeline: what is selected", run: (desk) => desk.timeline.zoomTo("selection") },
  { id: "zoom-in", name: "Closer", keys: ["+", "="], help: "timeline: closer", run: (desk) => desk.timeline.zoomBy(1.5) },
  { id: "zoom-out", name: "Further", keys: ["-"], help: "timeline: further", run: (desk) => desk.timeline.zoomBy(1 / 1.5) },

  { id: "script", name: "To the script", keys: ["W"], help: "write in the script", needs: "slide", run: (desk) => desk.book.focusScript() },
  { id: "spoken", name: "As spoken", keys: ["Shift+W"], help: "the script as it is spoken, or as it is written", needs: "slide", run: (desk) => desk.book.turnSpoken() },
  { id: "record", name: "Record", keys: ["Alt+R"], help: "record the slide's voice: all of it, a passage, or the words that are chosen as spoken", needs: "slide", run: (desk) => turnRecording(desk, desk.addresses.worklet) },
  { id: "less-noise", name: "Less noise", keys: ["Alt+H"], help: "lower hum and hiss of the slide's voice; then compare with how it was recorded", needs: "slide", run: compareVoice },
  { id: "tap", name: "Tap along", keys: ["Alt+K"], help: "hear the slide's voice and tap Space at each cue", needs: "slide", run: tapAlong },
  { id: "scratch", name: "Scratch voice", keys: ["Alt+V"], help: "let a made voice speak the slide, or those selected, so that the timing is heard", needs: "slide", run: speakSlides },
  { id: "only-voice", name: "Only the voice", keys: ["Alt+O"], help: "take who speaks off the slide, or those selected; what they say stays", needs: "slide", run: (desk) => desk.store.edit({ do: "only-voice", slides: chosenSlides(desk) }) },
  { id: "music", name: "Music", keys: ["Alt+M"], help: "music under the show: from the library, or from outside; under other music it goes on from this slide", run: addMusic },
  { id: "lengths", name: "Lengths", keys: ["Alt+L"], help: "fit the show, its chapter or slides to a length, or pace them", needs: "slide", run: (desk) => openLengths(desk, chosenSlides(desk)) },
  { id: "to-beat", name: "To the beat", keys: ["Alt+X"], help: "let the slides that are selected, or this one, change on the beat of the music", needs: "slide", run: (desk) => openLengths(desk, chosenSlides(desk), "beat") },
  { id: "pin", name: "Pin", keys: ["Alt+N"], help: "pin the hold of the slide, or the waits of the selected builds: they do not give way when lengths are fitted", needs: "slide", run: pinRests },
  { id: "line-check", name: "Line check", keys: ["Z"], help: "what will go wrong in the show, with ways there and mends", run: ({ addresses }) => (location.href = addresses.check) },
  { id: "style", name: "House style", keys: ["H"], help: "what the show looks like: choose a house style by your own slides", run: openStyles },
  { id: "credits", name: "Credits slide", keys: ["Shift+C"], help: "a slide after this one that says whose the pictures, clips and sounds are", needs: "slide", run: addCredits },
  { id: "credit-line", name: "Credit line", keys: ["Alt+C"], help: "a line at the foot of the slide that says whose the pictures, clips and sounds are", needs: "slide", run: addCreditLine },
  { id: "help", name: "Keys", keys: ["?"], help: "this list", run: () => openHelp(ACTS) },
];

const BY_ID = new Map(ACTS.map((act) => [act.id, act]));

export function actById(id) {
  return BY_ID.get(id);
}
