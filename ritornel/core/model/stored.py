"""What was kept, read tolerantly: one bad slide does not take the others with it, and is not lost itself."""

from collections.abc import Mapping
from typing import Any

import msgspec
from msgspec.structs import replace

from ritornel.core.model.reading import BadDocument, check_slide, convert, read_json
from ritornel.core.model.slide import Slide


def stored_slide(key: str, document: str | bytes | Mapping[str, Any]) -> Slide:
    """Return the slide ``key`` of a kept document; where that cannot be read, an empty one that holds it as it came."""
    try:
        slide = _read(document)
    except BadDocument:
        return Slide(id=key, title="This slide cannot be read", unreadable=_as_text(document))
    if slide.unreadable:
        return stored_slide(key, slide.unreadable)
    return slide if slide.id == key else replace(slide, id=key)


def why_unreadable(document: str) -> str:
    """Return in words what is wrong with a document that ``stored_slide`` could not read."""
    try:
        _read(document)
    except BadDocument as error:
        return str(error)
    return "it could not be read before"


def _read(document: str | bytes | Mapping[str, Any]) -> Slide:
    slide = convert(read_json(document) if isinstance(document, str | bytes) else document, Slide)
    check_slide(slide, "slide")
    return slide


def _as_text(document: str | bytes | Mapping[str, Any]) -> str:
    if isinstance(document, Mapping):
        document = msgspec.json.encode(document)
    return document.decode("utf-8", "replace") if isinstance(document, bytes) else document
