// The lanes of the timeline, from top to bottom. A lane states
//
//   rows(timeline)   its rows: [{key, label, height, items, objectId}], items a template, places from timeline.x(time)
//   grips            by selector, what can be grabbed in it: press(timeline, event, element) begins a drag, key(timeline,
//                    event, element) moves it by keys, act(timeline, event, element) is a press by keys

import { BEDS } from "./beds.js";
import { CAPTIONS } from "./captions.js";
import { CUES } from "./cues.js";
import { NARRATION } from "./narration.js";
import { OBJECTS } from "./objects.js";
import { SLIDES } from "./slides.js";
import { SPOTS } from "./spots.js";
import { VIEWS } from "./views.js";

export const LANES = [SLIDES, CUES, VIEWS, OBJECTS, SPOTS, NARRATION, CAPTIONS, BEDS];
