"""Roll: the lines of a list arrive one by one, and what is there of it stays in the middle of its box."""

from collections.abc import Sequence
from math import cos, radians, sin
from typing import NamedTuple

from msgspec.structs import replace

from ritornel.core.model import Object, Part, Slide, Text
from ritornel.core.model.box import Box
from ritornel.core.motion.boxes import target_box
from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Build, Contribution, Effect, Param
from ritornel.core.motion.running import add
from ritornel.core.motion.track import Track, TrackBuilder

_DISTANCE = 40


def _curves(asked: Asked) -> Sequence[Curve]:
    """Return what a single thing does that is no line of a list: it comes up and fades in."""
    return (("y", ((0, asked.params["distance"]), (1, 0.0))), ("opacity", ((0, 0.0), (1, 1.0))))


def _lists(builds: Sequence[Build], slide: Slide) -> Contribution:
    """Return how the lines of each text arrive, and the texts with them; a second arrival of a line moves nothing."""
    lists: dict[str, list[Build]] = {}
    for build in builds:
        if build.step.part is not None and build.step.part.unit == "line":
            lists.setdefault(build.key.rpartition("/")[0], []).append(build)
    curves: dict[str, Sequence[Curve]] = {}
    tracks: dict[str, Sequence[Track]] = {}
    for key, arriving in lists.items():
        arrivals = _arrivals(arriving)
        curves |= {build.step.id: arrival.line for build, arrival in arrivals}
        tracks[key] = _moved(arrivals)
    return Contribution(curves, tracks)


class _Arrival(NamedTuple):
    """What a line does when it arrives, and where its text stands before and after it, from its own place down."""

    line: Sequence[Curve]
    before: float
    after: float


def _arrivals(arriving: Sequence[Build]) -> list[tuple[Build, _Arrival]]:
    """Return how each line arrives (timing.md, section 10).

    The block moves from where it stood to where it stands with the line; the line itself comes from ``distance`` below
    its place in the new block, so its own way is shorter by as much as the block carries it.
    """
    thing = arriving[0].thing
    middle = thing.y + thing.height / 2
    there = _standing(thing, arriving)
    found = []
    for build in arriving:
        before = middle - _middle(build.box if there is None else there)
        there = build.box if there is None else _stacked(there, build.box)
        after = middle - _middle(there)
        way = build.params["distance"] + after - before
        line = (("y", ((0, way), (1, 0.0))), ("opacity", ((0, 0.0), (1, 1.0))))
        found.append((build, _Arrival(line, before, after)))
    return found


def _standing(thing: Object, arriving: Sequence[Build]) -> Box | None:
    """Return the box around the lines of a text that do not arrive: those are there from the beginning."""
    coming = {b.step.part.paragraph for b in arriving if b.step.part is not None}
    lines = len(thing.paragraphs) if isinstance(thing, Text) else 0
    boxes = [target_box(thing, Part(n)) for n in range(lines) if n not in coming]
    standing = [box for box in boxes if box is not None]
    return _stacked(*standing) if standing else None


def _moved(arrivals: Sequence[tuple[Build, _Arrival]]) -> tuple[Track, ...]:
    """Return how a text moves while its lines arrive; where it moves to stays."""
    builder = TrackBuilder()
    for build, arrival in arrivals:
        add(builder, build, [("y", ((0, 0.0), (1, arrival.after - arrival.before)))], lasts=True)
    first, arrived = arrivals[0]
    begins = Track("y", (0,), (arrived.before,), ())
    rotation = first.thing.rotation
    return tuple(turned for track in (begins, *builder.tracks()) for turned in _along(track, rotation))


def _along(track: Track, rotation: float) -> tuple[Track, ...]:
    """Return a track of an object's own down as tracks of the stage's down and across."""
    if not rotation:
        return (track,)
    turn = radians(rotation)
    shares = (("x", -sin(turn)), ("y", cos(turn)))
    return tuple(
        replace(track, property=name, values=tuple(value * share for value in track.values if isinstance(value, float)))
        for name, share in shares
    )


def _stacked(*boxes: Box) -> Box:
    """Return the box of boxes that stand one above the other: as wide as the first, from the topmost to the lowest."""
    top, bottom = min(b.y for b in boxes), max(b.y + b.height for b in boxes)
    return boxes[0]._replace(y=top, height=bottom - top)


def _middle(box: Box) -> float:
    return box.y + box.height / 2


EFFECTS = (
    Effect(
        name="roll",
        label="Roll",
        verbs={"entrance": "rolls in"},
        help="Lines arrive one by one, and the list stays in the middle of its box.",
        duration_ms=900,
        easing={"entrance": "cubic-bezier(0.22, 0.7, 0.24, 1)"},
        curves=_curves,
        together=_lists,
        by_line=True,
        params=(Param("distance", "Distance", _DISTANCE, least=0, most=400, unit="stage units"),),
    ),
)
