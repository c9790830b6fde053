"""One step taken out of a show on which others have gone on since.

Three states are brought together by what differs in them, as a merge of three texts is: before the step, after it, and
now. What the step changed becomes what it was; all else stays as it is now. Who asks sees to it that nothing since has
changed the same (``places.meet``); where something has, the step wins.
"""

from collections.abc import Mapping, Sequence
from typing import Any

from msgspec.structs import replace

from ritornel.core.model import Show, Slide
from ritornel.core.model.head import HEAD, TYPES
from ritornel.core.model.reading import convert
from ritornel.core.model.stored import stored_slide
from ritornel.core.model.writing import document_of, plain

_GONE = object()


def taken_back(now: Show, after: Show, before: Show) -> Show:
    """Return the show as it is ``now`` without the step that led from ``before`` to ``after``; assets aside."""
    values: dict[str, Any] = {}
    for name in HEAD:
        was, became = getattr(before, name), getattr(after, name)
        if was != became:
            merged = _merged(plain(getattr(now, name)), plain(became), plain(was))
            values[name] = convert(merged, TYPES[name])
    for name in ("chapters", "beds"):
        was, became = getattr(before, name), getattr(after, name)
        if was != became:
            merged = _things_merged(plain(getattr(now, name)), plain(became), plain(was))
            values[name] = convert(merged, TYPES[name])
    return replace(now, slides=_slides(now, after, before), **values)


def _slides(now: Show, after: Show, before: Show) -> tuple[Slide, ...]:
    was, became, are = ({slide.id: slide for slide in show.slides} for show in (before, after, now))
    order = _order_merged(list(are), list(became), list(was))
    found = (_slide(are.get(i), became.get(i), was.get(i)) for i in order)
    return tuple(slide for slide in found if slide is not None)


def _slide(now: Slide | None, became: Slide | None, was: Slide | None) -> Slide | None:
    if now is None or became is was or became == was:
        return now or was
    if was is None or became is None or now.unreadable or became.unreadable or was.unreadable:
        return was or now
    document = _merged(*map(document_of, (now, became, was)))
    return stored_slide(now.id, document)


def _merged(now: Any, became: Any, was: Any) -> Any:
    """Return a value as it is now with what became of it taken out."""
    if became == was:
        return now
    if all(isinstance(one, Mapping) for one in (now, became, was)):
        names = [*now, *(name for name in was if name not in now)]
        found = {n: _merged(*(one.get(n, _GONE) for one in (now, became, was))) for n in names}
        return {name: value for name, value in found.items() if value is not _GONE}
    if all(_are_things(one) for one in (now, became, was)):
        return _things_merged(now, became, was)
    return was


def _are_things(value: Any) -> bool:
    return isinstance(value, Sequence) and all(isinstance(one, Mapping) and "id" in one for one in value)


def _things_merged(now: Sequence[Any], became: Sequence[Any], was: Sequence[Any]) -> list[Any]:
    are, had, wanted = ({thing["id"]: thing for thing in one} for one in (now, became, was))
    order = _order_merged(list(are), list(had), list(wanted))
    return [_merged(*(one.get(i, _GONE) for one in (are, had, wanted))) if i in are else wanted[i] for i in order]


def _order_merged(now: list[str], became: list[str], was: list[str]) -> list[str]:
    """Return names in the order that they have now, without those that came and with those that went by the step.

    If the step changed the order of those that stayed, they have their old order among one another.
    """
    came = set(became) - set(was)
    found = [name for name in now if name not in came]
    both = set(was) & set(became)
    if [n for n in was if n in both] != [n for n in became if n in both]:
        again = iter([name for name in was if name in both and name in set(found)])
        found = [next(again) if name in both else name for name in found]
    for place, name in enumerate(was):
        if name not in set(became) and name not in set(found):
            before = next((n for n in reversed(was[:place]) if n in set(found)), None)
            found.insert(0 if before is None else found.index(before) + 1, name)
    return found
