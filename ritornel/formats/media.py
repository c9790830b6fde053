"""Media files: what a file really is, found by decoding it; peaks of a sound, frames of a clip.

Pictures through Pillow; clips and sounds through PyAV. A file whose name claims one kind and whose content is
another is refused.
"""

from collections.abc import Iterator
from pathlib import Path
from typing import Any, Literal

import av
import numpy as np
from av.error import FFmpegError
from msgspec import Struct
from PIL import Image, ImageOps, UnidentifiedImageError

PEAKS_PER_SECOND = 20
STRIP_HEIGHT = 72
STRIP_FRAMES = 24
_PEAK_RATE = 8000
_MOST_PIXELS = 60_000_000

Kind = Literal["picture", "clip", "sound"]

CLAIMS: dict[str, tuple[Kind, str, frozenset[str]]] = {
    ".png": ("picture", "image/png", frozenset({"PNG"})),
    ".jpg": ("picture", "image/jpeg", frozenset({"JPEG", "MPO"})),
    ".jpeg": ("picture", "image/jpeg", frozenset({"JPEG", "MPO"})),
    ".webp": ("picture", "image/webp", frozenset({"WEBP"})),
    ".gif": ("picture", "image/gif", frozenset({"GIF"})),
    ".webm": ("clip", "video/webm", frozenset({"webm"})),
    ".mp4": ("clip", "video/mp4", frozenset({"mp4"})),
    ".m4v": ("clip", "video/mp4", frozenset({"mp4"})),
    ".mov": ("clip", "video/quicktime", frozenset({"mov"})),
    ".ogv": ("clip", "video/ogg", frozenset({"ogg"})),
    ".wav": ("sound", "audio/wav", frozenset({"wav"})),
    ".mp3": ("sound", "audio/mpeg", frozenset({"mp3"})),
    ".ogg": ("sound", "audio/ogg", frozenset({"ogg"})),
    ".opus": ("sound", "audio/ogg", frozenset({"ogg"})),
    ".flac": ("sound", "audio/flac", frozenset({"flac"})),
    ".m4a": ("sound", "audio/mp4", frozenset({"m4a", "mp4"})),
    ".weba": ("sound", "audio/webm", frozenset({"webm"})),
}
"""What each file name ending claims: kind, media type, and the names its decoder must give."""


class BadMedia(ValueError):
    """The file is not what it claims to be. The message says what it is and what can be done."""


class MediaFacts(Struct, frozen=True):
    """What decoding tells: times in ms, sizes in pixels as shown (after rotation)."""

    kind: Kind
    mime: str
    length_ms: int = 0
    width: int = 0
    height: int = 0
    has_sound: bool = False


def probe(path: Path, name: str) -> MediaFacts:
    """Return the facts of a file that was called ``name``; ``BadMedia`` if it is not what it claims."""
    ending = Path(name).suffix.lower()
    if ending not in CLAIMS:
        known = ", ".join(sorted(e[1:] for e in CLAIMS))
        raise BadMedia(f"“{name}”: files of this kind cannot be used; choose one of {known}")
    kind, mime, decoders = CLAIMS[ending]
    if kind == "picture":
        return _probe_picture(path, name, mime, decoders)
    return _probe_timed(path, name, kind, mime, decoders)


def _probe_picture(path: Path, name: str, mime: str, decoders: frozenset[str]) -> MediaFacts:
    try:
        with Image.open(path) as picture:
            if picture.format not in decoders:
                raise BadMedia(f"“{name}” is really a {picture.format} picture; rename it to what it is")
            if picture.width * picture.height > _MOST_PIXELS:
                raise BadMedia(f"“{name}” has {picture.width} x {picture.height} pixels; make it smaller first")
            upright = ImageOps.exif_transpose(picture)
            upright.load()
            return MediaFacts("picture", mime, width=upright.width, height=upright.height)
    except (UnidentifiedImageError, OSError, SyntaxError, Image.DecompressionBombError) as error:
        raise BadMedia(f"“{name}” does not decode as a picture; export it again and try once more") from error


def _probe_timed(path: Path, name: str, kind: Kind, mime: str, decoders: frozenset[str]) -> MediaFacts:
    try:
        with av.open(str(path)) as container:
            if not decoders & set(container.format.name.split(",")):
                raise BadMedia(f"“{name}” is really a {container.format.long_name} file; rename it to what it is")
            video = next(iter(container.streams.video), None)
            audio = next(iter(container.streams.audio), None)
            if kind == "clip" and video is None:
                raise BadMedia(f"“{name}” has no moving picture; as a sound file it can be a sound or a bed")
            if kind == "sound" and audio is None:
                raise BadMedia(f"“{name}” has no sound in it")
            width, height = _shown_size(video) if kind == "clip" and video is not None else (0, 0)
            length = _decoded_length(container, video if kind == "clip" else audio)
            if length <= 0:
                raise BadMedia(f"“{name}” decodes to nothing; export it again and try once more")
            return MediaFacts(kind, mime, length, width, height, audio is not None)
    except (FFmpegError, OSError, ValueError) as error:
        if isinstance(error, BadMedia):
            raise
        raise BadMedia(f"“{name}” does not decode as a {kind}; export it again and try once more") from error


def _shown_size(video: Any) -> tuple[int, int]:
    ratio = video.sample_aspect_ratio or 1
    return round(video.width * float(ratio)), video.height


def _decoded_length(container: Any, stream: Any) -> int:
    """Length in ms: what the container states if it does, else the end of the last packet; one frame must decode."""
    next(container.decode(stream))
    if stream.duration is not None:
        return round(stream.duration * stream.time_base * 1000)
    if container.duration is not None:
        return round(container.duration / 1000)
    last = 0.0
    for packet in container.demux(stream):
        if packet.pts is not None:
            last = max(last, float((packet.pts + (packet.duration or 0)) * stream.time_base))
    return round(last * 1000)


def peaks(path: Path) -> bytes:
    """Return the loudest sample of each 1/20 s, as bytes 0..255 of full scale; empty where there is no sound."""
    with av.open(str(path)) as container:
        if not container.streams.audio:
            return b""
        samples = np.concatenate([np.zeros(0, np.int16), *_mono(container)])
    each = _PEAK_RATE // PEAKS_PER_SECOND
    padded = np.pad(np.abs(samples.astype(np.int32)), (0, -len(samples) % each))
    loudest = padded.reshape(-1, each).max(axis=1) if len(padded) else padded
    return np.minimum(255, loudest * 255 // 32768).astype(np.uint8).tobytes()


def _mono(container: Any) -> Iterator[Any]:
    resampler = av.AudioResampler(format="s16", layout="mono", rate=_PEAK_RATE)
    for frame in container.decode(audio=0):
        for resampled in resampler.resample(frame):
            yield resampled.to_ndarray().reshape(-1)
    for resampled in resampler.resample(None):
        yield resampled.to_ndarray().reshape(-1)


def strip(path: Path, length_ms: int, target: Path) -> None:
    """Write ``STRIP_FRAMES`` frames of a clip, evenly spaced in time, side by side as one JPEG."""
    tiles: list[Image.Image] = []
    with av.open(str(path)) as container:
        stream = container.streams.video[0]
        for number in range(STRIP_FRAMES):
            tiles.append(_frame_near(container, stream, length_ms * number / STRIP_FRAMES, tiles))
    width = tiles[0].width
    sheet = Image.new("RGB", (width * len(tiles), STRIP_HEIGHT))
    for number, tile in enumerate(tiles):
        sheet.paste(tile, (number * width, 0))
    sheet.save(target, quality=80)


def _frame_near(container: Any, stream: Any, at_ms: float, before: list[Image.Image]) -> Image.Image:
    container.seek(int(at_ms / 1000 / stream.time_base), stream=stream)
    found = None
    for frame in container.decode(stream):
        found = frame
        if frame.time is not None and frame.time * 1000 >= at_ms - 1:
            break
    if found is None:
        return before[-1] if before else Image.new("RGB", (STRIP_HEIGHT * 16 // 9, STRIP_HEIGHT))
    picture = found.to_image()
    ratio = float(stream.sample_aspect_ratio or 1)
    return picture.resize((max(1, round(picture.width * ratio * STRIP_HEIGHT / picture.height)), STRIP_HEIGHT))


def poster(path: Path, at_ms: int, target: Path) -> None:
    """Write the frame at ``at_ms`` of a clip as a JPEG in its own size."""
    with av.open(str(path)) as container:
        stream = container.streams.video[0]
        container.seek(int(at_ms / 1000 / stream.time_base), stream=stream)
        for frame in container.decode(stream):
            if frame.time is None or frame.time * 1000 >= at_ms - 1:
                frame.to_image().save(target, quality=85)
                return
    raise BadMedia("the clip has no frame there")
