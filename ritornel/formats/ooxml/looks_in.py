"""What a shape is painted with: its fill, line and shadow, its own or those of what it stands on."""

from collections.abc import Sequence
from math import cos, radians, sin
from typing import Any

from ritornel.core.model import Asset
from ritornel.core.model.framing import Framing
from ritornel.core.model.paint import LineEnd, Shadow
from ritornel.formats.ooxml.asked import Asked
from ritornel.formats.ooxml.names import Element, found, number
from ritornel.formats.ooxml.themes import Fill, Theme

_HEADS: dict[str, LineEnd] = {"none": "none", "oval": "dot", "diamond": "dot"}


def fill_of(asked: Asked, theme: Theme) -> Fill | None:
    """Return what a shape is filled with; None where nothing says so."""
    for properties in asked.chain("p:spPr"):
        fill = theme.fill(properties)
        if fill is not None:
            return fill
    return theme.styled_fill(found(asked.shape, "p:style/a:fillRef"))


def stroke_of(asked: Asked, theme: Theme, scale: float) -> dict[str, Any]:
    """Return the fields that a shape's line makes; ``scale`` is how many stage units an EMU is."""
    paint, width = theme.styled_line(found(asked.shape, "p:style/a:lnRef"))
    dash = "solid"
    line = next((e for e in asked.chain("p:spPr/a:ln") if e is not None), None)
    if line is not None:
        fill = theme.fill(line)
        if fill is not None:
            paint = fill.paint
        width = number(line, "w", width or 9525)
        pattern = found(line, "a:prstDash")
        kind = "solid" if pattern is None else pattern.get("val", "solid")
        dash = "solid" if kind == "solid" else "dots" if "ot" in kind and "ash" not in kind else "dashes"
    if paint is None:
        return {"line": "none"}
    thick = min(400.0, max(0.5, round((width or 9525) * scale, 3)))
    return {"line": paint.colour, "line_width": thick, "dash": dash, "cap": "butt"}


def heads_of(asked: Asked) -> list[LineEnd]:
    """Return what stands at a line's beginning and at its end."""
    heads: list[LineEnd] = []
    for end in ("a:headEnd", "a:tailEnd"):
        head = found(found(asked.shape, "p:spPr/a:ln"), end)
        heads.append("none" if head is None else _HEADS.get(head.get("type", "none"), "arrow"))
    return heads[::-1] if asked.box["flipped"][0] else heads


def shadow_of(chain: Sequence[Element | None], theme: Theme, scale: float) -> Shadow | None:
    """Return the shadow that the nearest of some properties say."""
    cast = next((s for p in chain if (s := found(p, "a:effectLst/a:outerShdw")) is not None), None)
    if cast is None:
        return None
    away, angle = number(cast, "dist") * scale, radians(number(cast, "dir") / 60_000)
    paint = theme.paint(cast)
    x, y = (min(500.0, max(-500.0, round(part, 2))) for part in (away * cos(angle), away * sin(angle)))
    blur = min(200.0, round(number(cast, "blurRad") * scale, 2))
    return Shadow(
        x=x, y=y, blur=blur, colour=paint.colour if paint else "#000000", opacity=paint.opacity if paint else 0.35
    )


def pictured(asked: Asked, asset: Asset) -> dict[str, Any]:
    """Return the fields of a picture that say what is seen of it: cut, mirrored, faint."""
    rect = found(asked.shape, "p:blipFill/a:srcRect")
    left, top, right, bottom = (min(0.95, max(0.0, number(rect, side) / 100_000)) for side in "ltrb")
    crop = (left, top, right, bottom) if left + right < 0.98 and top + bottom < 0.98 else (0.0, 0.0, 0.0, 0.0)
    across, down = asked.box["flipped"]
    dimmed = found(asked.shape, "p:blipFill/a:blip/a:alphaModFix")
    opacity = 1.0 if dimmed is None else min(1.0, max(0.0, number(dimmed, "amt", 100_000) / 100_000))
    place = asked.place
    known = asset.width and asset.height
    ratio = place["width"] / place["height"] * asset.height / asset.width if known else 1.0
    whole = crop == (0.0, 0.0, 0.0, 0.0) and abs(ratio - 1) < 0.02
    frame = Framing(crop=crop, mirrored=across, upside_down=down)
    return {"fit": "whole" if whole else "fill", "frame": frame, "opacity": opacity}
