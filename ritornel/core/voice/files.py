"""Which slide a voice file is for: by the number in its name, by its name against titles, else in order."""

import re
from collections.abc import Sequence
from difflib import SequenceMatcher

_ALIKE = 0.72
_NUMBER = re.compile(r"\d{1,4}")


def matched(names: Sequence[str], titles: Sequence[str]) -> list[int | None]:
    """Return for each file the number of the slide (from 0) for which it is; None for those beyond the last slide.

    Numbers count from 0 if one of them is 0, else from 1; gaps stay gaps. Where they do not fit the slides, a file goes
    to the slide whose title its name is most like, and what is left in the order of the names.
    """
    stems = [name.rsplit(".", 1)[0] for name in names]
    numbers = _numbers(stems)
    if numbers is not None:
        first = 0 if 0 in numbers else 1
        places = [number - first for number in numbers]
        if all(place < len(titles) for place in places):
            return list(places)
    found: list[int | None] = [None] * len(names)
    free = set(range(len(titles)))
    likeness = sorted(
        ((_likeness(stem, title), n, place) for n, stem in enumerate(stems) for place, title in enumerate(titles)),
        key=lambda one: -one[0],
    )
    for alike, n, place in likeness:
        if alike >= _ALIKE and found[n] is None and place in free:
            found[n] = place
            free.discard(place)
    rest = iter(sorted(free))
    for n in sorted((n for n, place in enumerate(found) if place is None), key=lambda n: _order(stems[n])):
        found[n] = next(rest, None)
    return found


def _numbers(stems: Sequence[str]) -> list[int] | None:
    """Return the numbers by which names differ; None where there are none in all of them, or two are the same."""
    all_numbers = [_NUMBER.findall(stem) for stem in stems]
    most = min((len(one) for one in all_numbers), default=0)
    for place in range(most):
        for from_end in (False, True):
            numbers = [int(one[-1 - place] if from_end else one[place]) for one in all_numbers]
            if len(set(numbers)) == len(numbers):
                return numbers
    return None


def _likeness(stem: str, title: str) -> float:
    one, other = _plain(stem), _plain(title)
    if not one or not other:
        return 0.0
    return 1.0 if one == other else SequenceMatcher(None, one, other).ratio()


def _plain(words: str) -> str:
    return " ".join(word for word in re.split(r"[\W_]+", words.lower()) if not word.isdecimal()).strip()


def _order(stem: str) -> list[tuple[int, int | str]]:
    return [(0, int(part)) if part.isdecimal() else (1, part) for part in re.split(r"(\d+)", stem.lower()) if part]
