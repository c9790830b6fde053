"""Media files: what a file really is, found by decoding it; peaks of a sound, frames of a clip.

Pictures through Pillow; clips and sounds through PyAV. A file whose name claims one kind and whose content is
another is refused. What strangers send is decoded in a child process with bounds: see ``formats.examining``.
"""

import warnings
from collections.abc import Iterator
from io import BytesIO
from pathlib import Path
from typing import Any

import av
import numpy as np
from av.error import FFmpegError
from msgspec.structs import replace
from PIL import Image, ImageOps, PngImagePlugin

from ritornel.core.model.asset import SoundFacts
from ritornel.formats import large, media_kinds, pdf, svg
from ritornel.formats.media_kinds import BadMedia, Claim, Kind, MediaFacts, claim_of, looks_like
from ritornel.formats.tones import tones_of, tones_of_strip

PEAKS_PER_SECOND = 20
STRIP_HEIGHT = 72
SMALL = (480, 480)
_STAGE_QUALITY = 88
_DRAWING = "image/svg+xml"
STRIP_FRAMES = 24
_PEAK_RATE = 8000
_ORIENTATION = 0x0112
_ON_THEIR_SIDE = frozenset({5, 6, 7, 8})
_OPTIONS = {"protocol_whitelist": "file"}
PngImagePlugin.MAX_TEXT_CHUNK = 256 * 1024
PngImagePlugin.MAX_TEXT_MEMORY = 1024 * 1024
Image.MAX_IMAGE_PIXELS = media_kinds.PIXELS


def examine(path: Path, name: str, folder: Path) -> MediaFacts:
    """Return the facts of a file that was called ``name``, and write what is computed from it into ``folder``.

    ``peaks`` of what has sound, ``strip.jpg`` and ``poster.jpg`` of a clip, ``small.webp`` of all that is
    seen. Raises ``BadMedia`` if the file is not what it claims to be, or is more than can be taken.
    """
    facts = probe(path, name)
    if facts.kind == "document":
        return facts
    try:
        if facts.has_sound:
            (folder / "peaks").write_bytes(peaks(path, name))
            facts = replace(facts, sound=_measured(path))
        if facts.kind == "clip":
            strip(path, name, facts.length_ms, folder / "strip.jpg")
            poster(path, name, 0, folder / "poster.jpg")
        seen = folder / "poster.jpg" if facts.kind == "clip" else path
        if facts.kind == "picture" and max(facts.width, facts.height) > media_kinds.STAGE and facts.mime != _DRAWING:
            seen = folder / "stage.webp"
            small(path, seen, (media_kinds.STAGE, media_kinds.STAGE), _STAGE_QUALITY)
        if facts.kind != "sound":
            small(seen, folder / "small.webp")
            by_frames = facts.kind == "clip"
            tones = tones_of_strip(folder / "strip.jpg", STRIP_FRAMES) if by_frames else tones_of(folder / "small.webp")
            facts = replace(facts, tones=tones)
    except (FFmpegError, *media_kinds.UNREADABLE) as error:
        if media_kinds.is_full(error):
            raise
        raise _undecodable(name, facts.kind) from error
    return facts


def _measured(path: Path) -> SoundFacts:
    from ritornel.formats.samples import measured  # what listens takes memory that a picture needs

    return measured(path)


def probe(path: Path, name: str) -> MediaFacts:
    """Return the facts of a file that was called ``name``; ``BadMedia`` if it is not what it claims.

    Size, streams, rates and length are looked at in the header, before anything is decoded.
    """
    claim = claim_of(name)
    if claim.kind == "document":
        return pdf.facts_of(path, name)
    try:
        facts = _probe_picture(path, name, claim) if claim.kind == "picture" else _probe_timed(path, name, claim)
    except BadMedia:
        raise
    except (FFmpegError, *media_kinds.UNREADABLE) as error:
        raise _undecodable(name, claim.kind, looks_like(path)) from error
    return facts


def _undecodable(name: str, kind: Kind, really: str = "") -> BadMedia:
    claimed = Path(name).suffix[1:].lower().replace("jpg", "jpeg")
    if really and claimed not in really.lower():
        return BadMedia(f"“{name}” is really a {really}; rename it, or export it as a {kind}")
    return BadMedia(f"“{name}” does not decode as a {kind}; export it again and try once more")


def _probe_picture(path: Path, name: str, claim: Claim) -> MediaFacts:
    if claim.reader == "SVG":
        width, height = svg.size_of(path.read_bytes(), name)
        svg.drawn(path.read_bytes(), SMALL[0])
        return MediaFacts("picture", claim.mime, width=width, height=height)
    size = large.size_of(path)
    if size is not None and size[0] * size[1] <= media_kinds.PIXELS:
        large.decoded(path, SMALL)
        return MediaFacts("picture", claim.mime, width=size[0], height=size[1])
    with warnings.catch_warnings():
        warnings.simplefilter("error", Image.DecompressionBombWarning)
        try:
            with Image.open(path, formats=[claim.reader]) as picture:
                if picture.width * picture.height > media_kinds.PIXELS:
                    raise _too_large(name, picture.width, picture.height)
                width, height = picture.size
                if picture.getexif().get(_ORIENTATION, 1) in _ON_THEIR_SIDE:
                    width, height = height, width
                picture.draft("RGB", (width // 8, height // 8))
                picture.load()
                return MediaFacts("picture", claim.mime, width=width, height=height)
        except (Image.DecompressionBombWarning, Image.DecompressionBombError) as error:
            most = media_kinds.PIXELS // 1_000_000
            raise BadMedia(f"“{name}” has more than {most} million pixels; make it smaller first") from error


def small(path: Path, target: Path, box: tuple[int, int] = SMALL, quality: int = 82) -> None:
    """Write a picture, turned as it is seen, into a box of pixels: ``SMALL`` is what thumbnails are made of."""
    upright = large.decoded(path, box) if large.size_of(path) is not None else _made_small(path, box)
    mode = "RGBA" if upright.has_transparency_data else "RGB"
    upright.convert(mode).save(target, "WEBP", quality=quality)


def _made_small(path: Path, box: tuple[int, int]) -> Image.Image:
    with _opened(path) as picture:
        turn = picture.getexif().get(_ORIENTATION, 1)
        picture.draft("RGB", box)
        reduced = large.made_less(picture, box)
        reduced.thumbnail(box[::-1] if turn in _ON_THEIR_SIDE else box)
        reduced.getexif()[_ORIENTATION] = turn
        return ImageOps.exif_transpose(reduced)


def _opened(path: Path) -> Image.Image:
    with path.open("rb") as file:
        first = file.read(256).lstrip(b"\xef\xbb\xbf \t\r\n")
    drawing = first.startswith(b"<")
    return Image.open(BytesIO(svg.drawn(path.read_bytes(), SMALL[0])) if drawing else path)


def _too_large(name: str, width: int, height: int) -> BadMedia:
    return BadMedia(f"“{name}” has {width:,} x {height:,} pixels, more than can be taken; make it smaller first")


def _open(path: Path, name: str) -> Any:
    """Open a clip or sound with the one demuxer that its name claims; no other file is opened by what it says."""
    return av.open(str(path), format=claim_of(name).reader, options=_OPTIONS, metadata_errors="ignore")


def _probe_timed(path: Path, name: str, claim: Claim) -> MediaFacts:
    kind = claim.kind
    with _open(path, name) as container:
        if len(container.streams) > media_kinds.STREAMS:
            raise BadMedia(f"“{name}” has {len(container.streams)} streams; export it with one picture and one sound")
        video = next(iter(container.streams.video), None)
        audio = next(iter(container.streams.audio), None)
        if kind == "clip" and video is None:
            raise BadMedia(f"“{name}” has no moving picture; as a sound file it can be a sound or a bed")
        if kind == "sound" and audio is None:
            raise BadMedia(f"“{name}” has no sound in it")
        if kind == "clip" and video.width * video.height > media_kinds.CLIP_PIXELS:
            raise _too_large(name, video.width, video.height)
        if audio is not None:
            _check_sound(audio, name)
        width, height = _shown_size(video) if kind == "clip" else (0, 0)
        length = _decoded_length(container, video if kind == "clip" else audio)
        if length <= 0:
            what = "no moving picture" if kind == "clip" else "no sound"
            raise BadMedia(f"“{name}” is empty: there is {what} in it; export it again and try once more")
        if length > media_kinds.LENGTH_MS:
            hours = media_kinds.LENGTH_MS // 3_600_000
            raise BadMedia(f"“{name}” lasts longer than {hours} hours; cut out what is needed first")
        codec = " and ".join(s.codec_context.name for s in (video if kind == "clip" else None, audio) if s is not None)
        return MediaFacts(kind, claim.mime, length, width, height, audio is not None, codec=codec)


def _check_sound(audio: Any, name: str) -> None:
    rate, channels = audio.rate or 0, audio.channels or 0
    if not 0 < rate <= media_kinds.SAMPLE_RATE or not 0 < channels <= media_kinds.CHANNELS:
        raise BadMedia(f"“{name}” has sound at {rate:,} Hz on {channels} channels; export it at 48,000 Hz in stereo")


def _shown_size(video: Any) -> tuple[int, int]:
    ratio = video.sample_aspect_ratio or 1
    return min(1_000_000, max(1, round(video.width * float(ratio)))), video.height


def _decoded_length(container: Any, stream: Any) -> int:
    """Length in ms: what the container states if it does, else the end of the last packet; one frame must decode."""
    if container.duration is not None and container.duration / 1000 > media_kinds.LENGTH_MS:
        return media_kinds.LENGTH_MS + 1
    if next(container.decode(stream), None) is None:
        return 0
    if stream.duration is not None:
        return round(stream.duration * stream.time_base * 1000)
    if container.duration is not None:
        return round(container.duration / 1000)
    last = 0.0
    for packet in container.demux(stream):
        if packet.pts is not None:
            last = max(last, float((packet.pts + (packet.duration or 0)) * stream.time_base))
    return round(last * 1000)


def peaks(path: Path, name: str) -> bytes:
    """Return the loudest sample of each 1/20 s, as bytes 0..255 of full scale; empty where there is no sound.

    However long the sound, no more of it is held than one frame, and no more is read than may be taken.
    """
    each = _PEAK_RATE // PEAKS_PER_SECOND
    most = media_kinds.LENGTH_MS * PEAKS_PER_SECOND // 1000
    found = bytearray()
    left = np.zeros(0, np.int16)
    with _open(path, name) as container:
        for samples in _mono(container) if container.streams.audio else ():
            left = np.concatenate([left, samples])
            whole = len(left) // each * each
            found += _loudest(left[:whole], each)
            left = left[whole:]
            if len(found) > most:
                raise BadMedia(f"“{name}” has more sound in it than it says; export it again")
    return bytes(found + _loudest(np.pad(left, (0, -len(left) % each)), each))


def _loudest(samples: Any, each: int) -> bytes:
    if not len(samples):
        return b""
    loudest = np.abs(samples.astype(np.int32)).reshape(-1, each).max(axis=1)
    return np.minimum(255, loudest * 255 // 32768).astype(np.uint8).tobytes()


def _mono(container: Any) -> Iterator[Any]:
    resampler = av.AudioResampler(format="s16", layout="mono", rate=_PEAK_RATE)
    for frame in container.decode(audio=0):
        for resampled in resampler.resample(frame):
            yield resampled.to_ndarray().reshape(-1)
    for resampled in resampler.resample(None):
        yield resampled.to_ndarray().reshape(-1)


def strip(path: Path, name: str, length_ms: int, target: Path) -> None:
    """Write ``STRIP_FRAMES`` frames of a clip, evenly spaced in time, side by side as one JPEG."""
    tiles: list[Image.Image] = []
    with _open(path, name) as container:
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
    return picture.resize(
        (min(640, max(1, round(picture.width * ratio * STRIP_HEIGHT / picture.height))), STRIP_HEIGHT)
    )


def poster(path: Path, name: str, at_ms: int, target: Path) -> None:
    """Write the frame at ``at_ms`` of a clip as a JPEG in its own size."""
    with _open(path, name) as container:
        stream = container.streams.video[0]
        container.seek(int(at_ms / 1000 / stream.time_base), stream=stream)
        for frame in container.decode(stream):
            if frame.time is None or frame.time * 1000 >= at_ms - 1:
                frame.to_image().save(target, quality=85)
                return
    raise BadMedia("the clip has no frame there")
