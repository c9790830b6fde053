"""Files are made fit to be kept before they are looked through: without what tells where they were made, and as what a
browser shows.

Each kind is one function that rewrites the file in place and returns the name that it has then; what does not concern
it stays byte for byte.
"""

import os
import struct
from collections.abc import Callable, Set
from io import BytesIO
from pathlib import Path
from typing import BinaryIO

from PIL import Image, ImageOps

from ritornel.formats import media_kinds
from ritornel.formats.media_kinds import BadMedia, claim_of
from ritornel.formats.moving import check_pixels, moving
from ritornel.formats.remaking import remade
from ritornel.formats.svg import made_safe

_ORIENTATION = 0x0112
_PNG_START = b"\x89PNG\r\n\x1a\n"
_JPEG_PROFILE = b"ICC_PROFILE\0"
_JPEG_BARE = {0x01, *range(0xD0, 0xD8)}
"""Markers without a length (ITU T.81, table B.1): TEM and the restarts."""
_SOS, _EOI = 0xDA, 0xD9

_PNG_TELLING = {b"eXIf", b"tEXt", b"zTXt", b"iTXt", b"tIME"}
_WEBP_TELLING = {b"EXIF", b"XMP "}
_WEBP_FLAGS = 0x08 | 0x04
_WEBP_MOVES = 0x02
_QUALITY = 92
_EMPTY_EXIF = b"II*\0\x08\0\0\0\0\0\0\0\0\0"
"""A TIFF header (TIFF 6.0, section 2) and a directory without an entry."""

_MP4_TELLING = frozenset({b"udta", b"meta"})
_MOST_OF_A_TRACK = 64 * 1024
_MOST_SVG = 5_000_000
_BLOCK = 1024 * 1024


def prepare(path: Path, name: str) -> str:
    """Make the file at ``path`` fit to be kept; return the name it has then. ``BadMedia`` if it cannot be read."""
    made = _BY_ENDING.get(Path(name).suffix.lower())
    name = made(path, name) if made is not None else name
    return remade(path, name) if claim_of(name).kind in ("clip", "sound") else name


def _jpeg(path: Path, name: str) -> str:
    """Keep of a JPEG (ITU T.81, annex B) what draws it; the turn that a camera noted stays.

    Of what applications put in, JFIF, colour profiles and Adobe's note of the colours draw; anything else may tell,
    also what stands between scans, behind bytes that only fill, and behind the picture's end.
    """
    content = path.read_bytes()
    if not content.startswith(b"\xff\xd8"):
        return name
    turn = _orientation(content)
    kept, at = [content[:2]], 2
    if turn != 1:
        kept.append(_orientation_segment(turn))
    while at < len(content):
        marker = content.find(b"\xff", at)
        while 0 <= marker < len(content) - 1 and content[marker + 1] == 0xFF:
            marker += 1  # bytes that only fill
        kind = content[marker + 1] if 0 <= marker < len(content) - 1 else _EOI
        if kind == 0 or kind in _JPEG_BARE:  # of the picture's own data
            kept.append(content[at : marker + 2])
            at = marker + 2
            continue
        kept.append(content[at : len(content) if marker < 0 else marker].rstrip(b"\xff"))
        if kind == _EOI:
            kept.append(b"\xff\xd9")
            break
        length = struct.unpack_from(">H", content.ljust(marker + 4, b"\0"), marker + 2)[0]
        end = marker + 2 + max(2, length)
        if _draws(kind, content[marker + 4 : end]):
            kept.append(content[marker:end])
        at = end
    path.write_bytes(b"".join(kept))
    return name


def _draws(kind: int, told: bytes) -> bool:
    """Tell whether a segment is needed to draw the picture."""
    if kind == 0xE2:
        return told.startswith(_JPEG_PROFILE)
    return kind in (0xE0, 0xEE) or not (0xE1 <= kind <= 0xEF or kind == 0xFE)


def _orientation(content: bytes) -> int:
    try:
        with Image.open(BytesIO(content)) as picture:
            turn = picture.getexif().get(_ORIENTATION, 1)
    except media_kinds.UNREADABLE:
        return 1
    return turn if isinstance(turn, int) and 1 <= turn <= 8 else 1


def _orientation_segment(turn: int) -> bytes:
    exif = Image.Exif()
    exif[_ORIENTATION] = turn
    content = exif.tobytes()
    return b"\xff\xe1" + struct.pack(">H", len(content) + 2) + content


def _png(path: Path, name: str) -> str:
    """Drop the chunks of a PNG (W3C PNG, 5.3) that tell; one after another, as they may be hundreds of megabytes."""
    arriving = path.with_suffix(".arriving")
    with path.open("rb") as file:
        if file.read(len(_PNG_START)) != _PNG_START:
            return name
        with arriving.open("wb") as out:
            out.write(_PNG_START)
            while len(head := file.read(8)) == 8:
                length, kind = struct.unpack(">I4s", head)
                if kind in _PNG_TELLING:
                    file.seek(length + 4, os.SEEK_CUR)
                else:
                    out.write(head)
                    _copy(file, out, length + 4)
    arriving.replace(path)
    return moving(path, name, "PNG")


def _copy(file: BinaryIO, out: BinaryIO, length: int) -> None:
    while length > 0 and (block := file.read(min(length, _BLOCK))):
        out.write(block)
        length -= len(block)


def _webp(path: Path, name: str) -> str:
    content = path.read_bytes()
    if content[:4] != b"RIFF" or content[8:12] != b"WEBP":
        return name
    kept, at, moves = [], 12, False
    while at + 8 <= len(content):
        (length,) = struct.unpack_from("<I", content, at + 4)
        chunk = content[at : at + 8 + length + length % 2]
        if content[at : at + 4] == b"VP8X" and len(chunk) > 8:
            moves = bool(chunk[8] & _WEBP_MOVES)
            chunk = chunk[:8] + bytes([chunk[8] & ~_WEBP_FLAGS]) + chunk[9:]
        if content[at : at + 4] not in _WEBP_TELLING:
            kept.append(chunk)
        at += 8 + length + length % 2
    body = b"WEBP" + b"".join(kept)
    path.write_bytes(b"RIFF" + struct.pack("<I", len(body)) + body)
    return moving(path, name, "WEBP") if moves else name  # to ask Pillow would decode it, whatever its size


def _avif(path: Path, name: str) -> str:
    """Empty what an AVIF tells beside the picture, at its place: an Exif without a field, spaces for XMP."""
    with Image.open(path, formats=["AVIF"]) as picture:
        check_pixels(picture, name)
        exif, xmp = (bytes(picture.info.get(told) or b"") for told in ("exif", "xmp"))
    exif = exif.removeprefix(b"Exif\0\0")
    if not exif and not xmp:
        return moving(path, name, "AVIF")
    content = path.read_bytes()
    for told, empty in ((exif, _EMPTY_EXIF.ljust(len(exif), b"\0")), (xmp, b" " * len(xmp))):
        if told and len(empty) == len(told):
            content = content.replace(told, empty)
    if any(told and told in content for told in (exif, xmp)):
        raise BadMedia(f"“{name}” tells where it was taken in a way that cannot be taken out; export it as jpeg")
    path.write_bytes(content)
    return moving(path, name, "AVIF")


def _heif(path: Path, name: str) -> str:
    """Make a JPEG of a picture that browsers do not show."""
    import pillow_heif

    pillow_heif.register_heif_opener()
    with Image.open(path, formats=["HEIF"]) as picture:
        check_pixels(picture, name)
        profile = picture.info.get("icc_profile")
        made = picture.convert("RGB")
    made.save(path, "JPEG", quality=_QUALITY, icc_profile=profile, exif=b"")
    return f"{Path(name).stem}.jpg"


def _still(reader: str) -> Callable[[Path, str], str]:
    def made(path: Path, name: str) -> str:
        """Make a PNG of a picture that browsers do not show; of several in one file the first."""
        with Image.open(path, formats=[reader]) as picture:
            check_pixels(picture, name)
            mode = "RGBA" if picture.has_transparency_data else "RGB"
            profile = picture.info.get("icc_profile")
            turned = ImageOps.exif_transpose(picture).convert(mode)
        turned.save(path, "PNG", icc_profile=profile)
        return f"{Path(name).stem}.png"

    return made


def _gif(path: Path, name: str) -> str:
    return moving(path, name, "GIF")


def _mp4(path: Path, name: str) -> str:
    """Make free space of what a file of ISO base media (ISO/IEC 14496-12) tells beside its pictures and sounds.

    The boxes keep their lengths, so that nothing that refers into the file has to be changed.
    """
    with path.open("r+b") as file:
        _free_boxes(file, 0, path.stat().st_size, _MP4_TELLING | {b"uuid"})
    return name


def _free_boxes(file: BinaryIO, at: int, end: int, telling: Set[bytes]) -> None:
    while at + 8 <= end:
        file.seek(at)
        size, kind = struct.unpack(">I4s", file.read(8))
        head = 8
        if size == 1:
            size, head = struct.unpack(">Q", file.read(8).rjust(8, b"\0"))[0], 16
        size = end - at if size == 0 else size
        if size < head or at + size > end:
            return  # cut off, or no box: whoever decodes it will say so
        if kind in telling or (kind == b"trak" and _tells_of_places(file, at + head, at + size)):
            file.seek(at + 4)
            file.write(b"free")
            _blank(file, at + head, size - head)
        elif kind in (b"moov", b"trak"):
            _free_boxes(file, at + head, at + size, _MP4_TELLING)
        at += size


def _tells_of_places(file: BinaryIO, at: int, end: int) -> bool:
    """Tell whether a track is one of notes in time, as cameras write where they are: its handler says so."""
    file.seek(at)
    inside = file.read(min(end - at, _MOST_OF_A_TRACK))
    found = inside.find(b"hdlr")
    return found >= 0 and inside[found + 12 : found + 16] == b"meta"


def _blank(file: BinaryIO, at: int, length: int) -> None:
    file.seek(at)
    while length > 0:
        block = min(length, _BLOCK)
        file.write(bytes(block))
        length -= block


def _svg(path: Path, name: str) -> str:
    if path.stat().st_size > _MOST_SVG:
        raise BadMedia(f"“{name}” is larger than a drawing may be; export it simpler, or as a png")
    path.write_bytes(made_safe(path.read_bytes(), name))
    return name


_BY_ENDING: dict[str, Callable[[Path, str], str]] = {
    ".jpg": _jpeg,
    ".jpeg": _jpeg,
    ".png": _png,
    ".webp": _webp,
    ".avif": _avif,
    ".heic": _heif,
    ".heif": _heif,
    ".gif": _gif,
    ".bmp": _still("BMP"),
    **dict.fromkeys((".tif", ".tiff"), _still("TIFF")),
    ".svg": _svg,
    **dict.fromkeys((".mp4", ".m4v", ".mov", ".m4a"), _mp4),
}
