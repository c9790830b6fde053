"""What kinds the slides of a show are, and what roles their objects have, where nobody has said so yet."""

from collections.abc import Mapping

from msgspec.structs import replace

from ritornel.core.model import Clip, Object, Picture, Slide, Text
from ritornel.core.model.roles import PICTURE

_WHOLE = 0.8
"""A picture that covers so much of the stage is the slide."""


def with_kind(slide: Slide, place: int, count: int, stage: tuple[int, int]) -> Slide:
    """Return the slide at a place (from 0) of ``count`` with a kind and with roles, where it has none."""
    if slide.kind:
        return slide
    texts = sorted((o for o in slide.objects if isinstance(o, Text)), key=lambda o: (-o.size, o.y))
    pictures = [o for o in slide.objects if isinstance(o, Picture | Clip)]
    whole = any(o.width * o.height >= _WHOLE * stage[0] * stage[1] for o in pictures)
    kind = _kind(texts, pictures, whole, place == 0, place == count - 1)
    roles = _roles(kind, texts, pictures)
    objects = tuple(replace(o, role=roles[o.id]) if not o.role and o.id in roles else o for o in slide.objects)
    return replace(slide, kind=kind, objects=objects)


def _kind(texts: list[Text], pictures: list[Picture | Clip], whole: bool, first: bool, last: bool) -> str:
    if not texts and not pictures:
        return "blank"
    if whole:
        return "full-picture"
    if first and texts:
        return "opening"
    if last and texts and len(texts) <= 2:
        return "closing"
    if pictures and texts:
        return "picture-and-text"
    if not texts:
        return "full-picture"
    return "list" if len(texts) > 1 or len(texts[0].paragraphs) > 1 else "statement"


def _roles(kind: str, texts: list[Text], pictures: list[Picture | Clip]) -> Mapping[str, str]:
    """Return roles by ids: the largest text leads, one of several lines is what there is to read.

    Several texts on a picture were set there by hand, and have none.
    """
    roles = {o.id: PICTURE for o in pictures}
    lists = [o for o in texts if len(o.paragraphs) > 1]
    others = [o for o in texts if o not in lists]
    if kind in ("opening", "closing"):
        return roles | _alike(texts, _in_order(texts, ("title", "subtitle")))
    if kind == "full-picture":
        return roles | (_in_order(texts, ("caption",)) if len(texts) == 1 else {})
    if kind == "statement":
        return roles | _in_order(texts, ("statement",))
    if not lists:
        return roles | _alike(texts, _in_order(others, ("title", "body", "body")))
    return roles | _alike(texts, _in_order(others, ("title",)) | _in_order(lists, ("body", "body")))


def _alike(texts: list[Text], roles: dict[str, str]) -> dict[str, str]:
    """Return roles in which texts that look like one that has a role have the same."""
    known = {_looks(t): roles[t.id] for t in texts if t.id in roles}
    return roles | {t.id: known[_looks(t)] for t in texts if t.id not in roles and _looks(t) in known}


def _looks(text: Text) -> tuple[object, ...]:
    return text.font, text.weight, text.italic, text.size, text.colour, len(text.paragraphs) > 1


def _in_order(things: list[Text], names: tuple[str, ...]) -> dict[str, str]:
    return {thing.id: name for thing, name in zip(things, names, strict=False)}


def empty_texts(slide: Slide, roles: tuple[str, ...]) -> list[Object]:
    """Return an empty text for every role of a kind that no text of the slide has."""
    there = [o.role for o in slide.objects]
    missing = []
    for role in roles:
        if role in there:
            there.remove(role)
        elif role != PICTURE:
            missing.append(role)
    taken = {o.id for o in slide.objects}
    ids = (name for n in range(1, 1000) if (name := f"text-{n}") not in taken)
    return [Text(id=next(ids), role=role) for role in missing]
