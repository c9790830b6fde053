"""Files as assets of a show, for commands."""

import hashlib
from pathlib import Path

from av.error import FFmpegError
from msgspec.structs import replace

from ritornel.cli._wrong import Wrong
from ritornel.core.model import Asset
from ritornel.formats.media import probe
from ritornel.formats.media_kinds import BadMedia
from ritornel.formats.samples import measured


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
