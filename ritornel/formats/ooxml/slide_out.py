"""What a slide of a package that is written is related to. Until it is sent, media lie in it by their names only."""

from collections.abc import Mapping
from pathlib import Path
from typing import Any

from pptx.opc.constants import RELATIONSHIP_TYPE as RT
from pptx.opc.package import Part
from pptx.opc.packuri import PackURI

from ritornel.core.model import Asset
from ritornel.formats.media_kinds import as_file

_MEDIA = "http://schemas.microsoft.com/office/2007/relationships/media"
_POSTER = bytes.fromhex(
    "89504e470d0a1a0a0000000d4948445200000001000000010802000000907753de0000000c4944415408d76360606000000004000127b9c8"
    "1d0000000049454e44ae426082"
)
"""A PNG of one dark point, that stands for a clip or a sound."""


class MediaOut:
    """The media of a package: each in it once, as a part that holds only the id of its asset."""

    def __init__(self, package: Any, assets: Mapping[str, Asset], files: Mapping[str, Path]) -> None:
        """State the package, and which files there are."""
        self._package, self._assets, self._files = package, assets, files
        self._parts: dict[str, Part] = {}
        self.lying: dict[str, str] = {}

    def part(self, asset: str) -> Part | None:
        """Return the part of an asset; None where its file is not there."""
        known = self._assets.get(asset)
        if known is None or asset not in self._files:
            return None
        if asset not in self._parts:
            name = f"/ppt/media/{asset}{Path(as_file(known.name, known.mime)).suffix.lower()}"
            self._parts[asset] = Part(PackURI(name), known.mime, self._package, asset.encode())
            self.lying[name[1:]] = asset
        return self._parts[asset]

    def poster(self) -> Part:
        """Return the part of the picture that stands for clips and sounds."""
        if "" not in self._parts:
            self._parts[""] = Part(PackURI("/ppt/media/poster.png"), "image/png", self._package, _POSTER)
        return self._parts[""]


class SlideOut:
    """What one slide is related to."""

    def __init__(self, part: Any, media: MediaOut) -> None:
        """State the slide's part."""
        self._part, self._media = part, media

    def link(self, address: str) -> str:
        """Return the relationship to an address outside."""
        return str(self._part.relate_to(address, RT.HYPERLINK, is_external=True))

    def picture(self, asset: str) -> str | None:
        """Return the relationship to a picture; None where it is not there."""
        part = self._media.part(asset)
        return None if part is None else str(self._part.relate_to(part, RT.IMAGE))

    def sound(self, asset: str) -> str | None:
        """Return the relationship to a sound that comes with something; None where it is not there."""
        part = self._media.part(asset)
        return None if part is None else str(self._part.relate_to(part, RT.AUDIO))

    def medium(self, asset: str) -> tuple[str, str, str] | None:
        """Return the relationships to a clip or sound, to it once more, and to the picture that stands for it."""
        part = self._media.part(asset)
        if part is None:
            return None
        kind = RT.AUDIO if str(part.content_type).startswith("audio/") else RT.VIDEO
        relations = part, part, self._media.poster()
        media, link, poster = (
            str(self._part.relate_to(p, k)) for p, k in zip(relations, (_MEDIA, kind, RT.IMAGE), strict=True)
        )
        return media, link, poster
