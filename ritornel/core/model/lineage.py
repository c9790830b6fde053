"""Every object's lineage, there and its own: what was never said to be the same is not taken to be."""

from collections.abc import Iterable

from msgspec.structs import replace

from ritornel.core.model.objects import Object
from ritornel.core.model.show import Show
from ritornel.core.model.slide import Slide


def with_lineages(show: Show, among: Iterable[Slide] | None = None) -> Show:
    """Return the show with a lineage for every object that had none, looking only at slides ``among`` if given.

    The first object of an id takes its id, so that others can name it; a later one with the same id, which says
    nothing of being the same, gets one that no other object has.
    """
    looked_at = show.slides if among is None else among
    if not any(not o.lineage for s in looked_at for o in s.objects):
        return show
    taken = {name for s in show.slides for o in s.objects for name in (o.id, o.lineage)}
    owned: set[str] = set()
    slides = []
    for slide in show.slides:
        if all(o.lineage for o in slide.objects):
            slides.append(slide)
            continue
        objects: list[Object] = []
        for thing in slide.objects:
            if not thing.lineage:
                thing = replace(thing, lineage=_unique(thing.id, owned, taken))
                owned.add(thing.lineage)
                taken.add(thing.lineage)
            objects.append(thing)
        slides.append(replace(slide, objects=tuple(objects)))
    return replace(show, slides=tuple(slides))


def _unique(name: str, owned: set[str], taken: set[str]) -> str:
    if name not in owned:
        return name
    number = 2
    while f"{name}-{number}" in taken:
        number += 1
    return f"{name}-{number}"
