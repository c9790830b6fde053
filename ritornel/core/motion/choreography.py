"""From timed steps to the tracks of every object and part on a slide."""

from bisect import bisect_right
from collections.abc import Iterable, Mapping, Sequence
from functools import lru_cache
from math import cos, radians, sin
from operator import attrgetter, itemgetter
from typing import NamedTuple

from msgspec.structs import replace

from ritornel.core.model import Object, Part, Slide, Step, Text
from ritornel.core.model.keys import mark_key, target_key
from ritornel.core.model.slide import Afterwards
from ritornel.core.motion.builds import effect_for
from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Arriving, Asked, Box, Effect, around, params_of
from ritornel.core.motion.dimming import dimmed
from ritornel.core.motion.easing import HOLD, LINEAR, BadEasing, Easing, parse
from ritornel.core.motion.lighting import lighting
from ritornel.core.motion.reading import letters_of, lines_of
from ritornel.core.motion.target import Target
from ritornel.core.motion.track import Track, TrackBuilder, backwards, paced
from ritornel.core.text.layout import set_text
from ritornel.core.text.parts import PartPlace, part_places
from ritornel.core.time.slide_clock import StepTime

LASTING = frozenset({"emphasis", "path"})
"""Kinds of builds whose curves may end elsewhere than at neutral: what they leave stays, and later builds add to it."""

_DIMMED = 0.35
_LEAVES: Mapping[Afterwards, Curve] = {
    "dims": ("opacity", ((0, 1.0), (1, _DIMMED))),
    "goes": ("opacity", ((0, 1.0), (1, 0.0))),
}
_EASED = parse("ease-in-out")

_START = attrgetter("start_ms")
_INSTANT = itemgetter(0)


def easing_of(step: Step) -> Easing:
    """Return the easing a step runs with: its own, or its effect's for its kind; linear where it cannot be read."""
    text = step.easing or effect_for(step.kind, step.effect).easing.get(step.kind, "linear")
    try:
        return parse(text)
    except BadEasing:
        return LINEAR


def choreograph(slide: Slide, steps: Iterable[StepTime], stage_width: int, stage_height: int) -> list[Target]:
    """Return the targets that the steps move, with their tracks, in the order of their first step."""
    objects = {o.id: o for o in slide.objects}
    by_target: dict[tuple[str, Part | None], list[StepTime]] = {}
    for timed in steps:
        step = timed.step
        if step.object in objects and not step.acts:
            by_target.setdefault((step.object, step.part), []).append(timed)
    arrivals = _arrivals(objects, by_target)
    leavings = _leavings(by_target)
    back = dimmed(slide, (timed for timed_steps in by_target.values() for timed in timed_steps))
    light = lighting(timed for timed_steps in by_target.values() for timed in timed_steps)
    for name in (*arrivals.wholes, *back, *light.fronts):
        by_target.setdefault((name, None), [])
    targets = []
    drawn: list[Target] = []
    boxes = _Boxes(objects)
    for (name, part), timed_steps in by_target.items():
        box = boxes.of(name, part)
        if box is None:
            continue
        builder = TrackBuilder()
        for leaving in leavings.get((name, part), ()):
            builder.add(_LEAVES[leaving.afterwards], leaving.start_ms, leaving.each_ms, _EASED, lasts=True)
        for timed in timed_steps:
            step = timed.step
            effect = effect_for(step.kind, step.effect)
            if effect.mark is None:
                curves = arrivals.parts.get(step.id) or _curves(
                    effect, step, objects[name], box, stage_width, stage_height
                )
                _add(builder, effect, curves, timed, lasts=step.kind in LASTING)
            else:
                mark = _mark_target(timed, objects[name], box, stage_width, stage_height)
                gone = light.leaves.get(step.id)
                drawn.append(mark if gone is None else replace(mark, tracks=(*mark.tracks, gone)))
        tracks = builder.tracks()
        if part is None:
            tracks += tuple(found[name] for found in (back, light.fronts) if name in found)
        if part is None and name in arrivals.wholes:
            tracks += arrivals.wholes[name]
        shown = _visibility(timed_steps)
        key = target_key(name, part)
        targets.append(Target(key, name, part, (shown, *tracks) if shown is not None else tracks))
    return targets + drawn


def _mark_target(timed: StepTime, thing: Object, box: Box, stage_width: int, stage_height: int) -> Target:
    """Return the target of what a build draws: not there before it."""
    builder = TrackBuilder()
    effect = effect_for(timed.step.kind, timed.step.effect)
    curves = _curves(effect, timed.step, thing, box, stage_width, stage_height)
    _add(builder, effect, curves, timed, lasts=True)
    shown = Track("visible", (0, timed.start_ms), (0.0, 1.0), (HOLD,))
    return Target(mark_key(thing.id, timed.step.id), thing.id, None, (shown, *builder.tracks()))


class _Leaving(NamedTuple):
    """When a part goes back for the next one of its family, and how."""

    start_ms: int
    each_ms: int
    afterwards: Afterwards


def _leavings(
    by_target: Mapping[tuple[str, Part | None], Sequence[StepTime]],
) -> dict[tuple[str, Part | None], list[_Leaving]]:
    """Return what parts do when the next of their family, the first that begins after them, comes."""
    families: dict[tuple[str, str], list[StepTime]] = {}
    leaving_at_all = {
        (t.step.object, t.step.part.unit)
        for timed_steps in by_target.values()
        for t in timed_steps
        if t.step.afterwards != "stays" and t.step.part is not None
    }
    for (name, part), timed_steps in by_target.items():
        if part is not None and leaving_at_all and (name, part.unit) in leaving_at_all:
            families.setdefault((name, part.unit), []).extend(t for t in timed_steps if t.step.kind == "entrance")
    found: dict[tuple[str, Part | None], list[_Leaving]] = {}
    for (name, _), coming in families.items():
        coming.sort(key=_START)
        starts = [t.start_ms for t in coming]
        for timed in coming:
            later = bisect_right(starts, timed.start_ms)
            if timed.step.afterwards != "stays" and later < len(coming):
                after = coming[later]
                leaving = _Leaving(after.start_ms, after.uncut_end_ms - after.start_ms, timed.step.afterwards)
                found.setdefault((name, timed.step.part), []).append(leaving)
    return found


def _add(builder: TrackBuilder, effect: Effect, curves: Iterable[Curve], timed: StepTime, *, lasts: bool) -> None:
    step = timed.step
    each = (timed.uncut_end_ms - timed.start_ms) // step.repeat
    easing = easing_of(step)
    if effect.paced and easing != LINEAR:
        curves, easing = [paced(curve, easing) for curve in curves], LINEAR
    for curve in curves:
        keys = curve[1]
        builder.add(
            curve,
            timed.start_ms,
            each,
            easing,
            repeat=step.repeat,
            until=timed.end_ms,
            lasts=lasts,
            rest=keys[-1][1] if step.kind == "entrance" else keys[0][1],
        )


class _Arrivals(NamedTuple):
    """Of lines that move each other: the curves of each one's step, and the tracks of the objects they belong to."""

    parts: dict[str, Sequence[Curve]]
    wholes: dict[str, tuple[Track, ...]]


def _arrivals(
    objects: Mapping[str, Object], by_target: Mapping[tuple[str, Part | None], Sequence[StepTime]]
) -> _Arrivals:
    families: dict[str, list[StepTime]] = {}
    for (name, part), timed_steps in by_target.items():
        if part is not None and part.unit == "line":
            families.setdefault(name, []).extend(t for t in timed_steps if _arrives(t.step))
    found = _Arrivals({}, {})
    for name, arriving in families.items():
        if arriving:
            _arrive(objects[name], sorted(arriving, key=_START), found)
    return found


def _arrives(step: Step) -> bool:
    return step.kind == "entrance" and effect_for(step.kind, step.effect).arrival is not None


def _arrive(thing: Object, arriving: Sequence[StepTime], found: _Arrivals) -> None:
    """Add what the lines of one text do when they arrive, in that order; a second arrival of a line moves nothing."""
    coming = {t.step.part.paragraph for t in arriving if t.step.part is not None}
    lines = len(thing.paragraphs) if isinstance(thing, Text) else 0
    left = (Part(n) for n in range(lines) if n not in coming)
    standing = [box for part in left if (box := target_box(thing, part)) is not None]
    there = around(*standing) if standing else None
    builder = TrackBuilder()
    constant: list[Track] | None = None
    for timed in arriving:
        part = target_box(thing, timed.step.part)
        effect = effect_for(timed.step.kind, timed.step.effect)
        if timed.step.part is None or part is None or effect.arrival is None:
            continue
        box = Box(thing.x, thing.y, thing.width, thing.height)
        arrival = effect.arrival(Arriving(params_of(effect, timed.step.params), part, box, there))
        found.parts[timed.step.id] = arrival.part
        if constant is None:
            constant = [Track(name, (0,), (value,), ()) for name, value in arrival.whole_before]
        _add(builder, effect, arrival.whole, timed, lasts=True)
        there = part if there is None else around(there, part)
    tracks = (*(constant or ()), *builder.tracks())
    found.wholes[thing.id] = tuple(turned for track in tracks for turned in _along(track, thing.rotation))


def _along(track: Track, rotation: float) -> tuple[Track, ...]:
    """Return a track of an object's own down as tracks of the stage's down and across."""
    if not rotation or track.property != "y":
        return (track,)
    turn = radians(rotation)
    shares = (("x", -sin(turn)), ("y", cos(turn)))
    return tuple(
        replace(track, property=name, values=tuple(value * share for value in track.values if isinstance(value, float)))
        for name, share in shares
    )


class _Boxes:
    """The boxes of targets; where the letters of a text stand is asked for once, however many of them are moved."""

    def __init__(self, objects: Mapping[str, Object]) -> None:
        self.objects = objects
        self.placed: dict[tuple[str, int, str], Sequence[PartPlace | None]] = {}

    def of(self, name: str, part: Part | None) -> Box | None:
        thing = self.objects[name]
        if part is None or part.unit == "line" or not isinstance(thing, Text):
            return target_box(thing, part)
        if part.paragraph >= len(thing.paragraphs):
            return None
        key = (name, part.paragraph, part.unit)
        places = self.placed.get(key)
        if places is None:
            places = self.placed[key] = part_places(thing, part.paragraph, part.unit)
        return _box_of(thing, places, part.number)


def _box_of(thing: Text, places: Sequence[PartPlace | None], number: int) -> Box | None:
    place = places[number] if number < len(places) else None
    return None if place is None else Box(thing.x + place.x, thing.y + place.y, place.width, place.height)


def target_box(thing: Object, part: Part | None) -> Box | None:
    """Return the box of an object, or of a part of it, in stage units; None if it has no such part."""
    if part is None:
        return Box(thing.x, thing.y, thing.width, thing.height)
    if not isinstance(thing, Text) or part.paragraph >= len(thing.paragraphs):
        return None
    if part.unit == "line":
        placed = set_text(thing)[part.paragraph]
        return Box(thing.x, thing.y + placed.top, thing.width, placed.height)
    return _box_of(thing, part_places(thing, part.paragraph, part.unit), part.number)


def asked_of(step: Step, thing: Object, box: Box, stage_width: int, stage_height: int) -> Asked:
    """Return what the effect of a step is asked: for one that reads, with the lines and letters of the text."""
    effect = effect_for(step.kind, step.effect)
    letters = letters_of(thing, step.part, box) if isinstance(thing, Text) else ()
    lines = lines_of(letters, box)
    return Asked(params_of(effect, step.params), box, stage_width, stage_height, lines, letters)


def _curves(
    effect: Effect, step: Step, thing: Object, box: Box, stage_width: int, stage_height: int
) -> tuple[Curve, ...]:
    if effect.reads:
        curves = tuple(effect.curves(asked_of(step, thing, box, stage_width, stage_height)))
    else:
        given = tuple(sorted(step.params.items())) if step.params else ()
        curves = _effect_curves(step.kind, step.effect, given, box, stage_width, stage_height)
    return tuple(backwards(c) for c in curves) if step.kind == "exit" else curves


@lru_cache(maxsize=8192)
def _effect_curves(
    kind: str,
    name: str,
    params: tuple[tuple[str, object], ...],
    box: Box,
    stage_width: int,
    stage_height: int,
) -> tuple[Curve, ...]:
    effect = effect_for(kind, name)
    given: Mapping[str, object] = dict(params)
    return tuple(effect.curves(Asked(params_of(effect, given), box, stage_width, stage_height)))


def _visibility(steps: list[StepTime]) -> Track | None:
    """Return when the target is there: hidden before a first entrance, gone after an exit."""
    if len(steps) == 1:  # of a letter, as of most things
        (only,) = steps
        if only.step.kind == "entrance":
            return Track("visible", (0, only.start_ms), (0.0, 1.0), (HOLD,))
    changes = [
        (timed.start_ms, 1.0) if timed.step.kind == "entrance" else (timed.end_ms, 0.0)
        for timed in sorted(steps, key=_START)
        if timed.step.kind in ("entrance", "exit")
    ]
    if not changes:
        return None
    before = 1.0 - changes[0][1]
    changes.sort(key=_INSTANT)
    times, values = zip(*changes, strict=True)
    return Track("visible", (0, *times), (before, *values), (HOLD,) * len(changes))
