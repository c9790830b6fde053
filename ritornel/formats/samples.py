"""The sound of a file as samples. What strangers send is decoded in a child process with bounds: call this there."""

from pathlib import Path

import av
import numpy as np
from av.audio.resampler import AudioResampler
from numpy.typing import NDArray

_OPTIONS = {"protocol_whitelist": "file"}


def mono(path: Path, rate: int) -> NDArray[np.float32]:
    """Return the sound of a file as mono samples from -1 to 1 at ``rate`` in Hz. Raises ``FFmpegError``."""
    resampler = AudioResampler(format="flt", layout="mono", rate=rate)
    blocks = []
    with av.open(str(path), options=_OPTIONS, metadata_errors="ignore") as container:
        for frame in container.decode(audio=0):
            blocks += [part.to_ndarray()[0] for part in resampler.resample(frame)]
    blocks += [part.to_ndarray()[0] for part in resampler.resample(None)]
    return np.concatenate(blocks) if blocks else np.zeros(0, np.float32)
