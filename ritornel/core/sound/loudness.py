"""How loud a sound is: integrated, short-term, its range and true peak (ITU-R BS.1770-4, EBU Tech 3342).

Sounds are fed in blocks, so that no more of them is held than one block and a number for each tenth of a second.
"""

from math import log10
from typing import NamedTuple

import numpy as np
from numpy.lib.stride_tricks import sliding_window_view
from numpy.typing import NDArray
from scipy.signal import sosfilt

from ritornel.core.sound import RATE

_K_WEIGHTING = np.array(
    [
        [1.53512485958697, -2.69169618940638, 1.19839281085285, 1.0, -1.69065929318241, 0.73248077421585],
        [1.0, -2.0, 1.0, 1.0, -1.99004745483398, 0.99007225036621],
    ]
)
"""BS.1770-4, tables 1 and 2: the head, and the low-pass of hearing, at 48 kHz."""
_EDGE = (
    (0.001708984375, 0.010986328125, -0.0196533203125, 0.033203125, -0.0594482421875, 0.1373291015625),
    (0.97216796875, -0.102294921875, 0.047607421875, -0.026611328125, 0.014892578125, -0.00830078125),
)
_MIDDLE = (
    (-0.0291748046875, 0.029296875, -0.0517578125, 0.089111328125, -0.16650390625, 0.465087890625),
    (0.77978515625, -0.2003173828125, 0.1015625, -0.0582275390625, 0.0330810546875, -0.0189208984375),
)
_PHASES = np.array([sum(_EDGE, ()), sum(_MIDDLE, ()), sum(_MIDDLE, ())[::-1], sum(_EDGE, ())[::-1]])
"""BS.1770-4, annex 2: four phases of the filter that finds peaks between samples."""
TAPS = _PHASES.shape[1]
MOST_OVER = float(np.abs(_PHASES).sum(axis=1).max())
"""No peak between samples is higher than so many times the highest sample."""

_HOP = RATE // 10
_MOMENT, _SHORT_TERM = 4, 30
"""Hops of 100 ms in a gated block, and in a short-term one."""
_ABSOLUTE_LUFS = -70.0
_GATE_LU, _RANGE_GATE_LU = -10.0, -20.0
_RANGE_LOW, _RANGE_HIGH = 10, 95

Samples = NDArray[np.float32]


class Loudness(NamedTuple):
    """``integrated`` in LUFS and ``range`` in LU (None where all is silent), ``true_peak`` in dBTP (-120 at least)."""

    integrated: float | None
    range: float | None
    true_peak: float


class Meter:
    """Measures stereo samples, shape (2, n) at 48 kHz, that are fed in blocks of any length."""

    def __init__(self) -> None:
        """Begin in silence."""
        self._state = np.zeros((len(_K_WEIGHTING), 2, 2))
        self._left = np.zeros((2, 0))
        self._powers: list[NDArray[np.float64]] = []
        self._tail = np.zeros((2, TAPS - 1), np.float32)
        self._peak = 0.0

    def feed(self, block: Samples) -> None:
        """Hear what comes next."""
        self._find_peak(block)
        weighted, self._state = sosfilt(_K_WEIGHTING, block.astype(np.float64), zi=self._state)
        weighted = np.concatenate((self._left, weighted), axis=1)
        whole = weighted.shape[1] // _HOP * _HOP
        self._left = weighted[:, whole:]
        squares = np.square(weighted[:, :whole]).reshape(2, -1, _HOP).mean(axis=2)
        self._powers.append(squares.sum(axis=0))

    def result(self) -> Loudness:
        """Return what was heard so far. A sound shorter than 400 ms counts as if it went on as it is."""
        powers = self._known()
        blocks = _means(powers, _MOMENT) if len(powers) >= _MOMENT else self._short()
        integrated = _gated(blocks, _GATE_LU)
        peak = 20 * log10(max(1e-6, self._peak))
        return Loudness(integrated, _range_of(_means(powers, _SHORT_TERM)), peak)

    def short_term(self) -> NDArray[np.float64]:
        """Return the loudness of the 3 s around every tenth of a second, in LUFS; -120 in silence."""
        powers = self._known()
        if not len(powers):
            return np.zeros(0)
        sums = np.concatenate(([0.0], np.cumsum(powers)))
        at = np.arange(len(powers))
        first, last = np.maximum(0, at - _SHORT_TERM // 2), np.minimum(len(powers), at + _SHORT_TERM // 2)
        return _lufs(np.maximum(0.0, (sums[last] - sums[first]) / (last - first)))

    def momentary(self) -> NDArray[np.float64]:
        """Return the loudness of every tenth of a second by itself, in LUFS; -120 in silence."""
        return _lufs(self._known())

    def _known(self) -> NDArray[np.float64]:
        return np.concatenate(self._powers) if self._powers else np.zeros(0)

    def _short(self) -> NDArray[np.float64]:
        powers = self._known()
        left = np.square(self._left).mean(axis=1).sum() if self._left.shape[1] else 0.0
        weights = np.array([_HOP] * len(powers) + [self._left.shape[1]], np.float64)
        total = weights.sum()
        return np.array([np.dot(np.append(powers, left), weights) / total]) if total else np.zeros(0)

    def _find_peak(self, block: Samples) -> None:
        joined = np.concatenate((self._tail, block), axis=1)
        self._tail = joined[:, -(TAPS - 1) :]
        if not block.shape[1]:
            return
        high = (np.abs(joined) * MOST_OVER > self._peak).any(axis=0)
        near = np.convolve(high, np.ones(TAPS), "valid") > 0
        windows = sliding_window_view(joined, TAPS, axis=1)[:, near]
        if windows.size:
            self._peak = max(self._peak, float(np.abs(windows).max()), float(np.abs(windows @ _PHASES.T[::-1]).max()))


def between(samples: Samples) -> NDArray[np.float64]:
    """Return how high samples, shape (channels, n), reach, their own peaks and those between them: shape (n - 11,)."""
    reached: NDArray[np.float64] = np.abs(samples[:, TAPS - 1 :]).max(axis=0).astype(np.float64)
    for phase in _PHASES:
        for channel in samples:
            np.maximum(reached, np.abs(np.convolve(channel, phase, "valid")), out=reached)
    return reached


def _means(powers: NDArray[np.float64], hops: int) -> NDArray[np.float64]:
    if len(powers) < hops:
        return np.zeros(0)
    sums = np.concatenate(([0.0], np.cumsum(powers)))
    found: NDArray[np.float64] = np.maximum(0.0, (sums[hops:] - sums[:-hops]) / hops)
    return found


def _lufs(powers: NDArray[np.float64]) -> NDArray[np.float64]:
    found: NDArray[np.float64] = -0.691 + 10 * np.log10(np.maximum(powers, 1.2e-12))
    return found


def _gated(powers: NDArray[np.float64], gate_lu: float) -> float | None:
    loud = powers[_lufs(powers) > _ABSOLUTE_LUFS]
    if not len(loud):
        return None
    gate = float(_lufs(np.array([loud.mean()]))[0]) + gate_lu
    return float(_lufs(np.array([loud[_lufs(loud) > gate].mean()]))[0])


def _range_of(powers: NDArray[np.float64]) -> float | None:
    """Return the loudness range: how far apart the soft and the loud short-term blocks are (EBU Tech 3342)."""
    loud = powers[_lufs(powers) > _ABSOLUTE_LUFS]
    if not len(loud):
        return None
    gate = float(_lufs(np.array([loud.mean()]))[0]) + _RANGE_GATE_LU
    levels = _lufs(loud[_lufs(loud) > gate])
    low, high = np.percentile(levels, [_RANGE_LOW, _RANGE_HIGH])
    return float(high - low)
