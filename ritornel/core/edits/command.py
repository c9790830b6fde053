"""What an edit is, and how edits find and replace parts of a show."""

import re
from collections.abc import Callable, Iterable, Mapping, Sequence
from typing import Annotated, Any, ClassVar, TypeVar

from msgspec import Meta, Struct
from msgspec.structs import fields, replace

from ritornel.core.model import Show, Slide, limits
from ritornel.core.model.reading import convert
from ritornel.core.model.units import Id
from ritornel.core.model.writing import plain

T = TypeVar("T", bound=Struct)

Ids = Annotated[list[str], Meta(max_length=limits.SLIDES)]
"""Ids that a command names, as many as there can be."""

NewIds = Annotated[list[Id], Meta(max_length=limits.SLIDES)]
"""Ids that the page gives to what a command makes, so that it can go on with it before the answer has come."""


class BadEdit(ValueError):
    """An edit cannot be carried out. The message tells the user why."""


def _hyphenated(name: str) -> str:
    return re.sub(r"(?<=[a-z])(?=[A-Z])", "-", name).lower()


class Command(Struct, frozen=True, kw_only=True, tag_field="do", tag=_hyphenated, forbid_unknown_fields=True):
    """One edit. ``label`` names it in the history: “Undo: move a build”.

    Of one that ``restyles``, what it sets in objects comes from the house style, and is not set by hand.
    """

    restyles: ClassVar[bool] = False

    def apply(self, show: Show) -> Show:
        """Return the show with the edit carried out."""
        raise NotImplementedError

    @property
    def label(self) -> str:
        """Return the edit in a few words, as they follow “Undo:”."""
        return _hyphenated(type(self).__name__).replace("-", " ")

    @property
    def merges(self) -> bool:
        """Tell whether the edit brings what was changed elsewhere meanwhile together with its own."""
        return False

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
    if not isinstance(values, Mapping):
        raise BadEdit("what is to be set must be given by name")
    names = dict(zip(thing.__struct_encode_fields__, thing.__struct_fields__, strict=True))
    for name in values:
        if name not in names or name in fixed:
            raise BadEdit(f"{name} cannot be set here")
    given = {name: value for name, value in values.items() if value is not None}
    made = convert({**_needed(thing), **given}, type(thing))
    return replace(thing, **{names[name]: getattr(made, names[name]) for name in values})


def _needed(thing: Struct) -> dict[str, Any]:
    """Return as plain data what a structure of that kind cannot do without: so that only what is set is read anew."""
    config = type(thing).__struct_config__
    tag = {config.tag_field: config.tag} if config.tag_field else {}
    return tag | {f.encode_name: plain(getattr(thing, f.name)) for f in fields(type(thing)) if f.required}


def fresh_ids(prefix: str, taken: Iterable[str], count: int = 1) -> list[str]:
    """Return ids that are not taken: the prefix with the numbers after the highest in use."""
    numbers = [int(m[1]) for t in taken if (m := re.fullmatch(rf"{re.escape(prefix)}-([0-9]{{1,12}})", t))]
    first = max(numbers, default=0) + 1
    return [f"{prefix}-{first + n}" for n in range(count)]


def ids_for(prefix: str, taken: Iterable[str], count: int, given: Sequence[str]) -> list[str]:
    """Return ids for what an edit makes: those that the page gave, in order, and fresh ones for what is left.

    Raises ``BadEdit`` for a given id that is taken: then the thing is there already.
    """
    there = set(taken)
    wanted = list(given[:count])
    if there & set(wanted) or len(set(wanted)) != len(wanted):
        raise BadEdit("what was to be made is there already")
    return wanted + fresh_ids(prefix, there | set(wanted), count - len(wanted))


def object_ids(show: Show, count: int, given: Sequence[str] = ()) -> list[str]:
    """Return ids for new objects that neither an object nor a lineage of the show has."""
    names = (name for s in show.slides for o in s.objects for name in (o.id, o.lineage))
    return ids_for("object", names, count, given)


def slide_ids(show: Show, count: int, given: Sequence[str] = ()) -> list[str]:
    """Return ids for new slides."""
    return ids_for("slide", (s.id for s in show.slides), count, given)


def step_ids(slide: Slide, count: int, given: Sequence[str] = ()) -> list[str]:
    """Return ids for new builds of a slide."""
    return ids_for("build", (s.id for s in slide.running_order), count, given)


def asset_ids(thing: Any) -> list[str]:
    """Return the asset that a structure or its document form names, as a list of none or one; else none."""
    found = thing.get("asset") if isinstance(thing, Mapping) else getattr(thing, "asset", "")
    return [found] if isinstance(found, str) and found else []
