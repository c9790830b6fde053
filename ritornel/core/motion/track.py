"""Keyframed tracks: one property of one target over slide time. What both evaluators interpolate."""

from bisect import bisect_right
from collections.abc import Iterable, Mapping, Sequence

from msgspec import Struct

from ritornel.core.motion.declared import Curve, Value
from ritornel.core.motion.easing import HOLD, Easing, eased

NEUTRAL: Mapping[str, float] = {
    "x": 0.0,
    "y": 0.0,
    "scale_x": 1.0,
    "scale_y": 1.0,
    "rotate": 0.0,
    "opacity": 1.0,
    "blur": 0.0,
    "visible": 1.0,
    "brightness": 1.0,
}
MULTIPLIED = frozenset({"scale_x", "scale_y", "opacity", "visible", "brightness"})
ADDED = frozenset({"x", "y", "rotate", "blur"})


class Track(Struct, frozen=True, gc=False):
    """Values at ``times`` (ms, never decreasing); ``easings[i]`` leads from key i to key i + 1.

    Before the first key its value holds, after the last key the last's; of keys at one instant the last counts.
    Several tracks of one property on one target multiply (scales, opacity, visible) or add (x, y, rotate, blur).
    """

    property: str
    times: tuple[int, ...]
    values: tuple[Value, ...]
    easings: tuple[Easing, ...]


def value_at(track: Track, time: float) -> Value:
    """Return the track's value at ``time`` ms of slide time: one binary search and one interpolation."""
    times = track.times
    if time >= times[-1]:
        return track.values[-1]
    if time < times[0]:
        return track.values[0]
    index = bisect_right(times, time) - 1
    easing = track.easings[index]
    start = track.values[index]
    if not easing:
        return start
    end = track.values[index + 1]
    share = eased(easing, (time - times[index]) / (times[index + 1] - times[index]))
    if not isinstance(start, tuple) and not isinstance(end, tuple):
        return start + (end - start) * share
    if isinstance(start, tuple) and isinstance(end, tuple):
        return tuple(a + (b - a) * share for a, b in zip(start, end, strict=True))
    return start


def state_at(tracks: Iterable[Track], time: float) -> dict[str, Value]:
    """Return the properties that the tracks set at ``time``, combined where several set one."""
    state: dict[str, Value] = {}
    for track in tracks:
        name = track.property
        value = value_at(track, time)
        if name not in state:
            state[name] = value
            continue
        before = state[name]
        if isinstance(before, tuple) or isinstance(value, tuple):
            state[name] = value
        elif name in MULTIPLIED:
            state[name] = before * value
        elif name in ADDED:
            state[name] = before + value
        else:
            state[name] = value
    return state


class TrackBuilder:
    """Collects the curves of one target's steps into as few tracks as can hold them.

    Curves of one property that do not overlap in time share a track: each ends at the neutral value, so
    the track rests there in between. One that overlaps opens a track of its own.
    """

    def __init__(self) -> None:
        """Begin with no tracks."""
        self._open: dict[str, list[_Keys]] = {}

    def add(self, curve: Curve, start: int, duration: int, repeat: int, easing: Easing) -> None:
        """Add a curve that runs ``repeat`` times for ``duration`` ms from ``start``, each key eased to the next."""
        name, keys = curve
        end = start + duration * repeat
        tracks = self._open.setdefault(name, [])
        track = next((t for t in tracks if t.times[-1] <= start), None)
        if track is None:
            track = _Keys()
            tracks.append(track)
        else:
            track.easings.append(HOLD)
        for run in range(repeat):
            base = start + run * duration
            for share, value in keys:
                track.times.append(base + round(share * duration))
                track.values.append(value)
                track.easings.append(easing)
            track.easings[-1] = HOLD
        track.easings.pop()
        rest = NEUTRAL.get(name)
        if rest is not None and track.values[-1] != rest:
            track.easings.append(HOLD)
            track.times.append(end)
            track.values.append(rest)

    def tracks(self) -> tuple[Track, ...]:
        """Return what was collected."""
        return tuple(
            Track(name, tuple(k.times), tuple(k.values), tuple(k.easings))
            for name, tracks in self._open.items()
            for k in tracks
        )


class _Keys:
    __slots__ = ("easings", "times", "values")

    def __init__(self) -> None:
        self.times: list[int] = []
        self.values: list[Value] = []
        self.easings: list[Easing] = []


def backwards(curve: Curve) -> Curve:
    """Return the curve run from its end to its beginning: an exit from an entrance."""
    name, keys = curve
    return name, tuple((1 - share, value) for share, value in reversed(keys))


def layer_tracks(curves: Sequence[Curve], duration: int, easing: Easing) -> tuple[Track, ...]:
    """Return a transition's curves as tracks over 0..duration."""
    builder = TrackBuilder()
    for curve in curves:
        builder.add(curve, 0, duration, 1, easing)
    return builder.tracks()
