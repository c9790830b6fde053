"""What tracks move."""

from msgspec import Struct

from ritornel.core.motion.track import Track


class Target(Struct, frozen=True, gc=False):
    """An object, or one paragraph of it; ``key`` is that of ``core.model.keys``."""

    key: str
    object: str
    paragraph: int | None
    tracks: tuple[Track, ...]
