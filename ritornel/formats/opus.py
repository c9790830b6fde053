"""Sounds written as Opus in Ogg (RFC 6716, RFC 7845)."""

from collections.abc import Iterable
from pathlib import Path

import av
import numpy as np
from av.audio.resampler import AudioResampler
from numpy.typing import NDArray

RATE = 48_000
"""Hz of what is written: Opus knows no other."""
_BLOCK = 960


def write_opus_blocks(blocks: Iterable[NDArray[np.int16]], path: Path, bit_rate: int, rate: int = RATE) -> None:
    """Write mono samples of 16 bits at ``rate`` in Hz, as they come in blocks; ``bit_rate`` in bits a second."""
    resampler = AudioResampler(format="s16", layout="mono", rate=RATE, frame_size=_BLOCK)
    with av.open(str(path), "w", format="ogg") as container:
        stream = container.add_stream("libopus", rate=RATE, layout="mono")
        stream.bit_rate = bit_rate
        at = 0
        for block in blocks:
            frame = av.AudioFrame.from_ndarray(block.reshape(1, -1), format="s16", layout="mono")
            frame.sample_rate, frame.pts = rate, at
            at += block.size
            for part in resampler.resample(frame):
                container.mux(stream.encode(part))
        for part in resampler.resample(None):
            container.mux(stream.encode(part))
        container.mux(stream.encode(None))


def write_opus(samples: NDArray[np.floating], path: Path, bit_rate: int, rate: int = RATE) -> None:
    """Write mono ``samples`` from -1 to 1 at ``rate`` in Hz; ``bit_rate`` in bits a second."""
    if rate != RATE:
        places = np.arange(len(samples) * RATE // rate) * rate / RATE
        samples = np.interp(places, np.arange(len(samples)), samples)
    data = (np.clip(samples, -1, 1) * 32767).astype(np.int16)
    with av.open(str(path), "w", format="ogg") as container:
        stream = container.add_stream("libopus", rate=RATE, layout="mono")
        stream.bit_rate = bit_rate
        for first in range(0, len(data), _BLOCK):
            block = np.pad(data[first : first + _BLOCK], (0, max(0, _BLOCK - len(data[first:]))))
            frame = av.AudioFrame.from_ndarray(block.reshape(1, -1), format="s16", layout="mono")
            frame.sample_rate, frame.pts = RATE, first
            container.mux(stream.encode(frame))
        container.mux(stream.encode(None))
