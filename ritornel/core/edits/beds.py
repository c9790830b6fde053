"""Edits of beds: music or atmosphere under the show, each by its id."""

from typing import Any

from msgspec.structs import replace

from ritornel.core.edits.command import BadEdit, Command, asset_ids, ids_for, with_values
from ritornel.core.model import Bed, Clip, Object, Show, Sound
from ritornel.core.model.units import Id

FADE_IN_MS = 1000
FADE_OUT_MS = 2000
GAIN_DB = -12.0


class AddBed(Command, frozen=True, kw_only=True):
    """Lay a bed under the show, beside those that are there; ``id`` is given by the page, or found.

    It is quieter than what is said and heard besides; where nothing is, it is as loud as it is.
    """

    values: dict[str, Any]
    id: Id | None = None

    def apply(self, show: Show) -> Show:
        """Return the show with one bed more."""
        (new,) = ids_for("bed", (b.id for b in show.beds), 1, [self.id] if self.id else [])
        gain_db = GAIN_DB if is_heard(show) else 0.0
        bed = Bed(id=new, fade_in_ms=FADE_IN_MS, fade_out_ms=FADE_OUT_MS, gain_db=gain_db)
        return replace(show, beds=(*show.beds, with_values(bed, self.values)))

    @property
    def label(self) -> str:
        """Name what is added."""
        return "add a bed"

    @property
    def brings_assets(self) -> tuple[str, ...]:
        """The sound, if one is chosen."""
        return tuple(asset_ids(self.values))


class SetBed(Command, frozen=True, kw_only=True):
    """Change a bed."""

    bed: str
    values: dict[str, Any]

    def apply(self, show: Show) -> Show:
        """Return the show with that bed changed, and no other; ``BadEdit`` if it is gone."""
        _there(show, self.bed)
        return replace(show, beds=tuple(with_values(b, self.values) if b.id == self.bed else b for b in show.beds))

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
        _there(show, self.bed)
        return replace(show, beds=tuple(b for b in show.beds if b.id != self.bed))

    @property
    def label(self) -> str:
        """Name what happens to the bed."""
        return "take a bed away"


def _there(show: Show, bed_id: str) -> None:
    if all(bed.id != bed_id for bed in show.beds):
        raise BadEdit("that bed is not in the show any more")


def is_heard(show: Show) -> bool:
    """Tell whether anything is said or heard in a show beside its beds."""
    with_sound = {a.id for a in show.assets if a.has_sound}

    def sounds(thing: Object) -> bool:
        return isinstance(thing, Sound) or (isinstance(thing, Clip) and not thing.muted and thing.asset in with_sound)

    return any(s.script or s.narration is not None or any(map(sounds, s.objects)) for s in show.slides)
