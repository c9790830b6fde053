"""What an edit is, and how edits find and replace parts of a show."""

import re
from collections.abc import Callable, Iterable, Mapping
from typing import Any, TypeVar

import msgspec
from msgspec import Struct
from msgspec.structs import replace

from ritornel.core.model import Show, Slide
from ritornel.core.model.reading import convert

T = TypeVar("T", bound=Struct)


class BadEdit(ValueError):
    """An edit cannot be carried out. The message tells the user why."""


def _hyphenated(name: str) -> str:
    return re.sub(r"(?<=[a-z])(?=[A-Z])", "-", name).lower()


class Command(Struct, frozen=True, kw_only=True, tag_field="do", tag=_hyphenated, forbid_unknown_fields=True):
    """One edit. ``label`` names it in the history: “Undo: move a build”."""

    def apply(self, show: Show) -> Show:
        """Return the show with the edit carried out."""
        raise NotImplementedError

    @property
    def label(self) -> str:
        """Return the edit in a few words, as they follow “Undo:”."""
        return _hyphenated(type(self).__name__).replace("-", " ")

    @property
    def brings_assets(self) -> tuple[str, ...]:
        """Return ids of assets that the edit brings into the show."""
        return ()


def change_slide(show: Show, slide_id: str, change: Callable[[Slide], Slide]) -> Show:
    """Return the show with one slide changed; ``BadEdit`` if it is gone."""
    slide_of(show, slide_id)
    return replace(show, slides=tuple(change(s) if s.id == slide_id else s for s in show.slides))


def slide_of(show: Show, slide_id: str) -> Slide:
    """Return the slide with that id; ``BadEdit`` if it is gone."""
    for slide in show.slides:
        if slide.id == slide_id:
            return slide
    raise BadEdit("that slide is not in the show any more")


def with_values(thing: T, values: Mapping[str, Any], fixed: Iterable[str] = ("id", "kind")) -> T:
    """Return the structure with document fields replaced; a field set to None goes back to its default.

    ``fixed`` fields cannot be set. Raises ``BadDocument`` for values out of range, ``BadEdit`` for names
    that the structure does not have.
    """
    config = thing.__struct_config__
    names = set(thing.__struct_encode_fields__)
    plain: dict[str, Any] = msgspec.to_builtins(thing)
    for name, value in values.items():
        if name not in names or name in fixed:
            raise BadEdit(f"{name} cannot be set here")
        if value is None:
            plain.pop(name, None)
        else:
            plain[name] = value
    if config.tag_field and config.tag is not None:
        plain[config.tag_field] = config.tag
    return convert(plain, type(thing))


def fresh_ids(prefix: str, taken: Iterable[str], count: int = 1) -> list[str]:
    """Return ids that are not taken: the prefix with the numbers after the highest in use."""
    numbers = [int(m[1]) for t in taken if (m := re.fullmatch(rf"{re.escape(prefix)}-(\d+)", t))]
    first = max(numbers, default=0) + 1
    return [f"{prefix}-{first + n}" for n in range(count)]


def asset_ids(thing: Any) -> list[str]:
    """Return the asset that a structure or its document form names, as a list of none or one."""
    found = thing.get("asset") if isinstance(thing, Mapping) else getattr(thing, "asset", "")
    return [found] if found else []
