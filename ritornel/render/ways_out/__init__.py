"""The ways of a show out of the house, one file each or for a few that are alike.

A file states ``WAYS``, some ``WayOut``: its name, what it is called in a sentence, the ending and media type of its
files, which settings it heeds; ``pieces(show, settings)``, in which it is made, ``make`` one of them, and ``join`` them
to a file. A new way is one new file here.
"""

import importlib
import pkgutil

from ritornel.core.model import Show
from ritornel.core.score import compile
from ritornel.render.filming import Film, FilmSettings
from ritornel.render.ways_out.declared import WayOut

WAYS: dict[str, WayOut] = {
    way.name: way
    for module in sorted(m.name for m in pkgutil.iter_modules(__path__) if m.name != "declared")
    for way in importlib.import_module(f"{__name__}.{module}").WAYS
}


def planned(show: Show, settings: FilmSettings) -> Film:
    """Return what is made of a show as it runs (``filming.only``). Raises ``ValueError`` for one that has no length."""
    if not compile(show).length_ms:
        raise ValueError("these slides last no time at all; give one a hold, or choose others")
    return Film(show, settings, tuple(WAYS[settings.kind].pieces(show, settings)))
