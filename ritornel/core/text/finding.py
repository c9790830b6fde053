"""Finding words in a show: in titles, in what is said, in what stands on the slides, and in names."""

from collections.abc import Iterator
from typing import Literal

from msgspec import Struct

from ritornel.core.model import Asset, Show, Slide, Text
from ritornel.core.model.slide import MARK
from ritornel.core.text.naming import object_name, own_title

Where = Literal["title", "script", "text", "name"]
_AROUND = 24
"""So many characters before and after are told with what was found."""


class Hit(Struct, frozen=True):
    """One place where the words stand: on which slide, in what of it, and the words with what is around them."""

    slide: str
    where: Where
    before: str
    words: str
    after: str


def find(show: Show, words: str, most: int = 1000) -> list[Hit]:
    """Return where words stand in a show, whatever their case, one hit for each text or name; at most so many."""
    sought = " ".join(words.split()).casefold()
    if not sought:
        return []
    assets = {a.id: a for a in show.assets}
    found: list[Hit] = []
    for slide in show.slides:
        for where, text in _texts(slide, assets):
            hit = _hit(slide.id, where, text, sought)
            if hit is not None:
                found.append(hit)
        if len(found) >= most:
            break
    return found[:most]


def _texts(slide: Slide, assets: dict[str, Asset]) -> Iterator[tuple[Where, str]]:
    yield "title", own_title(slide)
    yield "script", MARK.sub("", slide.script)
    for thing in slide.objects:
        if isinstance(thing, Text):
            yield "text", " / ".join(p.text for p in thing.paragraphs)
        if thing.name or not isinstance(thing, Text):
            yield "name", object_name(thing, assets)


def _hit(slide: str, where: Where, text: str, sought: str) -> Hit | None:
    text = " ".join(text.split())
    at = text.casefold().find(sought)
    if at < 0 or len(text.casefold()) != len(text):
        return Hit(slide, where, "", text[: 2 * _AROUND], "") if at >= 0 else None
    end = at + len(sought)
    return Hit(slide, where, _tail(text[:at]), text[at:end], _head(text[end:]))


def _tail(text: str) -> str:
    return text if len(text) <= _AROUND else "…" + text[-_AROUND:].split(" ", 1)[-1]


def _head(text: str) -> str:
    return text if len(text) <= _AROUND else text[:_AROUND].rsplit(" ", 1)[0] + "…"
