"""Documents in and out of the model: what is wrong is said once, in words, with its place."""

import re
from collections import Counter
from collections.abc import Iterator, Mapping
from typing import Any, TypeVar

import msgspec

from ritornel.core.model.objects import Clip, Sound, Text
from ritornel.core.model.show import Show
from ritornel.core.model.slide import Slide

_NOUNS = {
    "slides": "slide",
    "running_order": "build",
    "objects": "object",
    "paragraphs": "paragraph",
    "chapters": "chapter",
    "beds": "bed",
    "assets": "asset",
    "marks": "mark",
    "instants": "instant",
}
_TYPES = {
    "int": "a whole number",
    "float": "a number",
    "str": "text",
    "bool": "true or false",
    "array": "a list",
    "object": "an object with named fields",
    "null": "nothing",
}
T = TypeVar("T")


class BadDocument(ValueError):
    """A document breaks a rule. The message names the place and says what must hold."""


def read_show(source: bytes | Mapping[str, Any]) -> Show:
    """Return the show in a JSON document (bytes, or already parsed).

    Left-out identifiers are given by position (``slide-2``, ``build-1``); null counts as left out.
    Raises ``BadDocument`` with one line naming the place, e.g. ``slide 3, build 2: duration must be 0 or more``.
    """
    if isinstance(source, bytes):
        try:
            source = msgspec.json.decode(source)
        except (msgspec.DecodeError, UnicodeDecodeError) as error:
            raise BadDocument(f"this is not a JSON document: {error}") from error
    if not isinstance(source, Mapping):
        raise BadDocument("a show document must be a JSON object with the fields of a show")
    show = convert(_with_ids(_without_nulls(source)), Show)
    check_show(show)
    return show


def convert(values: Any, kind: type[T]) -> T:
    """Return plain ``values`` as a ``kind`` of the model; ``BadDocument`` names the place of what is wrong."""
    try:
        return msgspec.convert(values, kind)
    except msgspec.ValidationError as error:
        raise BadDocument(_in_words(str(error))) from error


def write_show(show: Show) -> bytes:
    """Return the show as an indented JSON document, defaults left out; ``read_show`` gives it back."""
    return msgspec.json.format(msgspec.json.encode(show), indent=2)


def check_show(show: Show, checked: Show | None = None) -> None:
    """Raise ``BadDocument`` if names do not refer to what is there, or points in time are out of order.

    Slides that ``checked``, a show found right before, has too are not looked at again.
    """
    right = {id(s) for s in checked.slides} if checked is not None else set()
    _unique((s.id for s in show.slides), "slide")
    _unique((b.id for b in show.beds), "bed")
    _unique((a.id for a in show.assets), "asset")
    known = {s.id for s in show.slides}
    for number, chapter in enumerate(show.chapters, 1):
        if chapter.first not in known:
            raise BadDocument(f"chapter {number}: first must be the id of a slide, and “{chapter.first}” is none")
    for number, bed in enumerate(show.beds, 1):
        _in_before_out(bed, f"bed {number}")
    for number, slide in enumerate(show.slides, 1):
        if id(slide) in right:
            continue
        check_slide(slide, f"slide {number}")


def check_slide(slide: Slide, place: str) -> None:
    """Raise ``BadDocument`` if the slide does not hold together; ``place`` opens the message."""
    _unique((o.id for o in slide.objects), f"{place}, object")
    _unique((s.id for s in slide.running_order), f"{place}, build")
    known = {o.id: o for o in slide.objects}
    for number, step in enumerate(slide.running_order, 1):
        at = f"{place}, build {number}"
        if step.object and step.object not in known:
            raise BadDocument(f"{at}: object must be the id of an object on this slide, and “{step.object}” is none")
        target = known.get(step.object)
        if step.kind in ("play", "pause") and target is not None and not isinstance(target, Clip | Sound):
            raise BadDocument(f"{at}: only a clip or a sound can {step.kind}")
        if step.part is not None and target is not None and not isinstance(target, Text):
            raise BadDocument(f"{at}: only a text has parts")
    for cue in (*slide.waits, *slide.cue_advance):
        if not cue.isdecimal() or int(cue) < 1:
            raise BadDocument(f"{place}, waits: “{cue}” must be the number of a cue, 1 or more")
    for number, thing in enumerate(slide.objects, 1):
        if isinstance(thing, Clip | Sound):
            _in_before_out(thing, f"{place}, object {number}")
    if slide.narration is not None:
        _in_before_out(slide.narration, f"{place}, narration")


def _in_before_out(thing: Any, place: str) -> None:
    if thing.out_ms is not None and thing.out_ms <= thing.in_ms:
        raise BadDocument(f"{place}: out must come after in ({thing.in_ms})")


def _unique(ids: Iterator[str], noun: str) -> None:
    for identifier, count in Counter(ids).items():
        if count > 1:
            raise BadDocument(f"{noun} “{identifier}”: the id must be used once, and stands {count} times")


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
        marks = {int(k): v for k, v in narration["marks"].items() if str(k).isdecimal() and int(k) > 0}
        slide["narration"] = {
            **narration,
            "marks": [marks.get(g) for g in range(1, max(marks, default=0) + 1)],
        }
    return slide


def _numbered(things: Any, noun: str) -> Any:
    if not isinstance(things, list):
        return things
    return [{"id": f"{noun}-{n}", **t} if isinstance(t, dict) else t for n, t in enumerate(things, 1)]


def _in_words(message: str) -> str:
    """Turn msgspec's ``Expected `int` >= 0 - at `$.slides[2].hold` `` into words with a place."""
    what, _, path = message.partition(" - at `")
    place, name = _place(path.rstrip("`"))
    subject = f"{name} " if name else ""
    return f"{place}{': ' if place else ''}{subject}{_rule(what)}"


def _place(path: str) -> tuple[str, str]:
    found: list[str] = []
    name = ""
    for field, index in re.findall(r"\.?([A-Za-z_]+)?(?:\[(\d+|\.\.\.)\])?", path.lstrip("$")):
        if field and index.isdecimal() and field in _NOUNS:
            found.append(f"{_NOUNS[field]} {int(index) + 1}")
            name = ""
        elif field:
            if name:
                found.append(name)
            name = field
    return ", ".join(found), name


def _rule(what: str) -> str:
    if match := re.fullmatch(r"Expected `(?:int|float|str)` (>=|>|<=|<) ([-\d.]+)", what):
        number = match[2].removesuffix(".0")
        words = {">=": f"{number} or more", ">": f"more than {number}", "<=": f"{number} or less"}
        return f"must be {words.get(match[1], f'less than {number}')}"
    if match := re.fullmatch(r"Expected `(.+?)`, got `(.+?)`", what):
        wanted = " or ".join(_TYPES.get(t, t) for t in match[1].split(" | "))
        return f"must be {wanted}, and is {_TYPES.get(match[2], match[2])}"
    if match := re.fullmatch(r"Invalid (?:enum )?value '?(.+?)'?", what):
        return f"“{match[1]}” is not one of the values that are known here"
    if match := re.search(r"missing required field `(.+)`", what):
        return f"{match[1]} is missing"
    if "matching regex" in what:
        return "must be a colour as #rrggbb, or none"
    if match := re.search(r"of length <= (\d+)", what):
        return f"must be at most {match[1]} long"
    return f"is not right ({what})"
