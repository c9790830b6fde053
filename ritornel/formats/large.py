"""Very large pictures within bounds of memory.

WebP and AVIF, which Pillow holds several times over from the moment it opens them, are decoded by FFmpeg: it holds them
once, in the samples that they were coded in, and scales them from there. Others are made smaller by a whole number
first, so that two copies of the whole never stand side by side.
"""

from pathlib import Path

import av
from av.error import FFmpegError
from PIL import Image

PIXELS = 40_000_000
"""What has more is decoded here."""

_BAND = 64
"""Rows that are made at a time: with a transparent picture Pillow copies what it makes smaller."""

_OPTIONS = {"protocol_whitelist": "file"}


def size_of(path: Path) -> tuple[int, int] | None:
    """Return width and height of a WebP or AVIF that is to be decoded here; None for anything else."""
    with path.open("rb") as file:
        head = file.read(16)
    if head[8:12] != b"WEBP" and head[4:12] != b"ftypavif":
        return None
    try:
        with av.open(str(path), options=_OPTIONS) as container:
            stream = container.streams.video[0]
            size = stream.width, stream.height
    except (FFmpegError, IndexError):
        return None
    return size if size[0] * size[1] > PIXELS else None


def decoded(path: Path, box: tuple[int, int]) -> Image.Image:
    """Return the picture, decoded whole and made to fit into ``box`` pixels. Raises ``FFmpegError``, ``ValueError``."""
    with av.open(str(path), options=_OPTIONS) as container:
        stream = container.streams.video[0]
        stream.thread_count = 1
        frame = next(container.decode(stream))
        share = min(1.0, box[0] / frame.width, box[1] / frame.height)
        width, height = (max(1, round(side * share)) for side in (frame.width, frame.height))
        clear = any(component.is_alpha for component in frame.format.components)
        format_ = "rgba" if clear else "rgb24"
        scaled = frame.reformat(width=width, height=height, format=format_)
        return Image.fromarray(scaled.to_ndarray(format=format_))


def made_less(picture: Image.Image, box: tuple[int, int]) -> Image.Image:
    """Return the picture, still larger than ``box`` in a side, made smaller by a whole number; or itself.

    A picture that is made smaller is closed.
    """
    factor = max(picture.width // box[0], picture.height // box[1])
    if factor < 2 or picture.width * picture.height <= PIXELS or picture.mode not in ("L", "LA", "RGB", "RGBA"):
        return picture
    picture.load()
    reduced = Image.new(picture.mode, (-(-picture.width // factor), -(-picture.height // factor)))
    for top in range(0, picture.height, _BAND * factor):
        band = picture.crop((0, top, picture.width, min(picture.height, top + _BAND * factor)))
        reduced.paste(band.reduce(factor), (0, top // factor))
    picture.close()
    return reduced
