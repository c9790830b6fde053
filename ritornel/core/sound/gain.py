"""Gains: decibels to factors, equal-power fades as easings (timing, section 8)."""

from math import pi, sin

from ritornel.core.motion.easing import HOLD, Easing
from ritornel.core.motion.track import Track

SILENCE_DB = -96.0
_STOPS = 24


def factor(gain_db: float) -> float:
    """Return a gain in dB as a factor on the amplitude: 10 ** (dB / 20); 0 at -96 dB and below."""
    return 0.0 if gain_db <= SILENCE_DB else float(10 ** (gain_db / 20))


def _quarter_sine() -> Easing:
    return tuple(n for i in range(_STOPS + 1) for n in (i / _STOPS, sin(pi / 2 * i / _STOPS)))


EQUAL_POWER_IN: Easing = _quarter_sine()
"""A fade-in whose square, the power, rises as sin²: two such fades crossed keep the power constant."""

EQUAL_POWER_OUT: Easing = tuple(n for i in range(_STOPS + 1) for n in (i / _STOPS, 1 - sin(pi / 2 * (1 - i / _STOPS))))


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
