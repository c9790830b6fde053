"""Builds into tracks: the curves of each, run when it runs and as often as it repeats."""

from collections.abc import Iterable
from typing import NamedTuple

from ritornel.core.motion.curves import Curve, Value
from ritornel.core.motion.declared import LASTING, Build
from ritornel.core.motion.easing import LINEAR, Easing
from ritornel.core.motion.track import Track, TrackBuilder, paced


def add(builder: TrackBuilder, build: Build, curves: Iterable[Curve], *, lasts: bool | None = None) -> None:
    """Add curves of a build to the tracks of what it moves; ``lasts``: what they leave stays (else: as its kind's)."""
    step = build.step
    each = (build.uncut_end_ms - build.start_ms) // step.repeat
    stays = build.lasts if lasts is None else lasts
    start, until, repeat, kind = build.start_ms, build.end_ms, step.repeat, step.kind
    for curve, easing in _gone_through(curves, build.effect.paced, build.easing):
        builder.add(curve, start, each, easing, repeat=repeat, until=until, lasts=stays, rest=_rest(curve, kind))


class Keys(NamedTuple):
    """A track of a build that starts at any time after 0: whether a key at 0 is before it, and its times from there."""

    property: str
    rests: bool
    after: tuple[int, ...]
    values: tuple[Value, ...]
    easings: tuple[Easing, ...]

    def begun(self, start: int) -> Track:
        """Return the track of a build that starts then."""
        times = [start + time for time in self.after]
        return Track(self.property, (0, *times) if self.rests else tuple(times), self.values, self.easings)


def keys_of(curves: Iterable[Curve], each: int, easing: Easing, kind: str, *, as_a_whole: bool) -> tuple[Keys, ...]:
    """Return the tracks of what one build alone moves, whenever it starts: found as if it started at 1 ms."""
    builder = TrackBuilder()
    for curve, through in _gone_through(curves, as_a_whole, easing):
        builder.add(curve, 1, each, through, lasts=kind in LASTING, rest=_rest(curve, kind))
    found = []
    for track in builder.tracks():
        rests = track.times[0] == 0
        after = tuple(time - 1 for time in track.times[rests:])
        found.append(Keys(track.property, rests, after, track.values, track.easings))
    return tuple(found)


def _gone_through(curves: Iterable[Curve], as_a_whole: bool, easing: Easing) -> list[tuple[Curve, Easing]]:
    if as_a_whole and easing != LINEAR:
        return [(paced(curve, easing), LINEAR) for curve in curves]
    return [(curve, easing) for curve in curves]


def _rest(curve: Curve, kind: str) -> Value:
    keys = curve[1]
    return keys[-1][1] if kind == "entrance" else keys[0][1]
