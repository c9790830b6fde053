"""Media of a presentation while it is read: each kept once, under the hash of its content."""

import hashlib
from io import BytesIO
from pathlib import PurePosixPath

from PIL import Image

from ritornel.core.model import Asset, limits
from ritornel.formats.media_kinds import CLAIMS, UNREADABLE
from ritornel.formats.presentations.losses import Losses
from ritornel.formats.svg import size_of

_MOST_BYTES = 400_000_000
"""Of all media together, as they are held while a presentation is read."""


class Gathered:
    """The assets of a show that is read, and their bytes."""

    def __init__(self, losses: Losses) -> None:
        """Begin with none; what cannot be taken is counted in ``losses``."""
        self.assets: dict[str, Asset] = {}
        self.media: dict[str, bytes] = {}
        self._losses = losses
        self._bytes = 0

    def taken(self, name: str, content: bytes | None, kinds: tuple[str, ...]) -> Asset | None:
        """Return the asset that a file of the presentation makes; None, and a loss, if it is not one of those kinds."""
        noun = "picture" if "picture" in kinds else kinds[0]
        if content is None:
            self._losses.count(noun, "is not in the file", "are not in the file")
            return None
        claim = CLAIMS.get(PurePosixPath(name).suffix.lower())
        if claim is None and "picture" in kinds and (ending := _ending(content)):
            name, claim = f"{PurePosixPath(name).name}{ending}", CLAIMS[ending]
        if claim is None or claim.kind not in kinds:
            self._losses.count(f"{noun} of a kind that is not read")
            return None
        id_ = hashlib.sha256(content).hexdigest()
        if id_ not in self.assets:
            if len(self.assets) >= limits.ASSETS or self._bytes + len(content) > _MOST_BYTES:
                self._losses.count(f"{noun} beyond what is read of one file")
                return None
            self._bytes += len(content)
            width, height = _size(content, claim.reader) if claim.kind == "picture" else (0, 0)
            self.media[id_] = content
            self.assets[id_] = Asset(
                id=id_,
                kind=claim.kind,  # type: ignore[arg-type]
                name=PurePosixPath(name).name[:300],
                mime=claim.mime,
                width=width,
                height=height,
                has_sound=claim.kind == "sound",
            )
        return self.assets[id_]


def _ending(content: bytes) -> str:
    """Return the ending that a picture would have that is called without one; empty where it is none that is read."""
    kinds = {
        claim.reader: ending for ending, claim in CLAIMS.items() if claim.kind == "picture" and claim.reader != "SVG"
    }
    try:
        with Image.open(BytesIO(content), formats=[kind for kind in kinds if kind != "HEIF"]) as picture:
            return kinds.get(picture.format or "", "")
    except UNREADABLE:
        return ""


def _size(content: bytes, reader: str) -> tuple[int, int]:
    """Return how large a picture says that it is, in pixels; nothing where it does not say: it is looked at later."""
    try:
        if reader == "SVG":
            return size_of(content, "drawing.svg")
        with Image.open(BytesIO(content), formats=[reader]) as picture:
            return picture.size
    except UNREADABLE:
        return 0, 0
