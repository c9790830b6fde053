"""The kinds of slide that styles have places for, and the roles that objects have on them."""

from collections.abc import Mapping, Sequence
from itertools import pairwise
from typing import NamedTuple

from ritornel.core.model import Slide


class Kind(NamedTuple):
    """A kind of slide, as people say it, and the roles of its places, in the order in which one reads them."""

    label: str
    roles: tuple[str, ...]


KINDS: Mapping[str, Kind] = {
    "opening": Kind("opening", ("title", "subtitle")),
    "chapter": Kind("chapter", ("number", "title")),
    "statement": Kind("statement", ("statement",)),
    "list": Kind("list", ("title", "body")),
    "picture-and-text": Kind("picture and text", ("picture", "title", "body")),
    "two-columns": Kind("two columns", ("title", "body", "body")),
    "full-picture": Kind("full picture", ("picture", "caption")),
    "figures": Kind("figures", ("title", "figure", "label", "figure", "label", "figure", "label")),
    "quotation": Kind("quotation", ("quotation", "source")),
    "closing": Kind("closing", ("title", "subtitle")),
    "blank": Kind("blank", ()),
}

_ONCE = ("opening", "chapter", "closing", "quotation", "statement", "full-picture")


def kind_after(slides: Sequence[Slide], place: int) -> str:
    """Return the kind of a new slide at a place: the show's first opens it, after a plain one comes one like it.

    What stands alone (an opening, a chapter, a full picture) is followed by what followed the last such slide, else by
    a list.
    """
    if place == 0:
        return "opening"
    before = slides[place - 1].kind
    if before not in _ONCE:
        return before or "blank"
    followed = (b.kind for a, b in pairwise(slides) if a.kind == before and b.kind not in (*_ONCE, "blank"))
    return next((kind for kind in followed if kind), "list")
