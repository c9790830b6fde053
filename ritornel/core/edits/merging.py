"""Words of two writers brought together: both sides' words are kept, whoever was first."""

import re
from collections.abc import Sequence
from itertools import takewhile

from merge3 import Merge3

MOST_COMPARED = 3_000
"""Where more words than this were changed at once, the two versions are not compared but put one after the other."""

_PIECE = re.compile(r"\s*(?:\[[0-9]{1,9}\]|[^\s\[]+|\[)|\s+")


def merged(was: str, mine: str, theirs: str) -> str:
    """Return a text that was changed to ``mine`` here and to ``theirs`` elsewhere, with what both did.

    A three-way merge by words. Where both changed the same words, theirs stand first and mine after them.
    """
    if theirs in (was, mine):
        return mine
    if mine == was:
        return theirs
    base, other, own = (_PIECE.findall(text) for text in (was, theirs, mine))
    first = _alike(base, other, own)
    last = _alike(base[first:][::-1], other[first:][::-1], own[first:][::-1])
    middles = [pieces[first : len(pieces) - last] for pieces in (base, other, own)]
    return "".join([*base[:first], *_merged(*middles), *base[len(base) - last :]])


def _merged(base: list[str], theirs: list[str], mine: list[str]) -> list[str]:
    if max(len(base), len(theirs), len(mine)) > MOST_COMPARED:
        return _both(theirs, mine)
    told: list[str] = []
    for group in Merge3(base, theirs, mine).merge_groups():
        told += _both(group[2], group[3]) if group[0] == "conflict" else group[1]
    return told


def _both(theirs: Sequence[str], mine: Sequence[str]) -> list[str]:
    apart = [" "] if theirs and mine and not theirs[-1][-1].isspace() and not mine[0][0].isspace() else []
    return [*theirs, *apart, *mine]


def _alike(*texts: Sequence[str]) -> int:
    """How many pieces all of them begin with."""
    return sum(1 for _ in takewhile(lambda pieces: len(set(pieces)) == 1, zip(*texts, strict=False)))
