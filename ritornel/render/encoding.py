"""Frames to packets: a segment of a film is encoded by itself, and several are joined without encoding them again."""

from fractions import Fraction
from pathlib import Path
from queue import Queue
from threading import Thread

import av
import numpy as np
from av.video.reformatter import Colorspace, VideoReformatter

from ritornel.render.film_formats import FilmFormat
from ritornel.render.surfaces import Area, Surface

_WAITING_BYTES, _LEAST_WAITING, _MOST_WAITING = 40_000_000, 4, 32
"""Frames of so many bytes together wait to be encoded, at the most: drawing goes on while one takes long."""
_KEY_EVERY_S = 10
_BT709, _LIMITED = 1, 1
_EVEN = 16
"""What of a picture is turned into another colour space begins and ends at whole blocks."""
_HALF = 0.6
"""When more than this share of a picture changed, all of it is turned at once."""


class Colours:
    """Surfaces as the brightness and the colours that codecs want (YUV 4:2:0, BT.709): only what changed is turned."""

    def __init__(self, width: int, height: int) -> None:
        """Begin with nothing."""
        self._size = width, height
        self._turner = VideoReformatter()
        self._planes = np.zeros((height * 3 // 2, width), np.uint8)
        self._whole: av.VideoFrame | None = None

    def turned(self, pixels: Surface, changed: Area) -> av.VideoFrame:
        """Return a frame of its own, of a surface of which so much is other than in the one before."""
        width, height = self._size
        part = self._blocks(changed)
        if part.size > _HALF * width * height:
            self._whole = self._in_colours(pixels)
            return self._whole
        if self._whole is not None:
            self._planes, self._whole = self._whole.to_ndarray(), None
        if part:
            self._paste(part, self._in_colours(pixels[part.top : part.bottom, part.left : part.right]))
        return _marked(av.VideoFrame.from_ndarray(self._planes, format="yuv420p"))

    def _blocks(self, area: Area) -> Area:
        width, height = self._size
        if not area:
            return area
        return Area(
            area.left // _EVEN * _EVEN,
            area.top // _EVEN * _EVEN,
            min(width, -(-area.right // _EVEN) * _EVEN),
            min(height, -(-area.bottom // _EVEN) * _EVEN),
        )

    def _in_colours(self, pixels: Surface) -> av.VideoFrame:
        taken = av.VideoFrame.from_numpy_buffer(np.ascontiguousarray(pixels), format="bgra")
        return _marked(self._turner.reformat(taken, format="yuv420p", dst_colorspace=Colorspace.ITU709))

    def _paste(self, part: Area, turned: av.VideoFrame) -> None:
        width, height = self._size
        planes = turned.to_ndarray()
        wide, high = part.right - part.left, part.bottom - part.top
        self._planes[part.top : part.bottom, part.left : part.right] = planes[:high]
        chroma = self._planes[height:].reshape(2, height // 2, width // 2)
        own = planes[high:].reshape(2, high // 2, wide // 2)
        chroma[:, part.top // 2 : part.bottom // 2, part.left // 2 : part.right // 2] = own


def _marked(frame: av.VideoFrame) -> av.VideoFrame:
    frame.colorspace, frame.color_range = _BT709, _LIMITED
    return frame


class SegmentWriter:
    """Encodes frames into a file of their own, in a thread beside who makes them."""

    def __init__(self, path: Path, kind: FilmFormat, width: int, height: int, fps: Fraction, threads: int = 2) -> None:
        """Begin a file."""
        self._kind, self._colours = kind, Colours(width, height)
        self._container = av.open(str(path), "w", format=kind.container)
        stream = self._container.add_stream(kind.picture, rate=fps)
        stream.width, stream.height, stream.pix_fmt = width, height, "yuv420p"
        stream.options = {**kind.picture_options, "threads": str(threads)}
        context = stream.codec_context
        context.time_base = stream.time_base = kind.clock
        context.gop_size = round(_KEY_EVERY_S * fps)
        context.color_primaries = context.color_trc = context.colorspace = _BT709
        context.color_range = _LIMITED
        self._stream = stream
        room = _WAITING_BYTES * 2 // (3 * width * height)
        self._waiting: Queue[av.VideoFrame | None] = Queue(min(_MOST_WAITING, max(_LEAST_WAITING, room)))
        self._wrong: BaseException | None = None
        self._taken = self._done = 0
        self._thread = Thread(target=self._encode, daemon=True)
        self._thread.start()

    def write(self, pixels: Surface, changed: Area, at_ms: Fraction) -> None:
        """Take a frame that is shown from an instant of the segment on."""
        frame = self._colours.turned(pixels, changed)
        frame.pts, frame.time_base = round(at_ms / 1000 / self._kind.clock), self._kind.clock
        self.put(frame)

    @property
    def is_idle(self) -> bool:
        """Whether every frame that was taken has gone through the encoder, but for those that it looks ahead at."""
        return self._taken == self._done

    def end(self) -> None:
        """Say that there are no more frames; what was taken goes on being encoded."""
        self._waiting.put(None)

    def close(self) -> None:
        """Wait for the file to be whole, after its ``end``. Raises what went wrong with it."""
        self._thread.join()
        if self._wrong is not None:
            raise self._wrong

    def put(self, frame: av.VideoFrame) -> None:
        """Take a frame in the right colours, at its instant."""
        if self._wrong is not None:
            raise self._wrong
        self._taken += 1
        self._waiting.put(frame)

    def _encode(self) -> None:
        try:
            while (frame := self._waiting.get()) is not None:
                self._container.mux(self._stream.encode(frame))
                self._done += 1
            self._container.mux(self._stream.encode(None))
            self._container.close()
        except BaseException as error:
            self._wrong = error
            while self._waiting.get() is not None:
                pass
