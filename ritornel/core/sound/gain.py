"""Gains: decibels to factors, equal-power fades as easings (timing, section 8)."""

from collections.abc import Sequence
from math import pi, sin
from typing import NamedTuple

from ritornel.core.model.units import SILENCE_DB
from ritornel.core.motion.easing import HOLD, LINEAR, Easing, eased
from ritornel.core.motion.track import Track
from ritornel.core.time.rounding import rounded

_STOPS = 24


def factor(gain_db: float) -> float:
    """Return a gain in dB as a factor on the amplitude: 10 ** (dB / 20); 0 at -96 dB and below."""
    return 0.0 if gain_db <= SILENCE_DB else float(10 ** (gain_db / 20))


def _quarter_sine() -> Easing:
    return tuple(n for i in range(_STOPS + 1) for n in (i / _STOPS, sin(pi / 2 * i / _STOPS)))


EQUAL_POWER_IN: Easing = _quarter_sine()
"""A fade-in whose square, the power, rises as sin²: two such fades crossed keep the power constant."""

EQUAL_POWER_OUT: Easing = tuple(n for i in range(_STOPS + 1) for n in (i / _STOPS, 1 - sin(pi / 2 * (1 - i / _STOPS))))


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
