"""Files as assets of a show, for commands."""

import hashlib
from pathlib import Path

from av.error import FFmpegError
from msgspec.structs import replace

from ritornel.cli._wrong import Wrong
from ritornel.core.model import Asset, Show
from ritornel.core.model.uses import seen_from_near
from ritornel.formats.media import probe
from ritornel.formats.media_kinds import BadMedia
from ritornel.formats.samples import measured
from ritornel.formats.tiles import levels_of, write_tiles


def asset_of(path: Path, licence: str = "", credit: str = "") -> Asset:
    """Return what a show must know of a file; raise ``Wrong`` for one that is no picture, clip or sound."""
    try:
        facts = probe(path, path.name)
        content = hashlib.sha256(path.read_bytes()).hexdigest()
        asset = Asset(
            id=content,
            kind=facts.kind,  # type: ignore[arg-type]
            name=path.name,
            mime=facts.mime,
            length_ms=facts.length_ms,
            width=facts.width,
            height=facts.height,
            has_sound=facts.has_sound,
            licence=licence,
            credit=credit,
        )
        return replace(asset, sound=measured(path)) if facts.has_sound else asset
    except OSError as error:
        raise Wrong(f"{path}: cannot be read: {error.strerror}") from error
    except BadMedia as error:
        raise Wrong(f"{path}: {error}") from error
    except (FFmpegError, IndexError) as error:
        raise Wrong(f"{path}: does not decode as a sound") from error


def tiled(show: Show, files: dict[str, Path], folder: Path) -> dict[str, Path]:
    """Return a show's files; of large pictures on its planes, which are seen from near, tiles made in a folder."""
    from_near = seen_from_near(show)
    found = dict(files)
    for asset in show.assets:
        large = asset.kind == "picture" and asset.mime != "image/svg+xml" and levels_of(asset.width, asset.height)
        if large and asset.id in from_near and asset.id in files:
            found[asset.id] = folder / f"{asset.id}.tiles.zip"
            write_tiles(files[asset.id], found[asset.id])
    return found
