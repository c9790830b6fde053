"""Where somebody speaks: from the energy of short windows against a floor that follows the room."""

from collections.abc import Sequence
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

STEP_MS = 10
_FLOOR_WINDOW = 600
"""Steps around an instant among which its floor is found: 6 s."""
_FLOOR_SHARE, _LOUD_SHARE = 10, 95
"""Percentiles of the energies that are the room's, and the voice's."""
_BETWEEN = 0.3
_LEAST_OVER_FLOOR_DB = 6.0
_SILENT_DB = -72.0
_LEAST_PAUSE, _LEAST_SPEECH = 12, 6
"""Steps: shorter gaps are closed, shorter bursts are clicks."""
_NEAR = 3
"""Steps in which the energy is summed where the quietest instant is looked for."""
_ATTACK = 3
"""Steps that a voice has begun before it is loud."""

Spans = tuple[tuple[int, int], ...]


def levels(samples: NDArray[np.float32], rate: int) -> NDArray[np.float64]:
    """Return the level of mono ``samples`` (-1..1, ``rate`` in Hz) in every ``STEP_MS``, in dB below full scale."""
    step = rate * STEP_MS // 1000
    whole = samples[: len(samples) // step * step].astype(np.float64).reshape(-1, step)
    power = np.square(whole - whole.mean(axis=1, keepdims=True)).mean(axis=1)
    found: NDArray[np.float64] = 10 * np.log10(np.maximum(power, 1e-12))
    return found


def speech_spans(level: NDArray[np.float64]) -> Spans:
    """Return the spans in which somebody speaks, in ms, of the ``levels`` of a voice: (start, end) in their order."""
    if not len(level):
        return ()
    floor = _floor(level)
    loud = float(np.percentile(level, _LOUD_SHARE))
    bound = floor + np.maximum(_LEAST_OVER_FLOOR_DB, _BETWEEN * (loud - floor))
    speaks = (level > bound) & (level > _SILENT_DB)
    return _cleaned(_runs(speaks))


def quietest(level: NDArray[np.float64], said: Sequence[tuple[int, int]]) -> tuple[int, ...]:
    """Return the quietest instant between each of what is ``said`` (spans in ms, in their order) and the next, in ms.

    It is the middle of the 30 ms with the least energy, from 20 ms before the one ends to 20 ms after the next begins.
    """
    power = np.convolve(10 ** (level / 10), np.ones(_NEAR), "valid") if len(level) >= _NEAR else np.zeros(0)
    found = []
    for (_, end), (start, _) in pairwise(said):
        first, last = sorted((end // STEP_MS, start // STEP_MS))
        first, last = max(0, first - 2), min(len(power) - 1, last + 2 - _NEAR)
        if last >= first:
            least = power[first : last + 1]
            middle = float(np.flatnonzero(least <= least.min()).mean())
            found.append(int((first + middle) * STEP_MS) + _NEAR * STEP_MS // 2)
    return tuple(sorted(set(found)))


def _floor(level: NDArray[np.float64]) -> NDArray[np.float64]:
    """Return the room's level around every step: a low percentile of what is around it, joined by straight lines."""
    centres = np.arange(0, len(level) + _FLOOR_WINDOW // 2, _FLOOR_WINDOW // 2)
    around = [level[max(0, c - _FLOOR_WINDOW // 2) : c + _FLOOR_WINDOW // 2] for c in centres]
    known = [
        (c, float(np.percentile(part, _FLOOR_SHARE))) for c, part in zip(centres, around, strict=True) if len(part)
    ]
    found: NDArray[np.float64] = np.interp(np.arange(len(level)), [c for c, _ in known], [f for _, f in known])
    return found


def _runs(on: NDArray[np.bool_]) -> list[tuple[int, int]]:
    edges = np.flatnonzero(np.diff(np.concatenate(([False], on, [False])).astype(np.int8)))
    return list(zip(edges[::2].tolist(), edges[1::2].tolist(), strict=True))


def _cleaned(runs: Sequence[tuple[int, int]]) -> Spans:
    """Return runs of steps as spans in ms, without clicks, and with short gaps closed."""
    kept: list[list[int]] = []
    for start, end in runs:
        if kept and start - kept[-1][1] < _LEAST_PAUSE:
            kept[-1][1] = end
        else:
            kept.append([start, end])
    return tuple(
        (max(0, start - _ATTACK) * STEP_MS, end * STEP_MS) for start, end in kept if end - start >= _LEAST_SPEECH
    )
