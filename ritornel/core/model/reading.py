"""Documents into the model: what is wrong is said once, in words, with its place."""

import re
from collections.abc import Mapping
from typing import Any, TypeVar

import msgspec

from ritornel.core.model import limits
from ritornel.core.model.checking import BadDocument, check_counts, check_show, check_slide
from ritornel.core.model.complaints import in_words
from ritornel.core.model.controls import json_without_controls
from ritornel.core.model.lineage import with_lineages
from ritornel.core.model.show import Show
from ritornel.core.model.version import check_version

__all__ = ["BadDocument", "check_counts", "check_show", "check_slide", "convert", "read_json", "read_show"]

TOO_DEEP = "this is nested deeper than a show document can be"
T = TypeVar("T")


def read_show(source: bytes | Mapping[str, Any]) -> Show:
    """Return the show in a JSON document (bytes, or already parsed).

    Left-out identifiers are given by position (``slide-2``, ``build-1``); null counts as left out.
    Documents of every version there has been are read (``core.model.version``). Raises ``BadDocument`` with one line
    naming the place, e.g. ``slide 3, build 2: duration must be 0 or more``.
    """
    if isinstance(source, bytes):
        source = read_json(source)
    if not isinstance(source, Mapping):
        raise BadDocument("a show document must be a JSON object with the fields of a show")
    check_version(source)
    try:
        show = convert(_with_ids(_without_nulls(source)), Show)
    except RecursionError as error:
        raise BadDocument(TOO_DEEP) from error
    check_show(show)
    return with_lineages(show)


def read_json(source: bytes | str) -> Any:
    """Return what a JSON text says; ``BadDocument`` if it is none, or holds what no document may."""
    text = source.encode("utf-8", "surrogatepass") if isinstance(source, str) else source
    if text.count(b",") + text.count(b"[") + text.count(b"{") > limits.VALUES:
        raise BadDocument("this has more in it than a show document can have; part the show in two")
    try:
        return msgspec.json.decode(json_without_controls(text))
    except RecursionError as error:
        raise BadDocument(TOO_DEEP) from error
    except (msgspec.MsgspecError, UnicodeError) as error:
        raise BadDocument(f"this is not a JSON document: {str(error)[:200]}") from error


def convert(values: Any, kind: type[T]) -> T:
    """Return plain ``values`` as a ``kind`` of the model; ``BadDocument`` names the place of what is wrong."""
    try:
        return msgspec.convert(values, kind)
    except msgspec.ValidationError as error:
        raise BadDocument(in_words(str(error))) from error


def _without_nulls(thing: Any) -> Any:
    if isinstance(thing, Mapping):
        return {name: _without_nulls(value) for name, value in thing.items() if value is not None}
    return [_without_nulls(item) for item in thing] if isinstance(thing, list) else thing


def _with_ids(source: Mapping[str, Any]) -> dict[str, Any]:
    show = dict(source)
    for key, noun in (("slides", "slide"), ("beds", "bed"), ("chapters", "chapter")):
        show[key] = _numbered(show.get(key, []), noun)
    if isinstance(show["slides"], list):
        show["slides"] = [_slide_with_ids(s) for s in show["slides"]]
    return show


def _slide_with_ids(slide: Any) -> Any:
    if not isinstance(slide, dict):
        return slide
    slide["running_order"] = _numbered(slide.get("running_order", []), "build")
    objects = _numbered(slide.get("objects", []), "object")
    if isinstance(objects, list):
        objects = [
            o if not isinstance(o, dict) or "kind" in o else {**o, "kind": "text" if "paragraphs" in o else "shape"}
            for o in objects
        ]
    slide["objects"] = objects
    narration = slide.get("narration")
    if isinstance(narration, dict) and isinstance(narration.get("marks"), dict):
        slide["narration"] = {**narration, "marks": _marks_in_order(narration["marks"])}
    return slide


def _marks_in_order(marks: Mapping[str, Any]) -> list[Any]:
    """Return marks by number as the list that documents have too."""
    numbers = {}
    for name, value in marks.items():
        if not re.fullmatch("[1-9][0-9]{0,3}", name) or int(name) > limits.BUILDS_ON_A_SLIDE:
            raise BadDocument(
                f"narration, marks: “{name[:20]}” must be the number of a cue, 1 to {limits.BUILDS_ON_A_SLIDE}"
            )
        numbers[int(name)] = value
    return [numbers.get(cue) for cue in range(1, max(numbers, default=0) + 1)]


def _numbered(things: Any, noun: str) -> Any:
    if not isinstance(things, list):
        return things
    return [{"id": f"{noun}-{n}", **t} if isinstance(t, dict) else t for n, t in enumerate(things, 1)]
