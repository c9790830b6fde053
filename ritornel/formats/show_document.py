"""The show document: ``.ritornel.json``, or a zip that holds it as ``show.ritornel.json`` with its media.

In a zip, an asset lies at ``media/<sha256>`` with an ending for people. See ``docs/show-format.md``. What a zip says of
itself is looked at before anything in it is unpacked, and nothing is unpacked beyond what it said.
"""

import hashlib
import struct
import zipfile
import zlib
from collections.abc import Iterator, Mapping
from contextlib import contextmanager
from pathlib import Path
from typing import BinaryIO, NamedTuple

from ritornel.core.model import Asset, Show, limits
from ritornel.core.model.reading import BadDocument, read_show
from ritornel.core.model.version import VERSION
from ritornel.core.model.writing import write_show
from ritornel.formats.media_kinds import as_file

DOCUMENT = "show.ritornel.json"
MOST_MEDIA_BYTES = 8 * 1024**3
"""Where nobody says how large a file of media may be."""

MOST_DOCUMENT_BYTES = 16 * 1024 * 1024
_STILL_COMPRESSIBLE = zipfile.ZIP_DEFLATED
_METHODS = (zipfile.ZIP_STORED, zipfile.ZIP_DEFLATED)
_ENCRYPTED = 0x1
_MOST_MEMBERS = 2 * limits.ASSETS
_MOST_DIRECTORY_BYTES = 4 * 1024 * 1024
_BLOCK = 1024 * 1024
_DAMAGED = (zipfile.BadZipFile, zlib.error, EOFError, struct.error, OSError, ValueError, RuntimeError, OverflowError)


class Contents(NamedTuple):
    """What a file holds: the show, and by asset id the name in the zip, and its size in bytes."""

    show: Show
    media: dict[str, tuple[str, int]]


def zip_blocks(show: Show, files: Mapping[str, Path]) -> Iterator[bytes]:
    """Yield a zip of the document and the file of every asset in ``files`` (path by asset id), as it is made."""
    out = Outlet()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_STORED) as archive:
        archive.writestr(DOCUMENT, document_of(show), compress_type=_STILL_COMPRESSIBLE)
        names = {asset.id: media_name(asset) for asset in show.assets}
        for asset_id, path in sorted(files.items()):
            yield from packed(archive, out, names.get(asset_id, f"media/{asset_id}"), path)
        yield out.taken()
    yield out.taken()


def document_of(show: Show) -> bytes:
    """Return a show's document as it leaves the house: with its version."""
    rest = write_show(show)[1:].lstrip()
    return b'{\n  "version": %d%s%s' % (VERSION, b"\n" if rest == b"}" else b",\n  ", rest)


def packed(archive: zipfile.ZipFile, out: "Outlet", name: str, path: Path) -> Iterator[bytes]:
    """Put a file into a zip that is written to an outlet, and yield that as it is made."""
    member = zipfile.ZipInfo.from_file(path, name)
    with path.open("rb") as file, archive.open(member, "w") as target:
        while block := file.read(_BLOCK):
            target.write(block)
            yield out.taken()


def media_name(asset: Asset) -> str:
    """Return where an asset lies in a zip."""
    return f"media/{asset.id}{Path(as_file(asset.name, asset.mime)).suffix.lower()}"


class Outlet:
    """What a zip is written to: keeps it only until it is taken. It cannot seek, so that nothing is written twice."""

    def __init__(self) -> None:
        self._held = bytearray()

    def write(self, content: bytes) -> int:
        """Keep more."""
        self._held += content
        return len(content)

    def flush(self) -> None:
        """Do nothing: what was written is there."""

    def taken(self) -> bytes:
        """Return what was written since this was asked last."""
        held, self._held = bytes(self._held), bytearray()
        return held


def contents_of(file: BinaryIO, most_asset_bytes: int) -> Contents:
    """Return what is in ``file``, a document or a zip; media are only looked up, not unpacked.

    Raises ``BadDocument`` if it is neither, or a zip that cannot be unpacked within the limits.
    """
    file.seek(0)
    if file.read(4)[:2] != b"PK":
        file.seek(0)
        content = file.read(MOST_DOCUMENT_BYTES + 1)
        if len(content) > MOST_DOCUMENT_BYTES:
            raise BadDocument("this is larger than a show document can be")
        return Contents(read_show(content), {})
    with _opened(file) as archive:
        if DOCUMENT not in archive.namelist():
            raise BadDocument(f"the zip has no {DOCUMENT}; choose a file that was exported from Ritornel")
        listed = archive.getinfo(DOCUMENT)
        _check_member(listed, DOCUMENT, MOST_DOCUMENT_BYTES)
        show = read_show(archive.read(listed))
        members = {Path(n).stem: n for n in archive.namelist() if n.startswith("media/")}
        media = {}
        for asset in show.assets:
            if asset.id in members:
                member = archive.getinfo(members[asset.id])
                _check_member(member, asset.name or member.filename, most_asset_bytes)
                media[asset.id] = (member.filename, member.file_size)
    return Contents(show, media)


def unpack(file: BinaryIO, member: str, asset_id: str, target: Path) -> None:
    """Write one of the media of ``contents_of`` to ``target``, where it is whole or not at all.

    Raises ``BadDocument`` if it is damaged, or its content is not what its id says.
    """
    arriving = target.with_suffix(".arriving")
    digest = hashlib.sha256()
    with _opened(file) as archive, archive.open(member) as packed, arriving.open("wb") as out:
        while block := packed.read(_BLOCK):
            digest.update(block)
            out.write(block)
    if digest.hexdigest() != asset_id:
        raise BadDocument(f"{member}: the file in the zip is damaged; export it again")
    arriving.replace(target)


@contextmanager
def _opened(file: BinaryIO) -> Iterator[zipfile.ZipFile]:
    _check_directory(file)
    try:
        with zipfile.ZipFile(file) as archive:
            yield archive
    except BadDocument:
        raise
    except _DAMAGED as error:
        raise BadDocument("the zip is damaged, or is not one that can be unpacked; export it again") from error


def _check_directory(file: BinaryIO) -> None:
    """Look at the zip's end record (APPNOTE 4.3.16) before its directory is read into memory."""
    size = file.seek(0, 2)
    file.seek(max(0, size - 66_000))
    tail = file.read()
    file.seek(0)
    at = tail.rfind(b"PK\x05\x06")
    if at < 0 or len(tail) < at + 22:
        raise BadDocument("the zip is cut off; send it again")
    members, directory = struct.unpack("<HI", tail[at + 10 : at + 16])
    if members > _MOST_MEMBERS or directory > _MOST_DIRECTORY_BYTES or tail[max(0, at - 20) :][:4] == b"PK\x06\x07":
        raise BadDocument("the zip has more in it than a show can have")


def _check_member(member: zipfile.ZipInfo, name: str, most_bytes: int) -> None:
    if member.flag_bits & _ENCRYPTED:
        raise BadDocument(f"{name}: it is encrypted in the zip; export it without a password")
    if member.compress_type not in _METHODS:
        raise BadDocument(f"{name}: it is packed in a way that is not known here; pack it as an ordinary zip")
    if member.file_size > most_bytes:
        raise BadDocument(f"{name}: larger than the {most_bytes:,} bytes allowed")
