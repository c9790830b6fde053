"""A limiter that looks ahead: no peak goes over the ceiling, and what does not reach it stays as it is.

Every millisecond a gain is found that keeps the true peaks around it under the ceiling; it comes down before a peak
by what lies in the look-ahead, and goes up by itself. The page's limiter (``play/limiter.js``) does the same.
"""

from math import exp

import numpy as np
from numpy.typing import NDArray

from ritornel.core.sound import RATE
from ritornel.core.sound.levels import CEILING_DBTP
from ritornel.core.sound.loudness import MOST_OVER, TAPS, between

STEP = RATE // 1000
"""Samples from one gain to the next: 1 ms."""
LOOK_AHEAD = 5
"""Steps."""
RELEASE_MS = 80.0
_CEILING = 10 ** (CEILING_DBTP / 20)
_KEPT = exp(-1 / RELEASE_MS)
_NOTHING = 1e-6


class Limiter:
    """Limits stereo samples, shape (2, n) at 48 kHz, n a whole number of milliseconds but for the last block.

    ``feed`` gives samples as soon as their gain is known, ``LOOK_AHEAD`` + 1 ms later; ``last`` gives the rest.
    ``work`` is the gain at the beginning of every millisecond that was given, as a factor.
    """

    def __init__(self) -> None:
        """Begin with nothing to do."""
        self.work: list[float] = []
        self._samples = np.zeros((2, 0), np.float32)
        self._tail = np.zeros((2, TAPS - 1), np.float32)
        self._needs = np.ones(1)  # from the millisecond before the next whose gain is to be found
        self._down = 0.0
        self._found = np.zeros(0)
        self._nodes = np.zeros(0)

    def feed(self, block: NDArray[np.float32]) -> NDArray[np.float32]:
        """Return the samples whose gain is known, given what comes next."""
        self._samples = np.concatenate((self._samples, block), axis=1)
        return self._given(self._wanted(block))

    def last(self) -> NDArray[np.float32]:
        """Return what is left when nothing comes any more."""
        beyond = self._wanted(np.zeros((2, STEP), np.float32))  # what is cut off rings
        return self._given(np.concatenate((beyond, np.ones(LOOK_AHEAD + 1))))

    def _wanted(self, block: NDArray[np.float32]) -> NDArray[np.float64]:
        """Return the gain that each millisecond of a block needs by itself."""
        joined = np.concatenate((self._tail, block), axis=1)
        self._tail = joined[:, -(TAPS - 1) :]
        steps = -(-block.shape[1] // STEP)
        if float(np.abs(joined).max(initial=0.0)) * MOST_OVER <= _CEILING:
            return np.ones(steps)
        reached = np.zeros(steps * STEP)
        reached[: block.shape[1]] = between(joined)
        found: NDArray[np.float64] = np.minimum(1.0, _CEILING / np.maximum(1e-9, reached.reshape(-1, STEP).max(axis=1)))
        return found

    def _given(self, needs: NDArray[np.float64]) -> NDArray[np.float32]:
        """Return samples up to where their gain is known, with more of what is needed."""
        self._needs = np.concatenate((self._needs, needs))
        known = len(self._needs) - LOOK_AHEAD - 1
        if known > 0:
            # a peak is felt for the look-ahead before it, and where its own millisecond ends
            windows = np.lib.stride_tricks.sliding_window_view(self._needs, LOOK_AHEAD + 2)[:known]
            found = self._released(windows.min(axis=1))
            before = self._found if len(self._found) else np.full(LOOK_AHEAD - 1, found[0])  # nothing was before
            found = np.concatenate((before, found))
            self._nodes = np.concatenate((self._nodes, np.convolve(found, np.ones(LOOK_AHEAD) / LOOK_AHEAD, "valid")))
            self._found, self._needs = found[-(LOOK_AHEAD - 1) :], self._needs[known:]
        steps = max(0, len(self._nodes) - 1)
        samples, self._samples = self._samples[:, : steps * STEP], self._samples[:, steps * STEP :]
        at = np.arange(samples.shape[1]) / STEP
        gain = np.interp(at, np.arange(len(self._nodes)), self._nodes).astype(np.float32) if steps else np.ones(0)
        self.work += self._nodes[: -(-samples.shape[1] // STEP)].tolist()
        self._nodes = self._nodes[steps:]
        return (samples * gain).astype(np.float32)

    def _released(self, least: NDArray[np.float64]) -> NDArray[np.float64]:
        """Return gains that come down as they must, and go up by themselves."""
        if self._down < _NOTHING and float(least.min()) >= 1.0:
            self._down = 0.0
            return np.ones(len(least))
        found = np.empty(len(least))
        for n, wanted in enumerate(least.tolist()):
            self._down = max(1.0 - wanted, self._down * _KEPT)
            found[n] = 1.0 - self._down
        return found
