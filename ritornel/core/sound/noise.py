"""What is heard in a voice besides the voice: the hum of the mains and its overtones, and how loud the room is."""

from collections.abc import Sequence
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from ritornel.core.sound.activity import STEP_MS, levels, speech_spans

MAINS_HZ = (50.0, 60.0)
_OVERTONES = 8
_WINDOW_S = 0.5
_STANDS_OUT_DB = 9.0
_NEAR_HZ, _AROUND_HZ = 2.5, 12.0
_LEAST_POWER = 1e-8
"""Of a tone that anybody would hear."""
_LEAST_QUIET_MS = 60
_SILENT_DB = -70.0

Samples = NDArray[np.float32]


class Noise(NamedTuple):
    """The room of a voice: its level in dB below full scale without the hum, and the tones of that, in Hz."""

    floor_db: float
    hum: tuple[float, ...]

    @property
    def is_quiet(self) -> bool:
        """Tell whether there is nothing to be lowered."""
        return self.floor_db < _SILENT_DB and not self.hum


def noise_of(samples: Samples, rate: int) -> Noise:
    """Return what is heard between the words of mono ``samples`` (-1..1) at ``rate`` in Hz.

    The hum's tones are those multiples of the mains' frequency that stand out by 9 dB from what is around them in the
    averaged spectrum of the pauses (Welch 1967, half a second a window).
    """
    quiet = _between_words(samples, rate)
    if not quiet:
        return Noise(-120.0, ())
    frequencies, power = _spectrum(quiet, rate)
    heard = [tuple(tone for tone in _tones(mains) if _stands_out(tone, frequencies, power)) for mains in MAINS_HZ]
    hum = max(heard, key=len)
    left = power.copy()
    for tone in hum:
        left[np.abs(frequencies - tone) <= _AROUND_HZ] = np.median(power[np.abs(frequencies - tone) <= _AROUND_HZ])
    return Noise(float(10 * np.log10(max(1e-12, left.sum()))), hum)


def lag_of(samples: Samples, other: Samples, most: int) -> int:
    """Return by how many samples, ``most`` at most, ``other`` comes later: where their correlation is the largest."""
    length = min(len(samples), len(other))
    size = 2 * length
    both = np.conj(np.fft.rfft(samples[:length], size)) * np.fft.rfft(other[:length], size)
    return int(np.argmax(np.fft.irfft(both, size)[: most + 1]))


def _between_words(samples: Samples, rate: int) -> list[Samples]:
    """Return the pauses of a voice without their edges: those that are long enough, else all of them joined."""
    spans = speech_spans(levels(samples, rate))
    whole = len(samples) * 1000 // rate
    ends = [0, *(end for _, end in spans)]
    starts = [*(start for start, _ in spans), whole]
    parts = [
        samples[(end + 2 * STEP_MS) * rate // 1000 : (start - 2 * STEP_MS) * rate // 1000]
        for end, start in zip(ends, starts, strict=True)
        if start - end > 4 * STEP_MS + _LEAST_QUIET_MS
    ]
    least = int(rate * _WINDOW_S)
    long = [part for part in parts if len(part) >= least]
    if long or not parts:
        return long
    joined = np.concatenate(parts)
    return [joined] if len(joined) >= least else []


def _spectrum(parts: Sequence[Samples], rate: int) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """Return frequencies in Hz and the mean power in each, which sum to the mean square of the parts' samples."""
    size = int(rate * _WINDOW_S)
    window = np.hanning(size)
    blocks = [part[at : at + size] * window for part in parts for at in range(0, len(part) - size + 1, size // 2)]
    power = np.mean([np.abs(np.fft.rfft(block)) ** 2 for block in blocks], axis=0)
    found: NDArray[np.float64] = 2 * power / (size * np.sum(window**2))
    return np.fft.rfftfreq(size, 1 / rate).astype(np.float64), found


def _tones(mains: float) -> tuple[float, ...]:
    return tuple(mains * n for n in range(1, _OVERTONES + 1))


def _stands_out(tone: float, frequencies: NDArray[np.float64], power: NDArray[np.float64]) -> bool:
    off = np.abs(frequencies - tone)
    there = float(power[off <= _NEAR_HZ].max())
    around = float(np.median(power[(off > 2 * _NEAR_HZ) & (off <= _AROUND_HZ)]))
    return there > _LEAST_POWER and there > around * 10 ** (_STANDS_OUT_DB / 10)
