"""The mix of a show as samples: 48 kHz stereo in blocks, never the whole show in memory."""

from collections.abc import Callable, Iterator, Sequence
from math import log10

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from ritornel.core.sound import RATE
from ritornel.core.sound.limiting import Limiter
from ritornel.core.sound.loudness import Meter
from ritornel.core.sound.mixing import Heard, Turn, gains, turns
from ritornel.core.sound.spans import Span
from ritornel.core.time.rounding import rounded, tenths

BLOCK_MS = 5_000
"""A mix can be taken up again at any whole number of blocks."""
_BEFORE_MS = 1_000
"""What is mixed before the block at which one begins, for the limiter to be as it would have been."""
_REPORT_MS = 100
_SHORT_MS, _MOST_SHORT = 1_000, 50
_SPOKEN_LUFS = -32.0
_AROUND = 5

Samples = NDArray[np.float32]
Opened = Callable[[str, float, float], Iterator[Samples]]
"""Gives the sound of an asset, by its id, from an instant on in s, so many times faster: stereo blocks at 48 kHz."""


class Measures(Struct, frozen=True):
    """A mix measured: integrated loudness and its range (LUFS, LU), true peak (dBTP), the limiter's work.

    ``levels`` is the short-term loudness at every tenth of a second, ``limited`` by how many dB the limiter took back
    at the most in each, ``limited_ms`` how long it worked at all. ``clear`` is by how many LU voices are louder than
    all else in the second around every tenth of one; none where nobody speaks.
    """

    integrated: float | None
    range: float | None
    true_peak: float
    levels: tuple[float, ...]
    limited: tuple[float, ...]
    limited_ms: int
    clear: tuple[float | None, ...]


class Mix:
    """The mix of what is heard, ``length_ms`` long. Goes through it once; then ``measures`` tells of it."""

    def __init__(self, heard: Sequence[Heard], length_ms: int, opened: Opened, measured: bool = True) -> None:
        """Take what is heard, and how files are opened. One that cannot be is silent.

        One that is not ``measured`` is made in less time, and has no measures.
        """
        self._heard, self._length, self._opened, self._measured = heard, length_ms, opened, measured
        self._meter, self._limiter = Meter(), Limiter()
        self._voices, self._rest = Meter(), Meter()
        self._short: dict[tuple[str, float, float], Samples] = {}

    def blocks(self, first: int = 0) -> Iterator[Samples]:
        """Yield the mix in blocks of ``BLOCK_MS`` from the one numbered ``first`` on, the last one shorter."""
        begins = max(0, first * BLOCK_MS - _BEFORE_MS)
        leave_out = (first * BLOCK_MS - begins) * RATE // 1000
        waiting = np.zeros((2, 0), np.float32)
        for limited in self._limited(begins):
            waiting = np.concatenate((waiting, limited), axis=1)
            if leave_out:
                waiting, leave_out = waiting[:, leave_out:], max(0, leave_out - waiting.shape[1])
            while waiting.shape[1] >= _BLOCK:
                self._measure(waiting[:, :_BLOCK])
                yield waiting[:, :_BLOCK]
                waiting = waiting[:, _BLOCK:]
        if waiting.shape[1]:
            self._measure(waiting)
            yield waiting

    def _measure(self, block: Samples) -> None:
        if self._measured:
            self._meter.feed(block)

    def measures(self) -> Measures:
        """Return what was measured of what was given so far."""
        loudness = self._meter.result()
        work = np.array(self._limiter.work)
        padded = np.pad(work, (0, -len(work) % _REPORT_MS), constant_values=1.0).reshape(-1, _REPORT_MS)
        taken = -20 * np.log10(np.maximum(1e-5, padded.min(axis=1))) if len(work) else np.zeros(0)
        return Measures(
            loudness.integrated,
            loudness.range,
            loudness.true_peak,
            tuple(tenths(v) for v in self._meter.short_term().tolist()),
            tuple(tenths(max(0.0, v)) for v in taken.tolist()),
            int((work < 1.0 - 1e-4).sum()),
            tuple(self._clear()),
        )

    def _clear(self) -> Iterator[float | None]:
        """Yield by how many LU voices are over all else where they speak, in the second around every tenth of one."""
        voice, rest = (10 ** (meter.momentary() / 10) for meter in (self._voices, self._rest))
        speaks = voice > 10 ** (_SPOKEN_LUFS / 10)
        for n in range(len(voice)):
            around = slice(max(0, n - _AROUND), n + _AROUND + 1)
            said = speaks[around]
            level = float(voice[around][said].sum()) / max(1e-12, float(rest[around][said].sum())) if speaks[n] else 0.0
            yield tenths(min(60.0, 10 * log10(max(1e-6, level)))) if speaks[n] else None

    def _limited(self, begins: int) -> Iterator[Samples]:
        for mixed in self._mixed(begins):
            yield self._limiter.feed(mixed)
        yield self._limiter.last()

    def _mixed(self, begins: int) -> Iterator[Samples]:
        """Yield the sum of all that is heard, not limited, from an instant in ms on."""
        playing: dict[tuple[int, int], _Reader] = {}
        for at in range(begins, self._length, BLOCK_MS):
            until = min(self._length, at + BLOCK_MS)
            block = np.zeros((2, _place(until) - _place(at)), np.float32)
            voices = np.zeros_like(block)
            used = set()
            for number, heard in enumerate(self._heard):
                if heard.start_ms >= until:
                    break
                if heard.end_ms <= at:
                    continue
                for turn in turns(heard.span, at - heard.at_ms, until - heard.at_ms):
                    key = number, rounded(turn.start_ms)
                    used.add(key)
                    into = voices if heard.span.source == "narration" else block
                    self._add(into, at, until, heard, turn, playing, key)
            for key in [key for key in playing if key not in used]:
                del playing[key]
            if self._measured:
                self._voices.feed(voices)
                self._rest.feed(block)
            yield block + voices

    def _add(
        self,
        block: Samples,
        at: int,
        until: int,
        heard: Heard,
        turn: Turn,
        playing: dict[tuple[int, int], "_Reader"],
        key: tuple[int, int],
    ) -> None:
        """Add what a turn gives to a block of the show from ``at`` to ``until``."""
        base = heard.at_ms
        start, end = max(at, base + turn.start_ms), min(until, base + turn.end_ms, heard.end_ms)
        first, last = _place(start), _place(end)
        if last <= first:
            return
        reader = playing.get(key)
        if reader is None:
            place = turn.from_ms + (start - base - turn.start_ms) * heard.span.rate
            reader = playing[key] = _Reader(self._sound(heard.span, place / 1000, turn.end_ms - turn.start_ms))
        samples = reader.read(last - first)
        times = np.arange(first, first + samples.shape[1]) * (1000 / RATE) - base
        block[:, first - _place(at) : first - _place(at) + samples.shape[1]] += samples * gains(heard.span, turn, times)

    def _sound(self, span: Span, place_s: float, lasts_ms: float) -> Iterator[Samples]:
        """Give a sound from a place on; what is short, and may come again and again, is opened once."""
        if lasts_ms > _SHORT_MS:
            return self._opened(span.asset, place_s, span.rate)
        key = span.asset, place_s, span.rate
        if key not in self._short:
            if len(self._short) >= _MOST_SHORT:
                self._short.clear()
            count = int(lasts_ms * RATE / 1000) + 2
            self._short[key] = _Reader(self._opened(span.asset, place_s, span.rate)).read(count)
        return iter((self._short[key],))


_BLOCK = BLOCK_MS * RATE // 1000


def _place(ms: float) -> int:
    """Return the sample at an instant of the show."""
    return rounded(ms * RATE / 1000)


class _Reader:
    """Samples of a sound, as many as are wanted; what is not there any more is left out."""

    def __init__(self, blocks: Iterator[Samples]) -> None:
        self._blocks = blocks
        self._left = np.zeros((2, 0), np.float32)

    def read(self, count: int) -> Samples:
        """Return the next samples, ``count`` at most."""
        parts, have = [self._left], self._left.shape[1]
        while have < count:
            block = next(self._blocks, None)
            if block is None:
                break
            parts.append(block)
            have += block.shape[1]
        joined = np.concatenate(parts, axis=1) if len(parts) > 1 else parts[0]
        self._left = joined[:, count:]
        return joined[:, :count]
