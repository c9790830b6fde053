"""The line check: what will go wrong in a show, found before it goes out. One file per rule.

A file states ``RULE``, a ``Rule``: its name, a title, and ``look(show, times)``, which yields findings. ``times`` are
the slides' times in order. A new rule is one new file here.
"""

import importlib
import pkgutil
from collections.abc import Sequence

from ritornel.core.linecheck.finding import Finding, Rule
from ritornel.core.model import Show
from ritornel.core.time.slide_clock import SlideTime

__all__ = ["RULES", "Finding", "Rule", "check"]

RULES: dict[str, Rule] = {
    rule.name: rule
    for module in sorted(m.name for m in pkgutil.iter_modules(__path__) if m.name != "finding")
    for rule in [importlib.import_module(f"{__name__}.{module}").RULE]
}


def check(show: Show, times: Sequence[SlideTime]) -> list[Finding]:
    """Return the findings of every rule, in the order of the slides."""
    order = {slide.id: index for index, slide in enumerate(show.slides)}
    found = [finding for rule in RULES.values() for finding in rule.look(show, times)]
    return sorted(found, key=lambda f: order.get(f.slide, -1))
