"""What tracks move, and how it stands at an instant."""

from collections.abc import Iterable

from msgspec import Struct

from ritornel.core.model.slide import Part
from ritornel.core.motion.curves import Value
from ritornel.core.motion.track import Track, state_at


class Target(Struct, frozen=True, gc=False):
    """An object, or a part of it; ``key`` is that of ``core.model.keys``."""

    key: str
    object: str
    part: Part | None
    tracks: tuple[Track, ...]


def states_at(targets: Iterable[Target], time: float) -> dict[str, dict[str, Value]]:
    """Return the properties of targets at ``time``, by their keys: all of a slide's states are computed here."""
    return {target.key: state_at(target.tracks, time) for target in targets}
