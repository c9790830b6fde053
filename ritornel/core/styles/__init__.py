"""House styles: what a show's slides look like, as data. One file per style that ships.

A file states ``STYLE``, a ``Style`` (see ``core.model.style``), drawn with ``core.styles.drawing``; a new style is one new
file here. ``kinds`` names the kinds of slide and the roles of objects, ``dressing`` puts slides into a style and out of
another.
"""

import importlib
import pkgutil

from ritornel.core.model import Show, Style

_PARTS = ("beginning", "drawing", "dressing", "guessing", "keeping", "kinds")

STYLES: dict[str, Style] = {
    style.name: style
    for module in sorted(m.name for m in pkgutil.iter_modules(__path__) if m.name not in _PARTS)
    for style in [importlib.import_module(f"{__name__}.{module}").STYLE]
}


def style_named(show: Show, name: str) -> Style | None:
    """Return the style of that name: one of the show's own, or one that ships; None where there is none."""
    return next((own for own in show.styles if own.name == name), None) or STYLES.get(name)


def style_of(show: Show) -> Style | None:
    """Return the style that a show is set in, if it is in one."""
    return style_named(show, show.style) if show.style else None
