"""Short ways to draw a style: places and ornaments on a stage of 1280 x 720, as the files of this package write them."""

from typing import Any

from ritornel.core.model import Ornament, Placing, Slot

TURNED = {name: f"{name}-turned" for name in ("ink", "soft", "accent", "second")} | {"paper": "ink"}
"""Which colour stands for which on a ground of the other kind, in a style whose own ground is light."""

TURNED_DARK = TURNED | {"paper": "ink-turned"}
"""The same for a style whose own ground is dark, and whose ink is its paper."""


def words(role: str, x: float, y: float, width: float, height: float, align: Any = "left", **more: Any) -> Slot:
    """Return a place for a text; ``more`` are ``valign`` and ``colour``."""
    return Slot(role=role, x=x, y=y, width=width, height=height, align=align, **more)


def picture(x: float, y: float, width: float, height: float, **more: Any) -> Slot:
    """Return a place for a picture or a clip; ``more`` are ``mask`` and ``fit``."""
    return Slot(role="picture", x=x, y=y, width=width, height=height, **more)


def speaker(x: float, y: float, width: float, height: float, **more: Any) -> Slot:
    """Return where somebody who speaks is seen; ``more`` are ``mask``, ``corner_radius``, ``line`` and ``line_width``."""
    return Slot(role="speaker", x=x, y=y, width=width, height=height, **more)


def block(x: float, y: float, width: float, height: float, colour: str = "accent", **more: Any) -> Ornament:
    """Return a filled form: a rectangle, or the ``form`` that is given."""
    return Ornament(x=x, y=y, width=width, height=height, colour=colour, **more)


def rule(x: float, y: float, width: float, height: float = 2, colour: str = "ink", **more: Any) -> Ornament:
    """Return a straight rule, lying where it is wider than high."""
    return Ornament(x=x, y=y, width=width, height=height, colour=colour, **more)


def outline(x: float, y: float, width: float, height: float, colour: str = "ink", **more: Any) -> Ornament:
    """Return a form of which only the line is drawn."""
    return Ornament(x=x, y=y, width=width, height=height, colour=colour, line=True, **more)


def placing(*parts: Slot | Ornament, ground: str = "ground", below: str = "", **inks: str) -> Placing:
    """Return a kind of slide from its places and ornaments; ``inks`` are colours that stand for others on its ground."""
    slots = tuple(part for part in parts if isinstance(part, Slot))
    ornaments = tuple(part for part in parts if isinstance(part, Ornament))
    return Placing(ground=ground, below=below, slots=slots, ornaments=ornaments, inks=inks)


def in_row(top: float, height: float, xs: tuple[float, ...], width: float, label: float, **more: Any) -> list[Slot]:
    """Return places of figures side by side, each with its label ``label`` units high below it."""
    found = []
    for x in xs:
        found += [
            words("figure", x, top, width, height, valign="bottom", **more),
            words("label", x, top + height + 8, width, label, **more),
        ]
    return found
