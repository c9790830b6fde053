"""Taking a file into the library: decoded first, stored under its hash, analysed once."""

import hashlib
import os
import shutil
import tempfile
from pathlib import Path

from django.conf import settings

from ritornel.formats.media import BadMedia, peaks, poster, probe, strip
from ritornel.library.models import Asset, Upload, derived_path, stored_path


def take_in(owner, path: Path, name: str, licence: str = "", credit: str = "") -> Asset:
    """Return the owner's asset for the file at ``path``, copied into the store; the one there is if it is known.

    Raises ``BadMedia`` if the file is too large or does not decode as what its name claims.
    """
    check_size(path.stat().st_size, name)
    facts = probe(path, name)
    sha256 = _hash(path)
    known = Asset.objects.filter(owner=owner, sha256=sha256).first()
    if known is not None:
        return known
    target = stored_path(sha256, name)
    if not target.exists():
        _copied(path, target)
    _derive(sha256, target, facts.kind, facts.length_ms, facts.has_sound)
    return Asset.objects.create(
        owner=owner,
        sha256=sha256,
        kind=facts.kind,
        name=name,
        mime=facts.mime,
        size=path.stat().st_size,
        length_ms=facts.length_ms,
        width=facts.width,
        height=facts.height,
        has_sound=facts.has_sound,
        licence=licence,
        credit=credit,
    )


def check_size(size: int, name: str) -> None:
    """Raise ``BadMedia`` if a file is larger than may be kept."""
    most = settings.ASSET_MAX_BYTES
    if size > most:
        raise BadMedia(
            f"“{name}” is {size / 1e6:.0f} MB, and {most / 1e6:.0f} MB is the most that can be kept; "
            "make it shorter or smaller and try again"
        )


def finish(upload: Upload) -> Asset:
    """Put the pieces of a complete upload together and take the file in; the pieces are dropped either way."""
    upload.folder.mkdir(parents=True, exist_ok=True)
    whole = upload.folder / f"whole{Path(upload.name).suffix.lower()}"
    with whole.open("wb") as out:
        for number in range(upload.pieces):
            with upload.piece_path(number).open("rb") as piece:
                shutil.copyfileobj(piece, out)
    try:
        return take_in(upload.owner, whole, upload.name)
    finally:
        shutil.rmtree(upload.folder, ignore_errors=True)
        upload.delete()


def _hash(path: Path) -> str:
    with path.open("rb") as file:
        return hashlib.file_digest(file, "sha256").hexdigest()


def _copied(source: Path, target: Path) -> None:
    """Copy so that a crash leaves no half file under the final name."""
    target.parent.mkdir(parents=True, exist_ok=True)
    handle, name = tempfile.mkstemp(dir=target.parent, prefix="arriving-")
    with os.fdopen(handle, "wb") as out, source.open("rb") as file:
        shutil.copyfileobj(file, out)
    Path(name).replace(target)


def _derive(sha256: str, path: Path, kind: str, length_ms: int, has_sound: bool) -> None:
    derived_path(sha256, "x").parent.mkdir(parents=True, exist_ok=True)
    if has_sound:
        derived_path(sha256, "peaks").write_bytes(peaks(path))
    if kind == "clip":
        strip(path, length_ms, derived_path(sha256, "strip.jpg"))
        poster(path, 0, derived_path(sha256, "poster.jpg"))
