"""The form of a drawn shape, as the fields of a shape of ours."""

from typing import Any

from ritornel.core.model.paths import BadPath, path_data
from ritornel.formats.odf.custom_in import Custom
from ritornel.formats.odf.geometry_in import drawn
from ritornel.formats.odf.names import Element, part_of, points, prefixed, qualified, told
from ritornel.formats.presentations.losses import Losses

_KNOWN = {
    "rectangle": "rectangle",
    "ellipse": "ellipse",
    "isosceles-triangle": "triangle",
    "ritornel-triangle": "triangle",
    "ritornel-arrow": "arrow",
    "ritornel-ring": "ring",
    "ritornel-bubble": "bubble",
}
"""Custom shapes by their types; others by their paths."""

_LONGEST = 60_000
_BOX = {"form": "rectangle"}


def form_of(shape: Element, scale: float, losses: Losses) -> dict[str, Any]:
    """Return the form of a shape; ``scale`` is how many stage units a point is."""
    name = prefixed(shape.tag)
    if name in ("draw:ellipse", "draw:circle"):
        return {"form": "ellipse"}
    if name == "draw:regular-polygon":
        return _regular(shape)
    if name == "draw:custom-shape":
        return _custom(shape, scale, losses)
    if name in ("draw:path", "draw:polygon", "draw:polyline"):
        return _along(drawn(shape))
    return {**_BOX, "corner_radius": points(told(shape, "draw:corner-radius", "0")) * scale}


def _along(path: str) -> dict[str, Any]:
    return {"form": "path", "path": path} if path and len(path) <= _LONGEST else _BOX


def _regular(shape: Element) -> dict[str, Any]:
    corners = told(shape, "draw:corners", "5")
    count = min(60, max(3, int(corners) if corners.isdigit() else 5))
    if told(shape, "draw:concave") != "true":
        return {"form": "polygon", "corners": count}
    inner = round(1 - part_of(told(shape, "draw:sharpness", "50%")), 4)
    return {"form": "star", "corners": count, "inner": min(0.95, max(0.05, inner))}


def _custom(shape: Element, scale: float, losses: Losses) -> dict[str, Any]:
    geometry = shape.find(qualified("draw:enhanced-geometry"))
    if geometry is None:
        return _BOX
    custom = Custom(geometry)
    form = _KNOWN.get(told(geometry, "draw:type"), "")
    if form == "bubble":
        tail = custom.modifier(0, 0.2), custom.modifier(1, 1.35)
        return {"form": form, "tail": tail, "corner_radius": custom.modifier(2, 0)}
    if form in ("arrow", "ring"):
        return {"form": form, "inner": min(0.95, max(0.05, custom.modifier(0, 0.5)))}
    if told(geometry, "draw:type") == "round-rectangle":
        short = min(points(told(shape, "svg:width", "0")), points(told(shape, "svg:height", "0")))
        return {**_BOX, "corner_radius": short * custom.modifier(0, 3600) / 21600 * scale}
    if form:
        return {"form": form}
    try:
        return _along(path_data(custom.outline()))
    except BadPath:
        losses.count(
            "shape",
            "becomes a rectangle: its form cannot be computed",
            "become rectangles: their forms cannot be computed",
        )
        return _BOX
