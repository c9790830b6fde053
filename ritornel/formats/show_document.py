"""The show document: ``.ritornel.json``, or a zip that holds it as ``show.ritornel.json`` with its media.

In a zip, an asset lies at ``media/<sha256>`` with an ending for people. See ``docs/show-format.md``.
"""

import hashlib
import zipfile
from collections.abc import Callable, Mapping
from pathlib import Path
from typing import BinaryIO

from ritornel.core.model import Asset, Show
from ritornel.core.model.reading import BadDocument, read_show, write_show

DOCUMENT = "show.ritornel.json"
MOST_DOCUMENT_BYTES = 64 * 1024 * 1024
_STILL_COMPRESSIBLE = zipfile.ZIP_DEFLATED


def write_zip(show: Show, files: Mapping[str, Path], target: BinaryIO) -> None:
    """Write the document and the file of every asset in ``files`` (path by asset id) to ``target``."""
    with zipfile.ZipFile(target, "w", zipfile.ZIP_STORED) as archive:
        archive.writestr(DOCUMENT, write_show(show), compress_type=_STILL_COMPRESSIBLE)
        for asset_id, path in sorted(files.items()):
            archive.write(path, f"media/{asset_id}{path.suffix}")


def read_any(file: BinaryIO, keep_asset: Callable[[Asset, bytes], None], most_asset_bytes: int) -> Show:
    """Return the show in ``file``, a document or a zip; of a zip, hand each asset that it lists to ``keep_asset``.

    ``keep_asset`` gets the asset and its content, and may raise. Raises ``BadDocument`` if the file is
    neither, if an asset's content is not what its id says, or is larger than ``most_asset_bytes``.
    """
    if not zipfile.is_zipfile(file):
        file.seek(0)
        content = file.read(MOST_DOCUMENT_BYTES + 1)
        if len(content) > MOST_DOCUMENT_BYTES:
            raise BadDocument("this is larger than a show document can be")
        return read_show(content)
    with zipfile.ZipFile(file) as archive:
        try:
            listed = archive.getinfo(DOCUMENT)
        except KeyError as error:
            raise BadDocument(f"the zip has no {DOCUMENT}; choose a file that was exported from Ritornel") from error
        if listed.file_size > MOST_DOCUMENT_BYTES:
            raise BadDocument(f"{DOCUMENT} is larger than a show document can be")
        show = read_show(archive.read(listed))
        members = {Path(n).stem: n for n in archive.namelist() if n.startswith("media/")}
        for asset in show.assets:
            if asset.id not in members:
                continue
            member = archive.getinfo(members[asset.id])
            if member.file_size > most_asset_bytes:
                raise BadDocument(
                    f"{asset.name or member.filename}: larger than the {most_asset_bytes:,} bytes allowed"
                )
            data = archive.read(member)
            if hashlib.sha256(data).hexdigest() != asset.id:
                raise BadDocument(f"{asset.name or member.filename}: the file in the zip is damaged; export it again")
            keep_asset(asset, data)
    return show
