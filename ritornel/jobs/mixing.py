"""The mix of a show, listened to in a process of its own: it decodes what strangers sent."""

from collections.abc import Iterator
from pathlib import Path
from typing import TYPE_CHECKING

import numpy as np
from av.error import FFmpegError
from numpy.typing import NDArray

from ritornel.core.sound.mixing import Heard

if TYPE_CHECKING:
    from ritornel.render.mix import Measures


def measured_mix(heard: list[Heard], length_ms: int, files: dict[str, Path]) -> "Measures":
    """Return what is measured of a mix; a file that cannot be decoded is silent. Call it by ``jobs.apart``."""
    # what measures takes memory that a server does not need
    from ritornel.formats.samples import paced_blocks
    from ritornel.render.mix import Mix

    def opened(asset: str, start_s: float, pace: float) -> Iterator[NDArray[np.float32]]:
        try:
            yield from paced_blocks(files[asset], start_s, pace)
        except (FFmpegError, OSError, IndexError):
            return

    mix = Mix(heard, length_ms, opened)
    for _ in mix.blocks():
        pass
    return mix.measures()
