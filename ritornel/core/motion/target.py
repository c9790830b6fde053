"""What tracks move."""

from msgspec import Struct

from ritornel.core.model.slide import Part
from ritornel.core.motion.track import Track


class Target(Struct, frozen=True, gc=False):
    """An object, or a part of it; ``key`` is that of ``core.model.keys``."""

    key: str
    object: str
    part: Part | None
    tracks: tuple[Track, ...]
