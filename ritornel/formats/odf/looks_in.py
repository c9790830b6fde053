"""What styles say of a shape: its fill, line and shadow, what is cut off a picture, when a clip plays."""

from typing import Any

from ritornel.core.model.paint import LineEnd, Shadow
from ritornel.formats.odf.names import points, told
from ritornel.formats.odf.styles_in import Properties, Styles, colour_of, opacity_in
from ritornel.formats.presentations.losses import Losses

_FILL, _LINE = "#d8cdb8", "#211c2b"
"""What is painted where a document says that it is, and not in which colour."""


def paint_of(graphic: Properties, styles: Styles, scale: float, losses: Losses) -> dict[str, Any]:
    """Return the fields of a shape that its fill and its line make."""
    fill, gradient = "none", None
    kind = graphic.get("draw:fill", "solid")
    if kind == "gradient":
        gradient = styles.gradient(graphic.get("draw:fill-gradient-name", ""))
        fill = colour_of(graphic.get("draw:fill-color", "")) or "none"
    if kind not in ("none", "gradient") or (kind == "gradient" and gradient is None):
        fill = colour_of(graphic.get("draw:fill-color", "")) or _FILL
        if kind in ("bitmap", "hatch"):
            losses.count("filling pattern", "becomes a plain colour", "become plain colours")
    line, dash = "none", "solid"
    if graphic.get("draw:stroke", "solid") != "none":
        line = colour_of(graphic.get("svg:stroke-color", "")) or _LINE
        if graphic.get("draw:stroke") == "dash":
            known = styles.named("draw:stroke-dash", graphic.get("draw:stroke-dash", ""))
            dash = "dots" if known is not None and told(known, "draw:style") == "round" else "dashes"
    paint: dict[str, Any] = {}
    if line != "none":
        width = points(graphic.get("svg:stroke-width", "0")) * scale
        cap = graphic.get("svg:stroke-linecap", "butt")
        paint = {
            "line_width": min(400.0, max(1.0, round(width, 3))),
            "cap": cap if cap in ("round", "butt", "square") else "butt",
        }
    return {
        **paint,
        "fill": fill,
        "gradient": gradient,
        "line": line,
        "dash": dash,
        "opacity": opacity_in(graphic, "draw:opacity"),
    }


def shadow_of(graphic: Properties, scale: float) -> Shadow | None:
    """Return the shadow that a style says."""
    if graphic.get("draw:shadow") != "visible":
        return None
    x, y = (min(500.0, max(-500.0, points(graphic.get(f"draw:shadow-offset-{axis}", "2mm")) * scale)) for axis in "xy")
    colour = colour_of(graphic.get("draw:shadow-color", "")) or "#808080"
    return Shadow(x=round(x, 3), y=round(y, 3), colour=colour, opacity=opacity_in(graphic, "draw:shadow-opacity"))


def padding(graphic: Properties, side: str) -> float:
    """Return how far words stand off a side of their shape, in points."""
    return points(graphic.get(f"fo:padding-{side}", graphic.get("fo:padding", "0")))


def head_of(name: str) -> LineEnd:
    """Return what stands at a line's end, by the name of its marker."""
    plain = name.lower()
    if not plain:
        return "none"
    return "dot" if any(w in plain for w in ("dot", "circle")) else "bar" if plain in ("bar", "line") else "arrow"


def crop_of(words: str, width: int, height: int) -> tuple[float, float, float, float]:
    """Return what ``rect(top, right, bottom, left)`` cuts off a picture of so many pixels, 96 an inch, in shares."""
    inside = words.partition("(")[2].rstrip(") ")
    sides = [points(part) / 0.75 for part in inside.replace(",", " ").split()]
    if len(sides) != 4 or not width or not height:
        return (0, 0, 0, 0)
    top, right, bottom, left = sides
    shares = (left / width, top / height, right / width, bottom / height)
    cut = tuple(min(0.95, max(0.0, round(s, 5))) for s in shares)
    return cut if cut[0] + cut[2] < 1 and cut[1] + cut[3] < 1 else (0, 0, 0, 0)  # type: ignore[return-value]


def is_alike(width: float, height: float, across: int, down: int) -> bool:
    """Tell whether a picture of so many pixels fits a box without being stretched."""
    return not (across and down and height) or abs(width / height * down / across - 1) < 0.02


def timed(params: dict[str, str]) -> dict[str, Any]:
    """Return what parameters say of a clip or a sound, as we write them; others are no matter of ours."""

    def number(name: str, least: float, most: float, default: float) -> float:
        try:
            return min(most, max(least, float(params[name])))
        except (KeyError, ValueError):
            return default

    return {
        "in_ms": round(number("in", 0, 86_400_000, 0)),
        "out_ms": round(number("out", 0, 86_400_000, 0)) if "out" in params else None,
        "rate": number("rate", 0.01, 16, 1),
        "plays": round(number("plays", 1, 1000, 1)),
        "gain_db": number("gain", -96, 24, 0),
        "fade_in_ms": round(number("fade-in", 0, 86_400_000, 0)),
        "fade_out_ms": round(number("fade-out", 0, 86_400_000, 0)),
        "muted": number("muted", 0, 1, 0) == 1,
        "waited_for": number("waited-for", 0, 1, 0) == 1,
    }
