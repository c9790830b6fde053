"""A mix written as a sound: AAC in MP4, Opus in WebM or Ogg, or as it is in WAVE; stereo, 48 kHz."""

from collections.abc import Iterable
from fractions import Fraction
from pathlib import Path
from typing import NamedTuple

import av
import numpy as np
from numpy.typing import NDArray

from ritornel.core.sound import RATE


class SoundFormat(NamedTuple):
    """A container of sound alone, its codec, bits a second, the samples that it takes, and how it is asked."""

    mime: str
    container: str
    codec: str
    bits: int
    samples: str
    options: dict[str, str]


_QUICK = {"aac_coder": "fast"}
"""At this rate hardly anybody hears a difference, and it takes a fifth of the time."""
SOUND_FORMATS = {
    "mp4": SoundFormat("audio/mp4", "mp4", "aac", 192_000, "fltp", _QUICK),
    "m4a": SoundFormat("audio/mp4", "ipod", "aac", 192_000, "fltp", _QUICK),
    "webm": SoundFormat("audio/webm", "webm", "libopus", 128_000, "flt", {}),
    "opus": SoundFormat("audio/ogg", "ogg", "libopus", 128_000, "flt", {}),
    "wav": SoundFormat("audio/wav", "wav", "pcm_s16le", 0, "s16", {}),
}


def write_sound(blocks: Iterable[NDArray[np.float32]], out: Path, kind: str, title: str = "") -> None:
    """Write blocks of two channels, from -1 to 1, in a format of ``SOUND_FORMATS``."""
    wanted = SOUND_FORMATS[kind]
    with av.open(str(out), "w", format=wanted.container) as container:
        stream = container.add_stream(
            wanted.codec, rate=RATE, layout="stereo", format=wanted.samples, options=dict(wanted.options)
        )
        if wanted.bits:
            stream.bit_rate = wanted.bits
        if title:
            container.metadata["title"] = title
        at = 0
        for block in blocks:
            frame = av.AudioFrame.from_ndarray(*_as(block, wanted.samples), layout="stereo")
            frame.sample_rate, frame.pts, frame.time_base = RATE, at, Fraction(1, RATE)
            at += block.shape[1]
            container.mux(stream.encode(frame))
        container.mux(stream.encode(None))


def _as(block: NDArray[np.float32], samples: str) -> tuple[NDArray[np.generic], str]:
    """Return a block as samples of a kind, and the name of that."""
    held = np.clip(block, -1, 1)
    if samples == "fltp":
        return np.ascontiguousarray(held, np.float32), samples
    one_after_another = held.T.reshape(1, -1)
    if samples == "s16":
        return np.ascontiguousarray((one_after_another * 32767).round().astype(np.int16)), samples
    return np.ascontiguousarray(one_after_another, np.float32), samples
