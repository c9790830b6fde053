"""Keyframed tracks: one property of one target over slide time. What both evaluators interpolate."""

from bisect import bisect_right
from collections.abc import Iterable, Mapping, Sequence
from operator import itemgetter

from msgspec import Struct

from ritornel.core.motion.curves import Curve, Value
from ritornel.core.motion.easing import HOLD, Easing, eased
from ritornel.core.time.rounding import rounded

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
    "pivot_x": 0.0,
    "pivot_y": 0.0,
    "turn_x": 0.0,
    "turn_y": 0.0,
    "soft": 0.0,
    "drawn": 2.0,
    "front": 0.0,
}
_PACED_SAMPLES = 48
MULTIPLIED = frozenset({"scale_x", "scale_y", "opacity", "visible", "brightness"})
ADDED = frozenset({"x", "y", "rotate", "blur", "turn_x", "turn_y"})


class Track(Struct, frozen=True, gc=False, omit_defaults=True):
    """Values at ``times`` (ms, never decreasing); ``easings[i]`` leads from key i to key i + 1.

    Before the first key its value holds, after the last key the last's; of keys at one instant the last counts.
    Several tracks of one property on one target multiply (scales, opacity, visible) or add (x, y, rotate, blur, turns).

    ``run`` is (start, each, until): from start to until the keys of start..start + each are gone through again
    and again; from until on stands what stands from start + each on. So a build repeats without more keys, and one
    that is cut short runs as it would have until then. ``wrap`` is (low, high): a value between keys is taken
    modulo high - low from low up, as the place in a clip that plays again and again.
    """

    property: str
    times: tuple[int, ...]
    values: tuple[Value, ...]
    easings: tuple[Easing, ...]
    run: tuple[int, int, int] | None = None
    wrap: tuple[float, float] | None = None


def value_at(track: Track, time: float) -> Value:
    """Return the track's value at ``time`` ms of slide time: one binary search and one interpolation."""
    times = track.times
    if track.run is not None:
        begins, each, until = track.run
        if time >= until:
            time = begins + each + (time - until)
        elif time > begins:
            time = begins + (time - begins) % each
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
        value = start + (end - start) * share
        if track.wrap is None:
            return value
        low, high = track.wrap
        return low + (value - low) % (high - low)
    if isinstance(start, tuple) and isinstance(end, tuple):
        return tuple(a + (b - a) * share for a, b in zip(start, end, strict=True))
    return start


def state_at(tracks: Iterable[Track], time: float) -> dict[str, Value]:
    """Return the properties that the tracks set at ``time``, combined where several set one."""
    state: dict[str, Value] = {}
    for track in tracks:
        name = track.property
        value = value_at(track, time)
        state[name] = combined(name, state[name], value) if name in state else value
    return state


def joined(state: Mapping[str, Value], more: Mapping[str, Value]) -> dict[str, Value]:
    """Return a state with that of other tracks beside it."""
    return {**state, **{n: combined(n, state[n], value) if n in state else value for n, value in more.items()}}


def combined(name: str, before: Value, value: Value) -> Value:
    """Return what two values of one property make together."""
    if isinstance(before, tuple) and isinstance(value, tuple) and name == "colour":
        return _over(before, value)
    if isinstance(before, tuple) or isinstance(value, tuple):
        return value
    if name in MULTIPLIED:
        return before * value
    return before + value if name in ADDED else value


def _over(below: tuple[float, ...], above: tuple[float, ...]) -> tuple[float, ...]:
    """Return one colour laid over another, each red, green, blue and how opaque (CSS compositing-1, source-over)."""
    opaque, left = above[3], below[3] * (1.0 - above[3])
    whole = opaque + left
    if not whole:
        return above
    return (*((a * opaque + b * left) / whole for a, b in zip(above[:3], below[:3], strict=True)), whole)


class TrackBuilder:
    """Collects the curves of one target's steps into as few tracks as can hold them.

    Where no curve runs, a property rests at its neutral value: before the first, and after each. Curves of one
    property that do not overlap in time share a track. One that overlaps opens a track of its own; so does
    one that repeats or is cut, and the next after one that leaves something behind.
    """

    def __init__(self) -> None:
        """Begin with no tracks."""
        self._open: dict[str, list[_Keys]] = {}
        self._all: dict[str, list[_Keys]] = {}

    def add(
        self,
        curve: Curve,
        start: int,
        each: int,
        easing: Easing,
        *,
        repeat: int = 1,
        until: int | None = None,
        lasts: bool = False,
        rest: Value | None = None,
    ) -> None:
        """Add a curve that runs ``repeat`` times for ``each`` ms from ``start``, each key eased to the next.

        From ``until``, where that is before its end, it stands at its end. With ``lasts`` its last value stays;
        without, the property goes back to neutral: to ``rest`` for one that has no neutral value of its own.
        """
        name, keys = curve
        end = start + each * repeat
        until = end if until is None else min(until, end)
        rest = NEUTRAL.get(name, rest)
        alone = until != start + each
        track = self._track_for(name, start, alone)
        if not track.times and rest is not None and start > 0 and keys[0][1] != rest:
            track.key(0, rest, HOLD)
        if len(keys) == 2 and keys[0][0] == 0 and keys[1][0] == 1:  # from one value to another, as most go
            track.times += (start, start + each)
            track.values += (keys[0][1], keys[1][1])
            track.easings += (easing, HOLD)
        else:
            track.times += [start + (each if at == 1 else rounded(at * each) if at else 0) for at, _ in keys]
            track.values += [value for _, value in keys]
            track.easings += [easing] * (len(keys) - 1) + [HOLD]
        if track.values[-1] != rest:
            if lasts and not alone:
                self._open[name].remove(track)
            elif not lasts and rest is not None:
                track.key(start + each, rest, HOLD)
        if alone:
            track.run = (start, each, until)

    def _track_for(self, name: str, start: int, alone: bool) -> "_Keys":
        """Return the track of a property that a curve from ``start`` may go on with, or a new one."""
        free = self._open.setdefault(name, [])
        if not alone:
            for track in free:
                if track.times[-1] <= start:
                    return track
        track = _Keys()
        self._all.setdefault(name, []).append(track)
        if not alone:
            free.append(track)
        return track

    def tracks(self) -> tuple[Track, ...]:
        """Return what was collected."""
        return tuple(
            Track(name, tuple(k.times), tuple(k.values), tuple(k.easings[:-1]), k.run)
            for name, tracks in self._all.items()
            for k in tracks
        )


class _Keys:
    """A track being made: every key with the easing that leads on from it."""

    __slots__ = ("easings", "run", "times", "values")

    def __init__(self) -> None:
        self.times: list[int] = []
        self.values: list[Value] = []
        self.easings: list[Easing] = []
        self.run: tuple[int, int, int] | None = None

    def key(self, time: int, value: Value, easing: Easing) -> None:
        self.times.append(time)
        self.values.append(value)
        self.easings.append(easing)


def paced(curve: Curve, easing: Easing) -> Curve:
    """Return a curve gone through as a whole by an easing, as one to be gone through evenly.

    Numbers are sampled; where what changes are lists, their keys come when the easing has come to them.
    """
    name, keys = curve
    if any(isinstance(value, tuple) for _, value in keys):
        return name, tuple((_reached(easing, share), value) for share, value in keys)
    shares = [n / _PACED_SAMPLES for n in range(_PACED_SAMPLES + 1)]
    return name, tuple((share, _on(keys, eased(easing, share))) for share in shares)


def _on(keys: Sequence[tuple[float, Value]], share: float) -> Value:
    """Return a curve's value at a share; beyond its ends it goes on as it does at them."""
    at = min(max(1, bisect_right(keys, share, key=itemgetter(0))), len(keys) - 1)
    (a, x), (b, y) = keys[at - 1], keys[at]
    if isinstance(x, tuple) or isinstance(y, tuple) or b == a:
        return y
    return x + (y - x) * (share - a) / (b - a)


def _reached(easing: Easing, share: float) -> float:
    """Return when a rising easing reaches a share, by bisection."""
    low, high = 0.0, 1.0
    if share in (low, high):
        return share
    for _ in range(30):
        middle = (low + high) / 2
        low, high = (middle, high) if eased(easing, middle) < share else (low, middle)
    return high


def backwards(curve: Curve) -> Curve:
    """Return the curve run from its end to its beginning: an exit from an entrance."""
    name, keys = curve
    return name, tuple((1 - share, value) for share, value in reversed(keys))
