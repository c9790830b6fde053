"""What the line check finds by looking closely: at pictures as they are drawn. One file per rule.

A file states ``RULE``, a ``CloseRule``. It looks at one slide of a show as it runs; that takes longer than an edit may,
so it is done by a job, and what was found is kept by what the slide shows. A new rule is one new file here.
"""

import importlib
import pkgutil
from collections.abc import Mapping
from pathlib import Path

from msgspec.structs import replace

from ritornel.core.linecheck.finding import Finding
from ritornel.core.model import Show
from ritornel.core.score import compile
from ritornel.render.closely.declared import Close, CloseRule

__all__ = ["CLOSE_RULES", "Close", "CloseRule", "look_closely"]

CLOSE_RULES: dict[str, CloseRule] = {
    rule.name: rule
    for module in sorted(m.name for m in pkgutil.iter_modules(__path__) if m.name != "declared")
    for rule in [importlib.import_module(f"{__name__}.{module}").RULE]
}


def look_closely(show: Show, place: int, files: Mapping[str, Path]) -> list[Finding]:
    """Return what is found on the slide at a place by all rules; their words do not tell its number.

    ``files`` are the pictures and clips by their assets.
    """
    close = Close(show, compile(show), place, files)
    found = [finding for rule in CLOSE_RULES.values() for finding in rule.look(close)]
    return [replace(one, slide=show.slides[place].id) for one in found]
