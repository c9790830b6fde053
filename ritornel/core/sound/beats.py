"""Tempo, beats and bars of music: by how its spectrum grows, how that repeats, and the best path through it.

D. P. W. Ellis, “Beat Tracking by Dynamic Programming”, Journal of New Music Research 36 (2007). The tempo is looked
for in stretches, so that it may change; bars are where the music changes most (its chords, and its low end).
"""

from itertools import pairwise
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray
from scipy.ndimage import gaussian_filter1d

from ritornel.core.sound import RATE
from ritornel.core.time.rounding import rounded

HOP = 480
"""Samples between two looks at the spectrum: 10 ms."""
STEPS_A_SECOND = RATE // HOP
WINDOW = 2048
SLOWEST, FASTEST = 44.0, 200.0
"""Beats a minute that are looked for."""
USUAL = 140.0
"""A beat and its half both repeat: the nearer to this tempo, the better. It is fast, as halves are found out later."""
FASTEST_HALVED = 100.0
"""Beats a minute above which every second one may be none."""
_OCTAVES = 1.0
_TIGHT = 400.0
_BANDS = 40
_LOW_BANDS = 6
_COMPRESSION = 1e-4
_AROUND_S = 8.0
_LEAST_S = 4.0
_LEAST_CLEAR = 0.12
"""How much of the flux must repeat at the tempo for the music to have beats at all."""
_BARS = (4, 3)
_WEAK = 0.85
_FOUR_IS_USUAL, _FEW = 0.35, 12.0
"""By how many spreads bars of three must stand out more than bars of four; more, the fewer beats there are."""


class Beats(NamedTuple):
    """Beats in ms, in their order; ``bar`` of them make a bar, and the one numbered ``first`` opens one."""

    times: tuple[int, ...] = ()
    bar: int = 4
    first: int = 0


class Flux:
    """Hears mono samples at 48 kHz in blocks, and how the energy in bands of pitch grows from step to step."""

    def __init__(self) -> None:
        """Begin in silence."""
        self._left = np.zeros(WINDOW - HOP, np.float32)
        self._bands = _mel_bands()
        self._window = np.hanning(WINDOW).astype(np.float32)
        self._levels: list[NDArray[np.float32]] = []

    def feed(self, mono: NDArray[np.float32]) -> None:
        """Hear what comes next."""
        joined = np.concatenate((self._left, mono))
        whole = (len(joined) - WINDOW) // HOP + 1
        if whole > 0:
            views = np.lib.stride_tricks.sliding_window_view(joined, WINDOW)[: whole * HOP : HOP]
            for at in range(0, whole, 500):
                power = np.abs(np.fft.rfft(views[at : at + 500] * self._window, axis=1)) ** 2
                self._levels.append(np.log10(_COMPRESSION + power @ self._bands).astype(np.float32))
        self._left = joined[max(0, whole) * HOP :]

    def levels(self) -> NDArray[np.float32]:
        """Return the energy in each band at each step, as a logarithm: shape (steps, bands)."""
        return np.concatenate(self._levels) if self._levels else np.zeros((0, _BANDS), np.float32)


def beats_in(levels: NDArray[np.float32]) -> Beats:
    """Return the beats of music by its ``Flux`` levels; none where it has no pulse, or lasts less than 4 s."""
    if len(levels) < _LEAST_S * STEPS_A_SECOND:
        return Beats()
    onsets = _onsets(levels)
    if not onsets.any():
        return Beats()
    periods, clear = _periods(onsets)
    if clear < _LEAST_CLEAR:
        return Beats()
    steps = _strong_ones(_path(onsets, periods), onsets)
    if len(steps) < len(_BARS) * 2:
        return Beats()
    offset = (WINDOW / 2 - (WINDOW - HOP)) / HOP  # a step tells of the window around it
    times = tuple(sorted({max(0, rounded((step + offset) * 1000 / STEPS_A_SECOND)) for step in steps}))
    bar, first = _bars(levels, steps)
    return Beats(times, bar, first)


def _mel_bands() -> NDArray[np.float32]:
    """Return triangles over the spectrum, evenly spaced in mel from 30 Hz to 11 kHz: shape (bins, bands)."""
    hz = np.fft.rfftfreq(WINDOW, 1 / RATE)
    mel = 2595 * np.log10(1 + hz / 700)
    low, high = 2595 * np.log10(1 + np.array([30.0, 11_000.0]) / 700)
    edges = np.linspace(low, high, _BANDS + 2)
    width = edges[1] - edges[0]
    found: NDArray[np.float32] = np.maximum(0, 1 - np.abs(mel[:, None] - edges[None, 1:-1]) / width).astype(np.float32)
    return found


def _onsets(levels: NDArray[np.float32]) -> NDArray[np.float64]:
    """Return how much begins at each step: the rise of all bands, less what rises on average around, in its spread."""
    rises = np.maximum(0.0, np.diff(levels, axis=0, prepend=levels[:1])).sum(axis=1).astype(np.float64)
    rises -= gaussian_filter1d(rises, 0.4 * STEPS_A_SECOND)
    rises = np.maximum(0.0, rises)
    spread = rises.std()
    return gaussian_filter1d(rises / spread, 1.0) if spread > 1e-9 else np.zeros(len(rises))


def _periods(onsets: NDArray[np.float64]) -> tuple[NDArray[np.float64], float]:
    """Return the time from beat to beat at each step, in steps, and how clearly it repeats at it: 0 to 1."""
    least, most = (int(60 / tempo * STEPS_A_SECOND) for tempo in (FASTEST, SLOWEST))
    lags = np.arange(least, most + 1)
    weight = np.exp(-0.5 * (np.log2(60 * STEPS_A_SECOND / lags / USUAL) / _OCTAVES) ** 2)
    around = int(_AROUND_S * STEPS_A_SECOND)
    centres = range(0, len(onsets), around // 4)
    found = []
    for centre in centres:
        part = onsets[max(0, centre - around // 2) : centre + around // 2]
        found.append(_repeats(part, most))
    strengths = np.array(found)
    whole = strengths.mean(axis=0)
    scored = weight * _with_multiples(whole, lags)
    best = int(np.argmax(scored))
    near = np.abs(np.log2(lags / lags[best])) < 0.25  # about that tempo all the time: it may drift, not double
    local = strengths[:, lags] * weight
    smooth = gaussian_filter1d(local, 1.0, axis=0)
    chosen = lags[near][np.argmax(smooth[:, near], axis=1)].astype(np.float64)
    fine = [_fine(row, int(lag)) for row, lag in zip(strengths, chosen, strict=True)]
    periods = np.interp(np.arange(len(onsets)), list(centres), gaussian_filter1d(np.array(fine), 1.0, mode="nearest"))
    return periods, float(whole[lags[best]])


def _repeats(part: NDArray[np.float64], most: int) -> NDArray[np.float64]:
    """Return the autocorrelation of a part at lags from 0 up to twice ``most``, 1 at no lag."""
    part = part - part.mean()
    size = 2 * len(part) + 2 * most
    spectrum = np.fft.rfft(part, size)
    found = np.fft.irfft(np.abs(spectrum) ** 2, size)[: 2 * most + 2]
    found = gaussian_filter1d(found, 1.0)
    return found / found[0] if found[0] > 0 else np.zeros(2 * most + 2)


def _with_multiples(strength: NDArray[np.float64], lags: NDArray[np.int_]) -> NDArray[np.float64]:
    """Return how well each lag repeats, with half of what twice the lag does: a beat repeats over two beats too."""
    double = np.minimum(2 * lags, len(strength) - 1)
    found: NDArray[np.float64] = strength[lags] + 0.5 * np.maximum.reduce([strength[double + d] for d in (-1, 0, 1)])
    return found


def _fine(strength: NDArray[np.float64], lag: int) -> float:
    """Return where the peak at a lag is between steps: of the parabola through it and its neighbours."""
    a, b, c = strength[lag - 1 : lag + 2]
    bend = a - 2 * b + c
    return lag + (0.5 * (a - c) / bend if bend < 0 and abs(a - c) < abs(2 * bend) else 0.0)


def _path(onsets: NDArray[np.float64], periods: NDArray[np.float64]) -> list[float]:
    """Return the steps of the beats: those whose onsets are large, and whose distances are near the period."""
    count = len(onsets)
    score = onsets.copy()
    before = np.full(count, -1)
    for step in range(count):
        period = periods[step]
        first, last = step - int(2 * period), step - int(period / 2)
        if last < 1:
            continue
        lags = np.arange(max(0, first), last)
        cost = -_TIGHT * np.log((step - lags) / period) ** 2
        options = score[lags] + cost
        best = int(np.argmax(options))
        if options[best] > 0:
            score[step] = onsets[step] + options[best]
            before[step] = lags[best]
    tail = max(0, count - int(periods[-1] * 1.5))
    step = tail + int(np.argmax(score[tail:]))
    found = []
    while step >= 0:
        found.append(step)
        step = int(before[step])
    return [_top(onsets, at) for at in reversed(found)]


def _strong_ones(steps: list[float], onsets: NDArray[np.float64]) -> list[float]:
    """Return every second beat where the others are much weaker: they lie between the beats."""
    if len(steps) < 2 * len(_BARS) or np.median(np.diff(steps)) * FASTEST_HALVED > 60 * STEPS_A_SECOND:
        return steps
    at = [_nearest(step, len(onsets)) for step in steps]
    for strong, weak in ((0, 1), (1, 0)):
        if np.percentile(onsets[at[weak::2]], 60) < _WEAK * np.percentile(onsets[at[strong::2]], 20):
            return steps[strong::2]
    return steps


def _top(onsets: NDArray[np.float64], step: int) -> float:
    return _fine(onsets, step) if 0 < step < len(onsets) - 1 else float(step)


def _bars(levels: NDArray[np.float32], steps: list[float]) -> tuple[int, int]:
    """Return how many beats a bar has and which beat opens one: where the sound between beats changes the most."""
    at = [_nearest(s, len(levels)) for s in steps]
    between = np.array([levels[a:b].mean(axis=0) for a, b in pairwise(at) if b > a])
    if len(between) < 2 * _BARS[0]:
        return _BARS[0], 0
    change = np.zeros(len(between))
    change[1:] = np.abs(np.diff(between, axis=0)).sum(axis=1)
    change[1:] += np.maximum(0.0, np.diff(between[:, :_LOW_BANDS], axis=0)).sum(axis=1)
    scores = {}
    for bar in _BARS:
        for first in range(bar):
            at_bars = np.arange(len(change)) % bar == first
            at_bars[0] = False  # nothing is known of what was before it
            opens, others = change[at_bars], change[1:][~at_bars[1:]]
            scores[bar, first] = float((opens.mean() - others.mean()) / (change.std() + 1e-9))
    four = max((scores[4, first], first) for first in range(4))
    three = max((scores[3, first], first) for first in range(3))
    margin = _FOUR_IS_USUAL + _FEW / len(between)
    return (3, three[1]) if three[0] > four[0] + margin else (4, four[1])


def _nearest(step: float, count: int) -> int:
    """Return the whole step nearest to one, within what there is."""
    return min(count - 1, max(0, rounded(step)))
