"""All that is heard of a show, in show time: one mix for the page, for editions and for films (timing, section 8)."""

from collections.abc import Iterable, Iterator
from math import pi, sin
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from ritornel.core.motion.easing import eased
from ritornel.core.motion.track import Track
from ritornel.core.sound.spans import Span
from ritornel.core.time.rounding import hundredths

_FADE_STOPS = 24
"""Straight pieces of a fade of equal power: the page has as many."""


class Heard(NamedTuple):
    """A span, and the instant of the show that its times count from."""

    span: Span
    at_ms: int

    @property
    def start_ms(self) -> int:
        """When it begins, in show time."""
        return self.at_ms + self.span.start_ms

    @property
    def end_ms(self) -> int:
        """When it ends, in show time."""
        return self.at_ms + self.span.end_ms


class Turn(NamedTuple):
    """A stretch of an asset that is heard without a break, in the time of its span.

    From ``from_ms`` of the asset; over ``rise_ms`` it comes in, over ``fall_ms`` it goes, with equal power. Its span
    may end before it does.
    """

    start_ms: float
    end_ms: float
    from_ms: float
    rise_ms: float = 0.0
    fall_ms: float = 0.0


def heard_in(slides: Iterable[tuple[int, Iterable[Span]]], beds: Iterable[Span]) -> list[Heard]:
    """Return all that is heard of a show that runs by itself, in the order in which it begins; muted sounds are not.

    ``slides`` are their starts with their spans.
    """
    found = [Heard(span, start) for start, spans in slides for span in spans] + [Heard(span, 0) for span in beds]
    return sorted((one for one in found if not one.span.muted), key=lambda one: (one.start_ms, one.span.id))


def turns(span: Span, first_ms: float, last_ms: float) -> Iterator[Turn]:
    """Yield the turns of a span that are heard between two instants of its time.

    Whenever it comes to ``out`` it goes on from ``in``: there one turn fades into the next over the joint.
    """
    loop = max(1, span.out_ms - span.in_ms) / span.rate
    joint = span.joint_ms / span.rate
    ends = span.start_ms + (span.out_ms - span.from_ms) / span.rate  # of the first turn
    number = max(0, int((first_ms - ends) // loop))
    while True:
        end = ends + number * loop
        start = span.start_ms if number == 0 else end - loop - joint
        if start >= min(last_ms, span.end_ms):
            return
        if min(end, span.end_ms) > first_ms:
            place = span.from_ms if number == 0 else span.in_ms - span.joint_ms
            goes_on = end - joint < span.end_ms
            yield Turn(start, end if goes_on else span.end_ms, place, 0.0 if number == 0 else joint, joint * goes_on)
        number += 1


def gains(span: Span, turn: Turn, times: NDArray[np.float64]) -> NDArray[np.float32]:
    """Return how loud a turn is at instants of its span's time, as factors."""
    found = np.full(len(times), 10 ** (span.level_db / 20))
    if span.gain is not None:
        found *= np.interp(times, *points_of(span.gain))
    if span.line is not None:
        found *= 10 ** (np.interp(times, span.line.times, span.line.decibels) / 20)
    shares = np.arange(_FADE_STOPS + 1) / _FADE_STOPS
    rising = np.array([sin(pi / 2 * share) for share in shares])
    if turn.rise_ms:
        found *= np.interp(times, turn.start_ms + shares * turn.rise_ms, rising)
    if turn.fall_ms:
        found *= np.interp(times, turn.end_ms - turn.fall_ms + shares * turn.fall_ms, rising[::-1])
    return found.astype(np.float32)


def points_of(track: Track) -> tuple[list[float], list[float]]:
    """Return a gain as points with straight lines between: times in ms, and factors."""
    times: list[float] = []
    values: list[float] = []
    for index, easing in enumerate(track.easings):
        (a, b), x, y = track.times[index : index + 2], _number(track, index), _number(track, index + 1)
        stops = 1 if not easing or (easing[0] == easing[1] == 0.0 and len(easing) == _BEZIER) else _FADE_STOPS
        for n in range(stops):
            times.append(a + (b - a) * n / stops)
            values.append(x + (y - x) * eased(easing, n / stops) if easing else x)
        if not easing:
            times.append(b)
            values.append(x)
    times.append(track.times[-1])
    values.append(_number(track, len(track.times) - 1))
    return times, values


_BEZIER = 4


def _number(track: Track, index: int) -> float:
    value = track.values[index]
    return value[0] if isinstance(value, tuple) else float(value)


def in_decibels(heard: Heard) -> list[tuple[int, float]]:
    """Return how loud a sound is, as points (ms of the show, dB): its level, gain and line together."""
    span = heard.span
    times = {
        span.start_ms,
        span.end_ms,
        *(span.gain.times if span.gain else ()),
        *(span.line.times if span.line else ()),
    }
    within = sorted(int(t) for t in times if span.start_ms <= t <= span.end_ms)
    factors = gains(span, Turn(span.start_ms, span.end_ms, 0), np.array(within, np.float64))
    return [
        (heard.at_ms + t, hundredths(float(20 * np.log10(max(1e-5, f))))) for t, f in zip(within, factors, strict=True)
    ]
