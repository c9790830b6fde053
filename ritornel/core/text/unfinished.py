"""What is still to be done on a slide, in words."""

from ritornel.core.model import Clip, Picture, Slide, Text
from ritornel.core.model.roles import ROLES


def unfinished(slide: Slide) -> list[str]:
    """Return what is not finished on a slide: places of its style without words, pictures without a description."""
    words = []
    for thing in slide.objects:
        if (
            isinstance(thing, Text)
            and thing.role
            and not thing.tells
            and not any(p.text.strip() for p in thing.paragraphs)
        ):
            words.append(f"{ROLES.get(thing.role, 'text').split(',')[0].lower()} to be written")
    silent = sum(isinstance(o, Picture | Clip) and not o.alt and not o.name for o in slide.objects)
    if silent:
        words.append(f"{silent} {'picture' if silent == 1 else 'pictures'} without description")
    empty = sum(isinstance(o, Picture | Clip) and not o.asset for o in slide.objects)
    if empty:
        words.append(f"{empty} {'picture' if empty == 1 else 'pictures'} to be chosen")
    return words
