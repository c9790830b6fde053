"""Which assets a show uses."""

from ritornel.core.model.objects import Clip, Picture, Sound
from ritornel.core.model.show import Show

_MEDIA = (Picture, Clip, Sound)


def assets_used(show: Show) -> set[str]:
    """Return the ids of all assets that objects, narrations and beds name."""
    used = {o.asset for s in show.slides for o in s.objects if isinstance(o, _MEDIA)}
    used |= {s.narration.asset for s in show.slides if s.narration is not None}
    used |= {b.asset for b in show.beds}
    return used - {""}
