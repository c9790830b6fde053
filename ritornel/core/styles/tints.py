"""Colours as names in a style's palette."""

from msgspec.structs import replace

from ritornel.core.drawing.colour import luminance
from ritornel.core.model import Style

_LIGHT_FROM = 0.18
"""A colour of more luminance than this is read on dark grounds."""


def named_tint(style: Style, colour: str) -> tuple[Style, str]:
    """Return a style in whose palette a colour has a name, and that name: with a pair for grounds of the other kind."""
    known = next((name for name, value in style.palette.items() if value == colour), None)
    if known is not None:
        return style, known
    name = own_name(style.palette)
    is_light = luminance(colour) > _LIGHT_FROM
    inks = [style.palette[n] for n in ("ink", "ink-turned", "paper") if n in style.palette]
    pair = next(
        (ink for ink in inks if (luminance(ink) > _LIGHT_FROM) != is_light), "#17131f" if is_light else "#fffdf7"
    )
    palette = {**style.palette, name: colour, f"{name}-turned": pair}
    return replace(style, palette=palette, turned={**style.turned, name: f"{name}-turned"}), name


def own_name(palette: dict[str, str]) -> str:
    """Return a name for a colour that is new in a palette."""
    return next(name for n in range(1, 1000) if (name := f"own-{n}") not in palette)
