"""The sound of a file as samples. What strangers send is decoded in a child process with bounds: call this there."""

from collections.abc import Iterator
from fractions import Fraction
from pathlib import Path

import av
import numpy as np
from av.audio.frame import AudioFrame
from av.audio.resampler import AudioResampler
from av.filter import Graph
from numpy.typing import NDArray

from ritornel.core.model.asset import SoundFacts
from ritornel.core.sound import RATE
from ritornel.core.sound.listening import Ear

_OPTIONS = {"protocol_whitelist": "file"}
_PREROLL_S = 0.3
"""So much is decoded before an instant: a codec needs a little to come into its own."""
_SAMPLE = Fraction(1, RATE)
_SLOWEST = 0.5
_FED = 480_000
"""Samples that are listened to at once: 10 s."""


def mono(path: Path, rate: int) -> NDArray[np.float32]:
    """Return the sound of a file as mono samples from -1 to 1 at ``rate`` in Hz. Raises ``FFmpegError``."""
    resampler = AudioResampler(format="flt", layout="mono", rate=rate)
    blocks = []
    with av.open(str(path), options=_OPTIONS, metadata_errors="ignore") as container:
        for frame in container.decode(audio=0):
            blocks += [part.to_ndarray()[0] for part in resampler.resample(frame)]
    blocks += [part.to_ndarray()[0] for part in resampler.resample(None)]
    return np.concatenate(blocks) if blocks else np.zeros(0, np.float32)


def stereo_blocks(path: Path, start_s: float = 0.0) -> Iterator[NDArray[np.float32]]:
    """Yield the sound of a file as stereo samples at 48 kHz, shape (2, n), from an instant on, as they are decoded.

    A mono sound is as loud on both sides as it is, as browsers play it. Raises ``FFmpegError``.
    """
    with av.open(str(path), options=_OPTIONS, metadata_errors="ignore") as container:
        stream = container.streams.audio[0]
        if start_s > _PREROLL_S:
            container.seek(int((start_s - _PREROLL_S) * av.time_base))
        resampler = AudioResampler(format="fltp", layout="mono" if stream.channels == 1 else "stereo", rate=RATE)
        skip = None if start_s > 0 else 0
        for frame in container.decode(stream):
            if skip is None:
                at = frame.time if frame.time is not None else 0.0
                skip = round((start_s - at) * RATE)
            for part in resampler.resample(frame):
                block, skip = _after(part.to_ndarray(), skip)
                if block.shape[1]:
                    yield block
        for part in resampler.resample(None):
            block, skip = _after(part.to_ndarray(), skip or 0)
            if block.shape[1]:
                yield block


def paced_blocks(path: Path, start_s: float, pace: float) -> Iterator[NDArray[np.float32]]:
    """Yield ``stereo_blocks`` so many times faster, with the pitch as it is."""
    if pace == 1.0:
        yield from stereo_blocks(path, start_s)
        return
    graph = Graph()
    source = graph.add_abuffer(sample_rate=RATE, format="fltp", layout="stereo", time_base=_SAMPLE)
    chain = [source]
    for factor in _factors(pace):
        chain.append(graph.add("atempo", f"{factor:.6f}"))
    chain.append(graph.add("aformat", "sample_fmts=fltp:channel_layouts=stereo"))
    chain.append(graph.add("abuffersink"))
    graph.link_nodes(*chain)
    graph.configure()
    at = 0
    for block in stereo_blocks(path, start_s):
        frame = AudioFrame.from_ndarray(np.ascontiguousarray(block), format="fltp", layout="stereo")
        frame.sample_rate, frame.pts, frame.time_base = RATE, at, _SAMPLE
        at += block.shape[1]
        graph.push(frame)
        yield from _pulled(graph)
    graph.push(None)
    yield from _pulled(graph)


def _factors(pace: float) -> list[float]:
    """Return a pace as factors that the filter takes at once: none slower than a half."""
    found = []
    while pace < _SLOWEST:
        found.append(_SLOWEST)
        pace /= _SLOWEST
    return [*found, pace]


def _pulled(graph: Graph) -> Iterator[NDArray[np.float32]]:
    while True:
        try:
            frame = graph.pull()
        except (BlockingIOError, EOFError):
            return
        if isinstance(frame, AudioFrame):
            yield frame.to_ndarray()


def _after(samples: NDArray[np.float32], skip: int) -> tuple[NDArray[np.float32], int]:
    """Return samples on two sides without the first ``skip``, and how many are still to be left out.

    Where they begin too late (``skip`` is negative) there is silence before.
    """
    both = np.repeat(samples, 2, axis=0) if samples.shape[0] == 1 else samples
    if skip < 0:
        return np.concatenate((np.zeros((2, -skip), np.float32), both), axis=1), 0
    return both[:, skip:], max(0, skip - both.shape[1])


def measured(path: Path) -> SoundFacts:
    """Return what is heard in a file: how loud it is, where it speaks, its beats. Raises ``FFmpegError``."""
    ear = Ear()
    waiting: list[NDArray[np.float32]] = []
    for block in stereo_blocks(path):
        waiting.append(block)
        if sum(b.shape[1] for b in waiting) > _FED:
            ear.feed(np.concatenate(waiting, axis=1))
            waiting = []
    if waiting:
        ear.feed(np.concatenate(waiting, axis=1))
    return ear.facts()
