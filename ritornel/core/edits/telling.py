"""What was done, to be read later: an edit in a few words, what it touched, and where."""

from collections.abc import Iterable

from ritornel.core.edits.places import Place, slides_of
from ritornel.core.model import Show, Slide
from ritornel.core.text.naming import object_name, slide_title

_NAMED = 2


def about(places: Iterable[Place], before: Show, after: Show) -> str:
    """Return what an edit touched and where, as it follows its label: “Lens drawing, The bath, on 2 slides”."""
    found = set(places)
    slides = slides_of(found)
    old, new = ({s.id: (n, s) for n, s in enumerate(show.slides, 1)} for show in (before, after))
    assets = {a.id: a for a in (*before.assets, *after.assets)}
    names: dict[str, None] = {}
    for place in sorted(found):
        if len(place) > 3 and place[0] == "slide" and place[2] == "objects":
            thing = _object(new.get(place[1]), place[3]) or _object(old.get(place[1]), place[3])
            if thing is not None:
                names[object_name(thing, assets)] = None
    told = list(names)[:_NAMED]
    if len(names) > _NAMED:
        told.append(f"and {len(names) - _NAMED} more")
    if len(slides) > 1:
        told.append(f"on {len(slides)} slides")
    elif slides:
        number, slide = new.get(slides[0]) or old[slides[0]]
        told.append(f"on “{slide_title(slide, number)}”" if names else f"“{slide_title(slide, number)}”")
    return ", ".join(told)[:300]


def _object(found: tuple[int, Slide] | None, name: str):  # type: ignore[no-untyped-def]
    return next((o for o in found[1].objects if o.id == name), None) if found is not None else None
