"""Documents out of the model: equal things give equal bytes.

What equals its field's default is left out, however it came to be equal; a number that is whole is written as one;
names inside a document stand in one order.
"""

from functools import cache
from typing import Any

import msgspec
from msgspec import Struct
from msgspec.structs import astuple, replace

from ritornel.core.model.memory import Held, Recalled
from ritornel.core.model.show import Show
from ritornel.core.model.slide import Slide

_ENCODER = msgspec.json.Encoder(order="deterministic")
_EXACT = 2.0**53
_DOCUMENTS_BYTES = 48 * 1024 * 1024
_ABOUT_A_THING = 1500
_TEXTS_BYTES = 32 * 1024 * 1024
_texts: Recalled[bytes] = Recalled(_TEXTS_BYTES)
_documents: Recalled[dict[str, Any]] = Recalled(_DOCUMENTS_BYTES // 4)
_thing_texts: Held[bytes] = Held(_TEXTS_BYTES)
_things: Held[list[dict[str, Any]]] = Held(_DOCUMENTS_BYTES)


def plain(thing: Any) -> Any:
    """Return a structure of the model, or a tuple or dict of them, as plain data with its defaults left out."""
    if isinstance(thing, Struct):
        if thing.__struct_config__.array_like:
            return [plain(item) for item in astuple(thing)]
        names, defaults, tag = _layout(type(thing))
        found = {
            name: value if type(value) is str or type(value) is int else plain(value)
            for name, value, default in zip(names, astuple(thing), defaults, strict=True)
            if value is not default and value != default
        }
        return {**tag, **found} if tag else found
    if isinstance(thing, float):
        return int(thing) if thing.is_integer() and abs(thing) < _EXACT else thing
    if isinstance(thing, tuple | list):
        return [plain(item) for item in thing]
    if isinstance(thing, dict):
        return {name: plain(value) for name, value in thing.items()}
    return thing


def document_of(slide: Slide) -> dict[str, Any]:
    """Return a slide as ``plain`` gives it; remembered while the slide is in use, so not to be changed."""
    known = _documents.get(slide)
    if known is not None:
        return known
    document = plain(replace(slide, objects=(), running_order=()))
    document |= {name: _all_plain(things) for name, things in _things_of(slide)}
    return _documents.put(document, _ABOUT_A_THING + 2 * len(slide.script), slide)


def _all_plain(things: tuple[Any, ...]) -> list[dict[str, Any]]:
    """Return objects or builds as plain data: an edit leaves most slides' builds, or their objects, as they were."""
    known = _things.get(things)
    return known if known is not None else _things.put(plain(things), _ABOUT_A_THING * len(things), things)


def encoded(thing: Any) -> bytes:
    """Return a structure of the model as JSON: the same bytes for everything that is equal to it."""
    if not isinstance(thing, Slide):
        return encoded_plain(plain(thing))
    known = _texts.get(thing)
    if known is not None:
        return known
    document = document_of(thing)
    parts = {name: msgspec.Raw(_encoded_things(things)) for name, things in _things_of(thing)}
    text = encoded_plain({**document, **parts})
    return _texts.put(text, 200 + len(text), thing)


def _things_of(slide: Slide) -> list[tuple[str, tuple[Any, ...]]]:
    """Return what a slide has of lists of things, by their names in a document."""
    return [(n, things) for n, things in (("objects", slide.objects), ("running_order", slide.running_order)) if things]


def _encoded_things(things: tuple[Any, ...]) -> bytes:
    known = _thing_texts.get(things)
    if known is not None:
        return known
    text = encoded_plain(_all_plain(things))
    return _thing_texts.put(text, 200 + len(text) + 500 * len(things), things)


def encoded_plain(thing: Any) -> bytes:
    """Return plain data, or what holds some, as JSON with its names in order."""
    return _ENCODER.encode(thing)


def write_show(show: Show) -> bytes:
    """Return the show as an indented JSON document, defaults left out; ``read_show`` gives it back."""
    return msgspec.json.format(encoded(show), indent=2)


@cache
def _layout(kind: type[Struct]) -> tuple[tuple[str, ...], tuple[Any, ...], dict[str, str]]:
    """Names in documents, defaults (NODEFAULT where there is none) and the tag of a structure."""
    fields = msgspec.structs.fields(kind)
    defaults = tuple(f.default if f.default_factory is msgspec.NODEFAULT else f.default_factory() for f in fields)
    config = kind.__struct_config__
    tag = {config.tag_field: str(config.tag)} if config.tag_field else {}
    return kind.__struct_encode_fields__, defaults, tag
