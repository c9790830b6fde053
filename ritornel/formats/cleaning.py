"""Hum and hiss lowered in a voice, by filters of FFmpeg: notches where the mains hum, spectral denoising (afftdn)."""

from pathlib import Path

import av
import numpy as np
from av.filter.context import FilterContext
from numpy.typing import NDArray

from ritornel.core.sound.noise import Noise, lag_of, noise_of
from ritornel.formats.opus import RATE, write_opus
from ritornel.formats.samples import mono

BIT_RATE = 96_000
_REDUCTION_DB = 18
_RUMBLE_HZ = 60
_BLOCK = 4096
_LOOKED_AT_S = 30
_MOST_LAG = RATE // 10
_FLOORS = (-80.0, -20.0)


class Quiet(Exception):
    """There is nothing to be lowered."""


def cleaned(path: Path, target: Path) -> None:
    """Write the sound at ``path`` as Opus to ``target``, with less hum and hiss, each sample where it was.

    Raises ``Quiet``, ``FFmpegError``. Call it in a child process with bounds.
    """
    samples = mono(path, RATE)
    noise = noise_of(samples, RATE)
    if noise.is_quiet:
        raise Quiet
    padded = np.concatenate((samples, np.zeros(_MOST_LAG, np.float32)))
    filtered = _filtered(padded, noise)
    looked_at = RATE * _LOOKED_AT_S
    lag = lag_of(samples[:looked_at], filtered[:looked_at], _MOST_LAG)
    write_opus(filtered[lag : lag + len(samples)], target, BIT_RATE)


def _filtered(samples: NDArray[np.float32], noise: Noise) -> NDArray[np.float32]:
    graph = av.filter.Graph()
    source = graph.add_abuffer(sample_rate=RATE, format="fltp", layout="mono")
    floor = min(_FLOORS[1], max(_FLOORS[0], noise.floor_db))
    steps = [
        ("highpass", f"f={_RUMBLE_HZ}"),
        *(("bandreject", f"f={tone}:t=h:w=6") for tone in noise.hum),
        ("afftdn", f"nr={_REDUCTION_DB}:nf={floor:.1f}"),
    ]
    last = source
    for name, settings in steps:
        step = graph.add(name, settings)
        last.link_to(step)
        last = step
    sink = graph.add("abuffersink")
    last.link_to(sink)
    graph.configure()
    made: list[NDArray[np.float32]] = []
    for first in range(0, len(samples), _BLOCK):
        frame = av.AudioFrame.from_ndarray(samples[first : first + _BLOCK].reshape(1, -1), format="fltp", layout="mono")
        frame.sample_rate, frame.pts = RATE, first
        source.push(frame)
        _pulled(sink, made)
    source.push(None)
    _pulled(sink, made)
    return np.concatenate(made)


def _pulled(sink: FilterContext, made: list[NDArray[np.float32]]) -> None:
    while True:
        try:
            made.append(sink.pull().to_ndarray()[0])
        except (av.error.BlockingIOError, av.error.EOFError):
            return
