"""The line check: what will go wrong in a show, found before it goes out. One file per rule.

A file states ``RULE``, a ``Rule``: its name, a title, and ``look(number, slide, time, stage)``, which yields what it
finds on one slide, ``number`` counted from 1, on a stage of that size. A new rule is one new file here.
"""

import importlib
import pkgutil
from collections.abc import Sequence

from ritornel.core.linecheck.finding import Finding, Rule
from ritornel.core.model import Show
from ritornel.core.model.memory import Recalled
from ritornel.core.time.slide_clock import SlideTime

__all__ = ["RULES", "Finding", "Rule", "check", "missing_media"]

RULES: dict[str, Rule] = {
    rule.name: rule
    for module in sorted(m.name for m in pkgutil.iter_modules(__path__) if m.name != "finding")
    for rule in [importlib.import_module(f"{__name__}.{module}").RULE]
}


_MOST_BYTES = 4 * 1024 * 1024
_found: Recalled[list[Finding]] = Recalled(_MOST_BYTES)


def check(show: Show, times: Sequence[SlideTime]) -> list[Finding]:
    """Return the findings of every rule, in the order of the slides. ``times`` are the slides' times in order."""
    found: list[Finding] = []
    stage = show.width, show.height
    there = {asset.id for asset in show.assets}
    for number, (slide, time) in enumerate(zip(show.slides, times, strict=True), 1):
        if slide.skipped:
            continue
        here = _found.get(slide, time, by=(number, stage))
        if here is None:
            here = [f for rule in RULES.values() for f in rule.look(number, slide, time, stage)]
            _found.put(here, 600 + 600 * len(here), slide, time, by=(number, stage))
        found += here
        found += (f for rule in RULES.values() for f in rule.look_for_media(number, slide, there))
    found += (f for rule in RULES.values() for f in rule.look_over(show, times))
    return found


def missing_media(show: Show) -> list[Finding]:
    """Return what of a show's pictures, clips and sounds is not there."""
    there = {asset.id for asset in show.assets}
    rules = (rule.look_for_media for rule in RULES.values())
    slides = [(n, s) for n, s in enumerate(show.slides, 1) if not s.skipped]
    return [f for look in rules for number, slide in slides for f in look(number, slide, there)]
