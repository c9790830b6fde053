"""The spot sounds that ship with the application: in every account as soon as they are used."""

import hashlib
from collections.abc import Iterable
from functools import cache
from pathlib import Path
from typing import NamedTuple

from ritornel.library.models import Asset
from ritornel.library.taking_in import take_in

_FOLDER = Path(__file__).parent / "static" / "library" / "spots"
_LICENCE = "CC0 1.0, made for Ritornel"


class Spot(NamedTuple):
    """A sound that ships: what its file is called, and what it is called."""

    key: str
    name: str

    @property
    def path(self) -> Path:
        """Its file."""
        return _FOLDER / f"{self.key}.ogg"

    @property
    def static(self) -> str:
        """Its path among the static files."""
        return f"library/spots/{self.key}.ogg"


SPOTS = (
    Spot("tick", "a tick"),
    Spot("knock", "a knock"),
    Spot("bell", "a bell"),
    Spot("rise", "three notes"),
    Spot("sweep", "a breath of wind"),
    Spot("leaf", "a turned leaf"),
    Spot("fall", "three notes down"),
    Spot("drop", "a drop of water"),
    Spot("glass", "a glass"),
    Spot("horn", "a horn in the fog"),
    Spot("lid", "a lid that closes"),
    Spot("wheel", "a wheel running down"),
)


@cache
def shipped() -> dict[str, Spot]:
    """Return the sounds that ship, by the ids that they have as assets."""
    return {hashlib.sha256(spot.path.read_bytes()).hexdigest(): spot for spot in SPOTS}


def bring(owner, asset_ids: Iterable[str]) -> None:
    """Take those of the assets that ship, and that the owner's library does not have yet, into it."""
    wanted = {i: shipped()[i] for i in asset_ids if i in shipped()}
    if not wanted:
        return
    there = set(Asset.objects.filter(owner=owner, sha256__in=wanted).values_list("sha256", flat=True))
    for sha256, spot in wanted.items():
        if sha256 not in there:
            take_in(owner, spot.path, f"{spot.name}.ogg", licence=_LICENCE, credit="Skarholm Light")
