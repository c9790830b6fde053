"""Edits of beds: music or atmosphere under the show, each by its id."""

from typing import Any

from msgspec.structs import replace

from ritornel.core.edits.bed_times import with_bed
from ritornel.core.edits.command import BadEdit, Command, asset_ids, ids_for, with_values
from ritornel.core.model import Bed, Show
from ritornel.core.model.units import Id

FADE_IN_MS = 1000
FADE_OUT_MS = 2000
GIVES_WAY_MS = 2000


class AddBed(Command, frozen=True, kw_only=True):
    """Lay a bed under the show, beside those that are there; ``id`` is given by the page, or found.

    With ``takes_over`` those that are heard where it begins give way to it. It lies as far under what is said as beds
    do (``core.sound.levels``).
    """

    values: dict[str, Any]
    id: Id | None = None
    takes_over: bool = False

    def apply(self, show: Show) -> Show:
        """Return the show with one bed more."""
        (new,) = ids_for("bed", (b.id for b in show.beds), 1, [self.id] if self.id else [])
        bed = Bed(id=new, fade_in_ms=FADE_IN_MS, fade_out_ms=FADE_OUT_MS)
        made = with_values(bed, self.values)
        others = tuple(giving_way(b) for b in show.beds) if self.takes_over else show.beds
        return replace(show, beds=(*others, made))

    @property
    def label(self) -> str:
        """Name what is added."""
        return "add a bed"

    @property
    def brings_assets(self) -> tuple[str, ...]:
        """The sound, if one is chosen."""
        return tuple(asset_ids(self.values))


def giving_way(bed: Bed) -> Bed:
    """Return a bed that gives way to the next one; over what it does already, if it does."""
    return bed if bed.gives_way_ms is not None else replace(bed, gives_way_ms=GIVES_WAY_MS)


class SetBed(Command, frozen=True, kw_only=True):
    """Change a bed."""

    bed: str
    values: dict[str, Any]

    def apply(self, show: Show) -> Show:
        """Return the show with that bed changed, and no other; ``BadEdit`` if it is gone."""
        return with_bed(show, self.bed, lambda bed: with_values(bed, self.values))

    @property
    def label(self) -> str:
        """Name what happens to the bed."""
        return "set the bed"

    @property
    def brings_assets(self) -> tuple[str, ...]:
        """The sound, if one is chosen."""
        return tuple(asset_ids(self.values))


class DeleteBed(Command, frozen=True, kw_only=True):
    """Take a bed away."""

    bed: str

    def apply(self, show: Show) -> Show:
        """Return the show without that bed; ``BadEdit`` if it is gone."""
        there = tuple(b for b in show.beds if b.id != self.bed)
        if len(there) == len(show.beds):
            raise BadEdit("that bed is not in the show any more")
        return replace(show, beds=there)

    @property
    def label(self) -> str:
        """Name what happens to the bed."""
        return "take a bed away"
