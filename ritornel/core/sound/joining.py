"""Sounds joined: one stretch of samples put in the place of another, without a click and about as loud."""

import numpy as np
from numpy.typing import NDArray

from ritornel.core.sound.activity import levels, speech_spans

_FADE_MS = 15
_MOST_GAIN_DB = 9.0
_LOUDEST = 0.97

Samples = NDArray[np.float32]


def speech_level(samples: Samples, rate: int) -> float | None:
    """Return the level of speech in mono ``samples`` at ``rate`` Hz, in dB below full scale; None in silence."""
    level = levels(samples, rate)
    spoken = [level[start // 10 : end // 10] for start, end in speech_spans(level)]
    found = np.concatenate(spoken) if spoken else np.zeros(0)
    return float(10 * np.log10(np.mean(10 ** (found / 10)))) if len(found) else None


def as_loud(samples: Samples, other: Samples, rate: int) -> Samples:
    """Return samples whose speech is as loud as that of others: by 9 dB at most, and never over full scale."""
    own, wanted = speech_level(samples, rate), speech_level(other, rate)
    if own is None or wanted is None:
        return samples
    gain = 10 ** (float(np.clip(wanted - own, -_MOST_GAIN_DB, _MOST_GAIN_DB)) / 20)
    peak = float(np.max(np.abs(samples)))
    if peak * gain > _LOUDEST:
        gain = max(min(1.0, gain), _LOUDEST / peak)
    return (samples * np.float32(gain)).astype(np.float32)


def put_in(old: Samples, new: Samples, start: int, end: int, rate: int) -> Samples:
    """Return ``old`` with its samples ``start`` to ``end`` replaced by ``new``.

    At both joints what was there goes on for 15 ms and fades with equal power into what comes, so no length changes.
    """
    made = np.concatenate((old[:start], new, old[end:])).astype(np.float32)
    fade, until = rate * _FADE_MS // 1000, start + len(new)
    head = min(fade, len(old) - start, len(new) // 2)
    made[start : start + head] = _across(old[start : start + head], new[:head])
    tail = min(fade, end, len(new) // 2) if end < len(old) else 0
    made[until - tail : until] = _across(new[len(new) - tail :], old[end - tail : end])
    return made


def _across(one: Samples, other: Samples) -> Samples:
    """Return one sound going over into another with equal power."""
    at = np.linspace(0, np.pi / 2, len(other), dtype=np.float32)
    return (one * np.cos(at) + other * np.sin(at)).astype(np.float32)
