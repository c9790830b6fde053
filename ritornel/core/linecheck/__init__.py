"""The line check: what will go wrong in a show, found before it goes out. One file per rule.

A file states ``RULE``, a ``Rule``: its name, a title, and ``look(number, slide, time)``, which yields what it finds on
one slide, ``number`` counted from 1. A new rule is one new file here.
"""

import importlib
import pkgutil
from collections.abc import Sequence

from ritornel.core.linecheck.finding import Finding, Rule
from ritornel.core.model import Show, Slide
from ritornel.core.model.memory import Memory
from ritornel.core.time.slide_clock import SlideTime

__all__ = ["RULES", "Finding", "Rule", "check"]

RULES: dict[str, Rule] = {
    rule.name: rule
    for module in sorted(m.name for m in pkgutil.iter_modules(__path__) if m.name != "finding")
    for rule in [importlib.import_module(f"{__name__}.{module}").RULE]
}


_MOST_BYTES = 12 * 1024 * 1024
_found: Memory[tuple[int, int, int], tuple[Slide, SlideTime, list[Finding]]] = Memory(_MOST_BYTES)


def check(show: Show, times: Sequence[SlideTime]) -> list[Finding]:
    """Return the findings of every rule, in the order of the slides. ``times`` are the slides' times in order."""
    found: list[Finding] = []
    for number, (slide, time) in enumerate(zip(show.slides, times, strict=True), 1):
        key = (number, id(slide), id(time))
        known = _found.get(key)
        if known is None or known[0] is not slide or known[1] is not time:
            here = [f for rule in RULES.values() for f in rule.look(number, slide, time)]
            parts = len(slide.objects) + len(slide.running_order) + len(here)
            known = _found.put(key, (slide, time, here), 2000 + 1500 * parts + 2 * len(slide.script))
        found += known[2]
    return found
