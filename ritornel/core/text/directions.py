"""Which way the characters of a line run, where it mixes writing from both sides (Unicode Standard Annex 9)."""

from collections.abc import Iterator, Sequence
from itertools import groupby
from typing import Any, TypeVar

from bidi import algorithm

T = TypeVar("T")


def levels(text: str, rtl: bool) -> list[int]:
    """Return the embedding level of every character of a line that runs from the right or not; odd ones run so."""
    if text.isascii() and not rtl:
        return [0] * len(text)
    storage: dict[str, Any] = algorithm.get_empty_storage()
    storage["base_level"], storage["base_dir"] = int(rtl), "LR"[rtl]
    algorithm.get_embedding_levels(text, storage)
    algorithm.explicit_embed_and_overrides(storage)
    algorithm.resolve_weak_types(storage)
    algorithm.resolve_neutral_types(storage, debug=False)
    algorithm.resolve_implicit_levels(storage, debug=False)
    left = iter(storage["chars"])  # characters that only steer direction are taken out on the way (rule X9)
    found: list[int] = []
    one = next(left, None)
    for character in text:
        if one is not None and one["ch"] == character:
            found.append(one["level"])
            one = next(left, None)
        else:
            found.append(found[-1] if found else int(rtl))
    return found


def as_seen(things: Sequence[tuple[T, int]]) -> list[T]:
    """Return things in the order in which they stand from the left; each has its level (rule L2)."""
    order = list(range(len(things)))
    highest = max((level for _, level in things), default=0)
    lowest_odd = min((level for _, level in things if level % 2), default=highest + 1)
    for level in range(highest, lowest_odd - 1, -1):
        order = [n for group in _runs(order, things, level) for n in group]
    return [things[n][0] for n in order]


def _runs(order: list[int], things: Sequence[tuple[T, int]], level: int) -> Iterator[list[int]]:
    """Yield stretches at or above a level turned round, the others as they are."""
    for high, group in groupby(order, key=lambda n: things[n][1] >= level):
        stretch = list(group)
        yield stretch[::-1] if high else stretch
