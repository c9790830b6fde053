// Sketches: what a command will give, as far as the page can tell before the answer has come. Whatever they say is what the
// answer will say; what they cannot know without a rule of the core (times that follow from others, the order of builds,
// lines of texts) they leave as it was, or open. `tests/parity/test_sketches.py` holds each to that. One entry for each
// command, by its name; a command without one shows nothing until it is answered.

import { OBJECT_SKETCHES } from "./sketches_objects.js";
import { SLIDE_SKETCHES } from "./sketches_slides.js";
import { TIME_SKETCHES } from "./sketches_time.js";
import { VIEW_SKETCHES } from "./sketches_views.js";

export const SKETCHES = { ...OBJECT_SKETCHES, ...SLIDE_SKETCHES, ...TIME_SKETCHES, ...VIEW_SKETCHES };

/** The state after a command; `defaults` are those of the model, by kind of thing. */
export function sketch(state, command, defaults) {
  const draw = SKETCHES[command.do];
  return draw ? draw(state, command, defaults) : state;
}

/** What is left of a drag after its trial was answered for a part of the way. */
export function residual(command, answered) {
  return "by" in command && command.do === answered.do ? { ...command, by: command.by - answered.by } : command;
}
