"""The sound of a file as samples. What strangers send is decoded in a child process with bounds: call this there."""

from collections.abc import Iterator
from pathlib import Path

import av
import numpy as np
from av.audio.resampler import AudioResampler
from numpy.typing import NDArray

from ritornel.core.model.asset import SoundFacts
from ritornel.core.sound.listening import Ear

_OPTIONS = {"protocol_whitelist": "file"}
_PREROLL_S = 0.3
"""So much is decoded before an instant: a codec needs a little to come into its own."""
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


def stereo_blocks(path: Path, rate: int = 48_000, start_s: float = 0.0) -> Iterator[NDArray[np.float32]]:
    """Yield the sound of a file as stereo samples, shape (2, n), from an instant on, in blocks as they are decoded.

    A mono sound is as loud on both sides as it is, as browsers play it. Raises ``FFmpegError``.
    """
    with av.open(str(path), options=_OPTIONS, metadata_errors="ignore") as container:
        stream = container.streams.audio[0]
        if start_s > _PREROLL_S:
            container.seek(int((start_s - _PREROLL_S) * av.time_base))
        resampler = AudioResampler(format="fltp", layout="mono" if stream.channels == 1 else "stereo", rate=rate)
        skip = None if start_s > 0 else 0
        for frame in container.decode(stream):
            if skip is None:
                at = frame.time if frame.time is not None else 0.0
                skip = round((start_s - at) * rate)
            for part in resampler.resample(frame):
                block, skip = _after(part.to_ndarray(), skip)
                if block.shape[1]:
                    yield block
        for part in resampler.resample(None):
            block, skip = _after(part.to_ndarray(), skip or 0)
            if block.shape[1]:
                yield block


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
