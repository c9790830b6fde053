"""What files may be taken in, what each must be inside, and how large it may be."""

import errno
from pathlib import Path
from typing import Literal, NamedTuple

from msgspec import Struct
from PIL import Image

from ritornel.core.model.asset import SoundFacts

Kind = Literal["picture", "clip", "sound", "document"]


class BadMedia(ValueError):
    """The file is not what it claims to be, or is more than can be taken. The message says what can be done."""


class Claim(NamedTuple):
    """What a file name's ending claims: kind, media type, and the one format of Pillow's, or demuxer, that reads it."""

    kind: Kind
    mime: str
    reader: str


class MediaFacts(Struct, frozen=True):
    """What decoding tells: times in ms, sizes in pixels as shown (after rotation), codecs by their common names.

    ``tones`` say how light it is where (``core.drawing.tones``), ``sound`` what is heard in it.
    """

    kind: Kind
    mime: str
    length_ms: int = 0
    width: int = 0
    height: int = 0
    has_sound: bool = False
    pages: int = 0
    codec: str = ""
    tones: str = ""
    sound: SoundFacts | None = None


CLAIMS: dict[str, Claim] = {
    ".png": Claim("picture", "image/png", "PNG"),
    ".jpg": Claim("picture", "image/jpeg", "JPEG"),
    ".jpeg": Claim("picture", "image/jpeg", "JPEG"),
    ".webp": Claim("picture", "image/webp", "WEBP"),
    ".gif": Claim("picture", "image/gif", "GIF"),
    ".avif": Claim("picture", "image/avif", "AVIF"),
    ".heic": Claim("picture", "image/heif", "HEIF"),
    ".heif": Claim("picture", "image/heif", "HEIF"),
    ".bmp": Claim("picture", "image/bmp", "BMP"),
    ".tif": Claim("picture", "image/tiff", "TIFF"),
    ".tiff": Claim("picture", "image/tiff", "TIFF"),
    ".svg": Claim("picture", "image/svg+xml", "SVG"),
    ".webm": Claim("clip", "video/webm", "matroska"),
    ".mp4": Claim("clip", "video/mp4", "mov"),
    ".m4v": Claim("clip", "video/mp4", "mov"),
    ".mov": Claim("clip", "video/quicktime", "mov"),
    ".ogv": Claim("clip", "video/ogg", "ogg"),
    ".mkv": Claim("clip", "video/matroska", "matroska"),
    ".avi": Claim("clip", "video/vnd.avi", "avi"),
    ".mpg": Claim("clip", "video/mpeg", "mpeg"),
    ".mpeg": Claim("clip", "video/mpeg", "mpeg"),
    ".aif": Claim("sound", "audio/aiff", "aiff"),
    ".aiff": Claim("sound", "audio/aiff", "aiff"),
    ".wav": Claim("sound", "audio/wav", "wav"),
    ".mp3": Claim("sound", "audio/mpeg", "mp3"),
    ".ogg": Claim("sound", "audio/ogg", "ogg"),
    ".opus": Claim("sound", "audio/ogg", "ogg"),
    ".flac": Claim("sound", "audio/flac", "flac"),
    ".m4a": Claim("sound", "audio/mp4", "mov"),
    ".pdf": Claim("document", "application/pdf", "PDF"),
    ".weba": Claim("sound", "audio/webm", "matroska"),
}

UNREADABLE = (OSError, SyntaxError, ValueError, RuntimeError, EOFError, Image.DecompressionBombError)
"""What Pillow and its decoders raise of files that are hurt, cut off, or not what they are called."""

FULL = frozenset({errno.ENOSPC, errno.EDQUOT})
"""What a system says of a disk, or a share of it, that has no room: no fault of the file."""

PIXELS = 100_000_000
"""A picture's, and a clip frame's, width times height."""
STAGE = 2560
"""A picture of more pixels than this on a side is also kept as large as a stage needs it."""
MOVING_PIXELS = 400_000_000
"""All frames of a moving picture together."""
CLIP_PIXELS = 4096 * 2304
LENGTH_MS = 4 * 3_600_000
STREAMS = 16
SAMPLE_RATE = 384_000
CHANNELS = 16

_BEGINNINGS: tuple[tuple[bytes, int, str], ...] = (
    (b"\x89PNG\r\n\x1a\n", 0, "PNG picture"),
    (b"\xff\xd8\xff", 0, "JPEG picture"),
    (b"GIF8", 0, "GIF picture"),
    (b"WEBP", 8, "WebP picture"),
    (b"\x1a\x45\xdf\xa3", 0, "WebM file"),
    (b"ftypavif", 4, "AVIF picture"),
    (b"ftyphei", 4, "HEIC picture"),
    (b"ftyp", 4, "MP4 file"),
    (b"OggS", 0, "Ogg file"),
    (b"WAVE", 8, "WAV sound"),
    (b"fLaC", 0, "FLAC sound"),
    (b"ID3", 0, "MP3 sound"),
    (b"%PDF", 0, "PDF document"),
    (b"PK\x03\x04", 0, "zip"),
    (b"#EXTM3U", 0, "playlist"),
    (b"<svg", 0, "SVG picture"),
)


def claim_of(name: str) -> Claim:
    """Return what a file of that name claims to be; ``BadMedia`` if files of that kind cannot be used."""
    claim = CLAIMS.get(Path(name).suffix.lower())
    if claim is None:
        raise BadMedia(
            f"“{name}”: files of this kind cannot be used; choose a picture (png, jpg, webp, avif, gif, svg, "
            "heic, tiff, bmp), a clip (webm, mp4, mov, mkv, avi, mpg, ogv), a sound (wav, mp3, ogg, opus, flac, m4a, "
            "aiff) or a document (pdf)"
        )
    return claim


def as_file(name: str, mime: str, otherwise: str = "") -> str:
    """Return a name under which a file of that type can be taken in: as it is if its ending says what it is.

    Else it gets the ending of its type, or of the name ``otherwise``.
    """
    if Path(name).suffix.lower() in CLAIMS:
        return name
    ending = next((ending for ending, claim in CLAIMS.items() if claim.mime == mime), Path(otherwise).suffix.lower())
    return f"{name}{ending}"


def looks_like(path: Path) -> str:
    """Return what a file's first bytes say it is, in words; nothing if they say nothing."""
    with path.open("rb") as file:
        first = file.read(16)
    return next((words for mark, at, words in _BEGINNINGS if first[at : at + len(mark)] == mark), "")


class NoRoom(Exception):
    """The disk has no room. Nothing is refused for good: what was to be kept can be sent again."""

    def __str__(self) -> str:
        return (
            "there is no room on the server's disk; what was kept is safe. Ask whoever runs this Ritornel to make "
            "room, and go on then"
        )


def is_full(error: BaseException) -> bool:
    """Tell whether an error says that a disk has no room."""
    return getattr(error, "errno", None) in FULL
