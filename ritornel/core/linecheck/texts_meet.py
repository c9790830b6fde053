"""Two texts that lie on one another while both are seen."""

from collections.abc import Iterable
from itertools import combinations

from ritornel.core.linecheck.finding import NOTICED, Finding, Here, Rule
from ritornel.core.linecheck.seen_when import moved, seen_when
from ritornel.core.model import Text
from ritornel.core.styles.arranging import meet
from ritornel.core.text.extent import words_box
from ritornel.core.text.naming import object_name

_HAIR = 2.0
_MOST = 40
_LEAST_MS = 300
"""Shorter than that one goes while the other comes."""


def meeting(here: Here) -> Iterable[tuple[Text, Text]]:
    """Yield texts of which the second lies on the words of the first while both are seen."""
    texts = [o for o in here.slide.objects if isinstance(o, Text) and not o.rotation and o.opacity > 0][:_MOST]
    if len(texts) < 2:
        return
    when, led = seen_when(here.slide, here.time), moved(here.time)
    boxes = [(text, box) for text in texts if text.id not in led and (box := words_box(text)) is not None]
    for (below, one), (above, other) in combinations(boxes, 2):
        together = min(when[below.id][1], when[above.id][1]) - max(when[below.id][0], when[above.id][0])
        if together >= _LEAST_MS and meet(one, other, -_HAIR):
            yield below, above


def _look(here: Here) -> Iterable[Finding]:
    lies_on: dict[str, list[Text]] = {}
    names = {o.id: o for o in here.slide.objects if isinstance(o, Text)}
    for below, above in meeting(here):
        lies_on.setdefault(above.id, []).append(below)
    for name, (first, *others) in lies_on.items():
        more = f" and of {len(others)} other text{'s' * (len(others) > 1)}" if others else ""
        words = f"“{object_name(names[name], {})}” lies on the words of “{object_name(first, {})}”{more}"
        yield Finding("texts-meet", here.slide.id, f"slide {here.number}: {words}", object=name)


RULE = Rule(
    "texts-meet",
    "Words that lie on other words",
    look_at=_look,
    weight=NOTICED,
    why="Neither of the two can be read.",
)
