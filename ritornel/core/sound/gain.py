"""Gains: decibels to factors, equal-power fades as easings, lines in decibels (timing, section 8)."""

from bisect import bisect_right
from collections.abc import Iterable, Sequence
from math import pi, sin
from typing import NamedTuple

from msgspec import Struct

from ritornel.core.model.units import SILENCE_DB
from ritornel.core.motion.curves import Value
from ritornel.core.motion.easing import HOLD, LINEAR, Easing, eased
from ritornel.core.motion.track import Track, value_at
from ritornel.core.time.rounding import hundredths, rounded

_STOPS = 24


def factor(gain_db: float) -> float:
    """Return a gain in dB as a factor on the amplitude: 10 ** (dB / 20); 0 at -96 dB and below."""
    return 0.0 if gain_db <= SILENCE_DB else float(10 ** (gain_db / 20))


def _quarter_sine() -> Easing:
    return tuple(n for i in range(_STOPS + 1) for n in (i / _STOPS, sin(pi / 2 * i / _STOPS)))


EQUAL_POWER_IN: Easing = _quarter_sine()
"""A fade-in whose square, the power, rises as sin²: two such fades crossed keep the power constant."""

EQUAL_POWER_OUT: Easing = tuple(n for i in range(_STOPS + 1) for n in (i / _STOPS, 1 - sin(pi / 2 * (1 - i / _STOPS))))


Point = tuple[int, float]
"""An instant in ms, and a gain in dB there."""


class Line(Struct, frozen=True, gc=False):
    """A gain in dB at ``times`` (ms, rising), with straight lines between; before and after them it stays."""

    times: tuple[int, ...]
    decibels: tuple[float, ...]


def line_of(points: Iterable[Point]) -> Line:
    """Return points as a line, in the order of their times; of those at one instant the last counts."""
    told = sorted(dict(points).items())
    return Line(tuple(at for at, _ in told), tuple(hundredths(db) for _, db in told))


def line_at(line: Line, time: float) -> float:
    """Return the gain of a line at an instant, in dB."""
    index = bisect_right(line.times, time)
    if index in (0, len(line.times)):
        return line.decibels[max(0, index - 1)]
    (a, b), (x, y) = line.times[index - 1 : index + 1], line.decibels[index - 1 : index + 1]
    return x + (y - x) * (time - a) / (b - a)


def summed(lines: Sequence[Line]) -> Line | None:
    """Return lines as one, whose gain is the sum of theirs; None of none."""
    if len(lines) < 2:
        return lines[0] if lines else None
    times = sorted({time for line in lines for time in line.times})
    return line_of((time, sum(line_at(line, time) for line in lines)) for time in times)


class Level(NamedTuple):
    """Another loudness, to which a sound goes from ``start_ms`` to ``end_ms``."""

    start_ms: int
    end_ms: int
    gain_db: float


def levelled(gain_db: float, levels: Sequence[Level]) -> Track:
    """Return the gain, as a factor over slide time, of a sound that goes to other levels, in the order of their starts.

    Each is an equal-power fade from the loudness that there is; the next one takes it over wherever it is.
    """
    reached = factor(gain_db)
    keys: list[tuple[int, float]] = [(0, reached)]
    for number, (start, end, to_db) in enumerate(levels):
        target = factor(to_db)
        shape = EQUAL_POWER_IN if target > reached else EQUAL_POWER_OUT
        fade = [
            (start + (end - start) * n / _STOPS, reached + (target - reached) * eased(shape, n / _STOPS))
            for n in range(_STOPS + 1)
        ]
        until = levels[number + 1].start_ms if number + 1 < len(levels) else end
        kept = [(rounded(time), value) for time, value in fade if time <= until]
        keys += kept
        reached = kept[-1][1]
    times, values = zip(*keys, strict=True)
    return Track("gain", times, values, (LINEAR,) * (len(keys) - 1))


def multiplied(one: Track, other: Track) -> Track:
    """Return the gain that two make together: straight between the keys of both, and between those of their fades."""
    times = sorted({*_bends(one), *_bends(other)})
    values = tuple(_number(value_at(one, at)) * _number(value_at(other, at)) for at in times)
    return Track("gain", tuple(times), values, (LINEAR,) * (len(times) - 1))


def _bends(track: Track) -> Iterable[int]:
    """Return the instants between which a gain goes straight, for those that are eased by stops: all of them."""
    for index, easing in enumerate(track.easings):
        a, b = track.times[index : index + 2]
        yield from (rounded(a + (b - a) * share) for share in easing[::2]) if len(easing) > 4 else (a,)
    yield track.times[-1]


def _number(value: Value) -> float:
    return value[0] if isinstance(value, tuple) else float(value)


def faded(gain_db: float, start_ms: int, end_ms: int, fade_in_ms: int, fade_out_ms: int) -> Track:
    """Return the gain, as a factor, of a sound from ``start_ms`` to ``end_ms`` of the show with its fades.

    Fades that would meet share the length in proportion to what was asked.
    """
    full = factor(gain_db)
    length = max(0, end_ms - start_ms)
    if fade_in_ms + fade_out_ms > length:
        fade_in_ms = fade_in_ms * length // max(1, fade_in_ms + fade_out_ms)
        fade_out_ms = length - fade_in_ms if fade_out_ms else 0
    keys: list[tuple[int, float, Easing]] = []
    if fade_in_ms:
        keys.append((start_ms, 0.0, EQUAL_POWER_IN))
    keys.append((start_ms + fade_in_ms, full, HOLD))
    if fade_out_ms:
        keys.append((end_ms - fade_out_ms, full, EQUAL_POWER_OUT))
        keys.append((end_ms, 0.0, HOLD))
    return Track(
        "gain",
        tuple(k[0] for k in keys),
        tuple(k[1] for k in keys),
        tuple(k[2] for k in keys[:-1]),
    )
