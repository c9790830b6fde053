"""What each group newly shows, and how long that wants to stand: to be said, or to be read (timing, section 3)."""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from typing import NamedTuple

from ritornel.core.model import Clip, Object, Pace, Part, Picture, Slide, Sound, Step, Text
from ritornel.core.text.parts import counted
from ritornel.core.time.rounding import divided
from ritornel.core.time.script import passages, said_in

Shown = frozenset[tuple[str, str, tuple[str, ...]]]
"""What a slide shows: each object's kind, lineage, and its paragraphs or asset."""


class NewlyShown(NamedTuple):
    """What one group newly shows: characters of text, and whether anything that is no text."""

    characters: int
    other: bool


def shown_by(slide: Slide) -> Shown:
    """Return what a slide shows, as the slide after must know it so as not to count it again."""
    return frozenset(_identity(o) for o in slide.objects)


Readable = Mapping[str, Sequence[int]]
"""On a plane, by the ids of its texts: the groups in which each can be read, in their order (timing, section 14)."""


def newly_shown(
    slide: Slide, groups: Sequence[Sequence[Step]], shown_before: Shown, readable: Readable | None = None
) -> list[NewlyShown]:
    """Return what each group newly shows: what enters in it; group 0 also what stands without an entrance.

    What stands and was on the slide before as it is now is not new. A line with entrances of its own
    counts with those. A sound is not seen, and a text in which nothing was written yet counts nothing. On a plane a
    text counts when it can be read first, from then on that it is there.
    """
    whole, parts = _entrances(groups)
    characters = [0] * len(groups)
    other = [False] * len(groups)
    for thing in slide.objects:
        stands = [0] if not shown_before or _identity(thing) not in shown_before else []
        if isinstance(thing, Text):
            for index, paragraph in enumerate(thing.paragraphs):
                else_in = whole.get(thing.id) or stands
                for number, count in _read(paragraph.text, parts.get((thing.id, index), {}), else_in):
                    comes = number if readable is None else _first_from(readable.get(thing.id, ()), number)
                    if comes is not None:
                        characters[comes] += count
        elif not isinstance(thing, Sound):
            for number in whole.get(thing.id) or stands:
                other[number] = True
    return [NewlyShown(*counted) for counted in zip(characters, other, strict=True)]


def _first_from(numbers: Iterable[int], least: int) -> int | None:
    return next((number for number in numbers if number >= least), None)


def said(slide: Slide, groups: int, pace: Pace) -> list[int]:
    """Return the ms that it takes to say what belongs to each group; 0 where nothing is said."""
    return [said_in(p, pace) for p in passages(slide.script, groups - 1)]


def read(shown: Sequence[NewlyShown], pace: Pace) -> list[int]:
    """Return the ms that it takes to read what each group newly shows; 0 where that is nothing."""
    return [divided(group.characters * 1000, pace.cps) for group in shown]


_Entering = dict[Part, set[int]]
"""Of one paragraph: itself or its words or characters, and the groups in which each enters."""


def _read(text: str, entering: _Entering, else_in: Iterable[int]) -> Iterator[tuple[int, int]]:
    """Yield groups, and how many characters of a paragraph there are to read in each.

    What of it does not enter by itself is read ``else_in`` these groups.
    """
    one = next(iter(entering), None)
    if one is None or one.unit == "line":
        for number in else_in if one is None else entering[one]:
            yield number, len(text)
        return
    places = {part.number: numbers for part, numbers in entering.items() if part.unit == one.unit}
    for place, count in enumerate(counted(text, one.unit)):
        for number in places.get(place, else_in):
            yield number, count


def _entrances(groups: Sequence[Sequence[Step]]) -> tuple[dict[str, set[int]], dict[tuple[str, int], _Entering]]:
    """Numbers of the groups in which each object, and each paragraph or what is in it by itself, enters."""
    whole: dict[str, set[int]] = {}
    parts: dict[tuple[str, int], _Entering] = {}
    for number, steps in enumerate(groups):
        for step in steps:
            if step.kind != "entrance":
                continue
            if step.part is None:
                whole.setdefault(step.object, set()).add(number)
            else:
                entering = parts.setdefault((step.object, step.part.paragraph), {})
                entering.setdefault(step.part, set()).add(number)
    return whole, parts


def _identity(thing: Object) -> tuple[str, str, tuple[str, ...]]:
    if isinstance(thing, Text):
        contents = tuple(p.text for p in thing.paragraphs)
    else:
        contents = (thing.asset,) if isinstance(thing, Picture | Clip | Sound) else ()
    return type(thing).__name__, thing.lineage or thing.id, contents
