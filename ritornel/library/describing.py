"""Assets as pages must know them."""

from pathlib import Path
from typing import Any

from ritornel.core.model import Show
from ritornel.core.model.uses import seen_from_near
from ritornel.formats.media_kinds import STAGE
from ritornel.library import tiling
from ritornel.library.models import Asset, derived_path


def on_stage(asset: Asset) -> bool:
    """Tell whether a picture is shown in the size that a stage needs, as it has far more pixels itself."""
    large = asset.kind == "picture" and max(asset.width, asset.height) > STAGE
    return large and derived_path(asset.sha256, "stage.webp").is_file()


def files_of(owner_id: int, show: Show) -> dict[str, Path]:
    """Return the files of a show's media by their ids, as they came."""
    rows = Asset.objects.filter(owner_id=owner_id, sha256__in=[asset.id for asset in show.assets])
    return {asset.sha256: asset.path for asset in rows}


def drawn_from(owner_id: int, show: Show) -> dict[str, Path]:
    """Return the files of a show's media by their ids; of a very large picture what stages show of it.

    One that lies on a plane is there in its tiles, made now if it must be. Raises ``Refused`` where that cannot be.
    """
    rows = Asset.objects.filter(owner_id=owner_id, sha256__in=[asset.id for asset in show.assets])
    from_near = seen_from_near(show)
    return {a.sha256: _drawn_from(a, a.sha256 in from_near) for a in rows}


def _drawn_from(asset: Asset, from_near: bool) -> Path:
    if not on_stage(asset):
        return asset.path
    return tiling.made(asset) if from_near else derived_path(asset.sha256, "stage.webp")


def described(asset: Asset, base: str = "/library/media") -> dict[str, Any]:
    """Return an asset as plain data with its addresses below ``base``."""
    return {
        "id": asset.sha256,
        "kind": asset.kind,
        "name": asset.name,
        "length": asset.length_ms,
        "width": asset.width,
        "height": asset.height,
        "sound": asset.has_sound,
        "pages": asset.pages,
        "licence": asset.licence,
        "credit": asset.credit,
        "url": f"{base}/{asset.sha256}/stage" if on_stage(asset) else f"{base}/{asset.sha256}",
        **({"tiles": f"{base}/{asset.sha256}/tiles"} if on_stage(asset) else {}),
        "poster": f"{base}/{asset.sha256}/poster" if asset.kind == "clip" else "",
        "strip": f"{base}/{asset.sha256}/strip" if asset.kind == "clip" else "",
        **(_beats(asset) if asset.kind == "sound" else {}),
        "peaks": f"{base}/{asset.sha256}/peaks" if asset.has_sound else "",
    }


def _beats(asset: Asset) -> dict[str, Any]:
    """Return the beats that were found in a sound, in ms, and where bars begin."""
    facts = asset.to_core().sound
    return {"beats": facts.beats, "bar": facts.bar, "first": facts.first} if facts is not None and facts.beats else {}
