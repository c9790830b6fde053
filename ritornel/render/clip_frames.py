"""The frames of a clip, one after another as they are wanted: it is read through once, never back and forth."""

from collections.abc import Iterator
from pathlib import Path

import av
import numpy as np
from av.error import FFmpegError
from av.video.reformatter import Colorspace
from numpy.typing import NDArray

_JUMPS_MS = 4_000
"""A clip is read on to what is wanted; only over more than this it jumps to a key frame."""
_FROM_NOW_MS = 0.5
_HIGH = 720
_COLOURS = {
    1: Colorspace.ITU709,
    4: Colorspace.FCC,
    5: Colorspace.ITU601,
    6: Colorspace.ITU601,
    7: Colorspace.SMPTE240M,
    9: Colorspace.BT2020,
    10: Colorspace.BT2020,
}
"""What matrix coefficients mean (ITU-T H.273, table 4); cameras say 6, which is 5 by another name."""


class ClipFrames:
    """A clip that is being read; ``at`` is asked for instants that mostly rise."""

    def __init__(self, path: Path, most_pixels: int = 0) -> None:
        """Open a clip. Its frames have no more than so many pixels, made smaller if they have; 0: as they are.

        Raises ``OSError`` or ``av.error.FFmpegError`` for what is none.
        """
        self._container = av.open(str(path))
        self._stream = self._container.streams.video[0]
        self._stream.thread_type = "AUTO"
        self._most = most_pixels
        self._frames: Iterator[av.VideoFrame] = self._container.decode(self._stream)
        self._shown: av.VideoFrame | None = None
        self._next: av.VideoFrame | None = None
        self._pixels: NDArray[np.uint8] | None = None
        self._of: av.VideoFrame | None = None
        self._begins = (self._container.start_time or 0) / 1000
        self._ahead()

    def at(self, time_ms: float) -> NDArray[np.uint8] | None:
        """Return what is shown at an instant of the clip: height x width x 3, blue, green, red; None: nothing is."""
        wanted = time_ms + self._begins + _FROM_NOW_MS
        if self._is_far(wanted):
            self._jump(wanted)
        while self._next is not None and (self._shown is None or self._ms(self._next) <= wanted):
            self._shown = self._next
            self._next = next(self._frames, None)
        return self._drawn()

    def close(self) -> None:
        """Let go of the file."""
        self._container.close()

    def _ahead(self) -> None:
        self._next = next(self._frames, None)

    def _is_far(self, wanted_ms: float) -> bool:
        """Tell whether what is wanted lies before what is shown, or far behind what comes next."""
        if self._shown is None:
            return False
        reached = self._ms(self._next if self._next is not None else self._shown)
        return self._ms(self._shown) > wanted_ms or wanted_ms - reached > _JUMPS_MS

    def _jump(self, wanted_ms: float) -> None:
        self._container.seek(int(max(0.0, wanted_ms) * 1000), backward=True)
        self._frames = self._container.decode(self._stream)
        self._shown = None
        self._ahead()

    def _ms(self, frame: av.VideoFrame | None) -> float:
        return 0.0 if frame is None or frame.time is None else float(frame.time) * 1000

    def _drawn(self) -> NDArray[np.uint8] | None:
        frame = self._shown
        if frame is None:
            return None
        if self._pixels is None or self._of is not frame:
            width, height = frame.width, frame.height
            if self._most and width * height > self._most:
                by = (self._most / (width * height)) ** 0.5
                width, height = max(2, round(width * by)), max(2, round(height * by))
            turned = frame.to_ndarray(
                format="bgr24", width=width, height=height, src_colorspace=_colours_of(frame), interpolation="AREA"
            )
            turns = round(-(frame.rotation or 0) / 90) % 4
            self._pixels = np.ascontiguousarray(np.rot90(turned, turns)) if turns else turned
            self._of = frame
        return self._pixels


def _colours_of(frame: av.VideoFrame) -> Colorspace:
    """Return the colours that a frame says it has; of one that says none those that browsers take it for."""
    unsaid = Colorspace.ITU709 if frame.height >= _HIGH else Colorspace.ITU601
    return _COLOURS.get(frame.colorspace, unsaid)


def opened(path: Path, most_pixels: int = 0) -> ClipFrames | None:
    """Return a clip that is read; None for one that cannot be."""
    try:
        return ClipFrames(path, most_pixels)
    except (OSError, FFmpegError, IndexError):
        return None
