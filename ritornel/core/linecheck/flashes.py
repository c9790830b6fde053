"""Something large flashes more than three times a second (WCAG 2.2, success criterion 2.3.1)."""

import itertools
from collections.abc import Iterable, Sequence

from ritornel.core.linecheck.finding import FAILS, Finding, Mend, Rule, Size
from ritornel.core.model import Slide
from ritornel.core.motion.curves import Curve
from ritornel.core.motion.resolving import builds_of, curves_of
from ritornel.core.text.naming import step_name
from ritornel.core.time.slide_clock import SlideTime

_FLASHES_A_SECOND = 3
_SEEN = 0.1
"""A flash is a pair of opposing changes of a tenth of the light or more."""

_LARGE = 0.1
"""Of the stage: about a quarter of ten degrees of what one sees, on a screen at the usual distance."""

_LIGHTS = ("opacity", "brightness", "visible", "colour")


def _look(number: int, slide: Slide, time: SlideTime, stage: Size) -> Iterable[Finding]:
    often = (t for group in time.groups for t in group.steps if t.step.repeat > _FLASHES_A_SECOND)
    for build in builds_of(slide, often):
        step = build.step
        each = (build.uncut_end_ms - build.start_ms) / step.repeat
        if not each or build.box.width * build.box.height < _LARGE * stage[0] * stage[1]:
            continue
        flashes = _flashes(curves_of(build, *stage))
        if flashes * 1000 / each > _FLASHES_A_SECOND:
            slower = -(-flashes * 1000 // _FLASHES_A_SECOND)
            told = f"flashes {flashes * 1000 / each:.1f} times a second; more than three can bring on a seizure"
            message = f"slide {number}: “{step_name(step, slide, {})}” {told}"
            command = {"do": "set-steps", "slide": slide.id, "steps": [step.id], "values": {"duration": slower}}
            yield Finding("flashes", slide.id, message, step.id, step.object, Mend("Make it slower", command))


def _flashes(curves: Sequence[Curve]) -> int:
    """Return how many flashes one run of a build is, the way back to its beginning included."""
    most = 0
    for name, keys in curves:
        if name in _LIGHTS:
            light = [value[3] if isinstance(value, tuple) else value for _, value in keys]
            light.append(light[0])  # it runs again
            ways = [b - a for a, b in itertools.pairwise(light) if abs(b - a) >= _SEEN]
            turns = sum((a > 0) != (b > 0) for a, b in itertools.pairwise(ways))
            most = max(most, (turns + 1) // 2)
    return most


RULE = Rule(
    "flashes",
    "Flashes",
    _look,
    weight=FAILS,
    why="Light that flashes more than three times a second can bring on a seizure (WCAG 2.3.1).",
)
