"""What is heard in a sound: how loud it is, whether it is speech and where, and its beats. Fed in blocks, once."""

import numpy as np
from numpy.typing import NDArray

from ritornel.core.model import limits
from ritornel.core.model.asset import SoundFacts
from ritornel.core.sound import RATE
from ritornel.core.sound.activity import STEP_MS, Spans, levels, speech_spans
from ritornel.core.sound.beats import Beats, Flux, beats_in
from ritornel.core.sound.loudness import Meter
from ritornel.core.time.rounding import hundredths

_SECOND = 1000 // STEP_MS
_SOFT = 0.5
"""Steps softer than half of the mean power of the second around them are soft."""
_SOFT_SHARE = 0.3
"""Speech is soft for more of the time: between syllables, words and sentences (Scheirer and Slaney 1997)."""
_MOST_EVEN = 0.7
"""What repeats itself more than that within two seconds, as drums do, is no speech."""
_REPEATS = slice(30, 200)
_FLOOR_DB = 40.0
_MOST_STEADY = 0.9
"""What sounds for more of the time than that without a pause is no speech."""
_LONGEST_SPAN_MS = 20_000
"""Nobody speaks for so long without a breath."""
_LEAST_SPEECH_S = 2
_MOST_BEATEN_S = 1800


class Ear:
    """Listens to stereo samples, shape (2, n) at 48 kHz, that are fed in blocks of any length."""

    def __init__(self) -> None:
        """Begin in silence."""
        self._meter, self._flux = Meter(), Flux()
        self._left = np.zeros(0, np.float32)
        self._levels: list[NDArray[np.float64]] = []
        self._heard_s = 0.0

    def feed(self, block: NDArray[np.float32]) -> None:
        """Hear what comes next."""
        self._meter.feed(block)
        mono = block.mean(axis=0)
        self._heard_s += block.shape[1] / RATE
        if self._heard_s <= _MOST_BEATEN_S:
            self._flux.feed(mono)
        joined = np.concatenate((self._left, mono))
        whole = len(joined) // (RATE * STEP_MS // 1000) * (RATE * STEP_MS // 1000)
        self._levels.append(levels(joined[:whole], RATE))
        self._left = joined[whole:]

    def facts(self) -> SoundFacts:
        """Return what was heard."""
        loudness = self._meter.result()
        level = np.concatenate(self._levels) if self._levels else np.zeros(0)
        spans = speech_spans(level)[: limits.SPEECH_SPANS]
        talks = is_speech(level, spans)
        beats = Beats() if talks or self._heard_s > _MOST_BEATEN_S else beats_in(self._flux.levels())
        return SoundFacts(
            loudness=None if loudness.integrated is None else hundredths(loudness.integrated),
            range=hundredths(loudness.range or 0.0),
            peak=hundredths(max(-120.0, loudness.true_peak)),
            speaks=talks,
            speech=spans,
            beats=beats.times[: limits.BEATS],
            bar=beats.bar,
            first=beats.first,
        )


def is_speech(level: NDArray[np.float64], spans: Spans) -> bool:
    """Tell whether a sound is speech, by its levels in dB every 10 ms and the spans in which it is loud.

    Speech is loud and soft in turn, many times a second, and pauses; and never evenly: drums do all of it in time.
    """
    if len(level) < _LEAST_SPEECH_S * _SECOND or not spans:
        return False
    sounding = sum(end - start for start, end in spans)
    if sounding > _MOST_STEADY * len(level) * STEP_MS and len(level) * STEP_MS > _LONGEST_SPAN_MS:
        return False
    if max(end - start for start, end in spans) > _LONGEST_SPAN_MS:
        return False
    power = 10 ** (level / 10)
    around = np.convolve(power, np.ones(_SECOND) / _SECOND, "same")
    within = np.zeros(len(level), bool)
    for start, end in spans:
        within[start // STEP_MS : end // STEP_MS] = True
    within[0] = within[-1] = False
    soft = (power < _SOFT * around)[within[: len(power)]]
    return bool(len(soft) and soft.mean() > _SOFT_SHARE and _evenness(level) < _MOST_EVEN)


def _evenness(level: NDArray[np.float64]) -> float:
    """Return the highest autocorrelation of levels at 0.3 to 2 s, from -1 to 1: how much a sound keeps time."""
    heard = np.maximum(level, level.max() - _FLOOR_DB)
    heard = heard - heard.mean()
    count = len(heard)
    power = np.abs(np.fft.rfft(heard, 2 * count)) ** 2
    alike = np.fft.irfft(power)[:count] / (count - np.arange(count))
    return float(alike[_REPEATS].max() / alike[0]) if alike[0] > 0 else 1.0
