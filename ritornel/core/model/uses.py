"""Which assets a slide and a show use."""

from collections.abc import Iterator

from ritornel.core.model.objects import Clip, Picture, Sound
from ritornel.core.model.show import Show
from ritornel.core.model.slide import Slide

_MEDIA = (Picture, Clip, Sound)


def assets_of(slide: Slide) -> Iterator[str]:
    """Yield the ids of the assets of a slide's objects, in order, and of its narration; empty where none is named."""
    yield from (o.asset for o in slide.objects if isinstance(o, _MEDIA))
    if slide.narration is not None:
        yield slide.narration.asset


def assets_used(show: Show) -> set[str]:
    """Return the ids of all assets that objects, narrations and beds name."""
    used = {asset for slide in show.slides for asset in assets_of(slide)}
    return (used | {b.asset for b in show.beds}) - {""}
