"""House styles: what a show's slides look like, as data. One file per style that ships.

A file states ``STYLE``, a ``Style`` (see ``core.model.style``), drawn with ``core.styles.drawing``; a new style is one new
file here. ``kinds`` names the kinds of slide and the roles of objects, ``dressing`` puts slides into a style and out of
another: what a style gives (``giving``), where things stand (``arranging``), colours (``colouring``), inks (``inking``).
"""

import importlib
import pkgutil

from ritornel.core.model import Show, Style
from ritornel.core.styles.giving import Room

_PARTS = (
    "arranging", "beginning", "colouring", "drawing", "dressing", "giving", "guessing", "inking", "keeping", "kinds", "pens",
    "tints", "troubles",
)  # fmt: skip

STYLES: dict[str, Style] = {
    style.name: style
    for module in sorted(m.name for m in pkgutil.iter_modules(__path__) if m.name not in _PARTS)
    for style in [importlib.import_module(f"{__name__}.{module}").STYLE]
}


def style_named(show: Show, name: str) -> Style | None:
    """Return the style of that name: one of the show's own, or one that ships; None where there is none."""
    return next((own for own in show.styles if own.name == name), None) or STYLES.get(name)


def room_of(show: Show) -> Room:
    """Return where the slides of a show are dressed."""
    return Room((show.width, show.height), {a.id: a for a in show.assets})


def style_of(show: Show) -> Style | None:
    """Return the style that a show is set in, if it is in one."""
    return style_named(show, show.style) if show.style else None
