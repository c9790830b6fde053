"""The form of a shape: presets by their names (DrawingML, part 1, 20.1.10.56), others by their paths."""

from collections.abc import Mapping, Sequence
from math import cos, radians, sin
from typing import Any

from ritornel.core.model.paths import BadPath, path_data
from ritornel.formats.ooxml.names import Element, all_in, children, local, number
from ritornel.formats.presentations.losses import Losses
from ritornel.formats.svg_paths import path_of

_BOX = {"form": "rectangle"}
_PRESETS: Mapping[str, Mapping[str, Any]] = {
    "rect": _BOX,
    "flowChartProcess": _BOX,
    "ellipse": {"form": "ellipse"},
    "flowChartConnector": {"form": "ellipse"},
    "triangle": {"form": "triangle"},
    "flowChartExtract": {"form": "triangle"},
    "diamond": {"form": "polygon", "corners": 4},
    "flowChartDecision": {"form": "polygon", "corners": 4},
    "pentagon": {"form": "polygon", "corners": 5},
    "rightArrow": {"form": "arrow"},
    "donut": {"form": "ring"},
    "wedgeRectCallout": {"form": "bubble"},
    "wedgeRoundRectCallout": {"form": "bubble", "corner_radius": 16},
    "wedgeEllipseCallout": {"form": "bubble", "corner_radius": 400},
    **{f"star{n}": {"form": "star", "corners": n} for n in (4, 5, 6, 7, 8, 10, 12, 16, 24, 32)},
}
_PATHS = {
    "rtTriangle": "M0 0L0 1L1 1Z",
    "parallelogram": "M0.25 0L1 0L0.75 1L0 1Z",
    "flowChartInputOutput": "M0.2 0L1 0L0.8 1L0 1Z",
    "trapezoid": "M0.25 0L0.75 0L1 1L0 1Z",
    "homePlate": "M0 0L0.75 0L1 0.5L0.75 1L0 1Z",
    "chevron": "M0 0L0.7 0L1 0.5L0.7 1L0 1L0.3 0.5Z",
    "hexagon": "M0.25 0L0.75 0L1 0.5L0.75 1L0.25 1L0 0.5Z",
    "heptagon": "M0.5 0L0.9 0.2L1 0.64L0.72 1L0.28 1L0 0.64L0.1 0.2Z",
    "octagon": "M0.29 0L0.71 0L1 0.29L1 0.71L0.71 1L0.29 1L0 0.71L0 0.29Z",
    "plus": "M0.25 0L0.75 0L0.75 0.25L1 0.25L1 0.75L0.75 0.75L0.75 1L0.25 1L0.25 0.75L0 0.75L0 0.25L0.25 0.25Z",
    "leftArrow": "M0 0.5L0.5 0L0.5 0.25L1 0.25L1 0.75L0.5 0.75L0.5 1Z",
    "upArrow": "M0.5 0L1 0.5L0.75 0.5L0.75 1L0.25 1L0.25 0.5L0 0.5Z",
    "downArrow": "M0.5 1L0 0.5L0.25 0.5L0.25 0L0.75 0L0.75 0.5L1 0.5Z",
    "leftRightArrow": "M0 0.5L0.25 0L0.25 0.25L0.75 0.25L0.75 0L1 0.5L0.75 1L0.75 0.75L0.25 0.75L0.25 1Z",
    "corner": "M0 0L0.5 0L0.5 0.5L1 0.5L1 1L0 1Z",
    "snip1Rect": "M0 0L0.83 0L1 0.17L1 1L0 1Z",
    "foldedCorner": "M0 0L1 0L1 0.83L0.83 1L0 1Z",
    "heart": "M0.5 0.25C0.7 -0.3 1.5 0.25 0.5 1C-0.5 0.25 0.3 -0.3 0.5 0.25Z",
}
_ROUNDED = (
    "roundRect",
    "round1Rect",
    "round2SameRect",
    "round2DiagRect",
    "flowChartAlternateProcess",
    "flowChartTerminator",
)
_LONGEST = 60_000


def form_of(chain: Sequence[Element | None], box: Mapping[str, Any], losses: Losses) -> dict[str, Any] | None:
    """Return the form of a shape, as the fields of ours; None where it has none, as words by themselves have."""
    for properties in chain:
        for child in children(properties):
            if local(child) == "a:prstGeom":
                return _preset(child, box, losses)
            if local(child) == "a:custGeom":
                return _custom(child, losses)
    return dict(_BOX)


def _preset(geometry: Element, box: Mapping[str, Any], losses: Losses) -> dict[str, Any]:
    name = geometry.get("prst", "rect")
    if name in _ROUNDED:
        share = _adjusted(geometry, 50_000 if name == "flowChartTerminator" else 16_667)
        return {**_BOX, "corner_radius": round(min(0.5, share) * min(box["width"], box["height"]), 3)}
    if name in _PATHS:
        return {"form": "path", "path": _PATHS[name]}
    known = _PRESETS.get(name)
    if known is None:
        losses.count(
            "shape",
            "becomes a rectangle: its form is not known here",
            "become rectangles: their forms are not known here",
        )
        return dict(_BOX)
    form = dict(known)
    if form["form"] == "bubble":
        form["tail"] = (0.5 + _adjusted(geometry, -20_833, 0), 0.5 + _adjusted(geometry, 62_500, 1))
    return form


def _adjusted(geometry: Element, default: float, place: int = 0) -> float:
    """Return an adjustment of a preset, as a share."""
    guides = all_in(geometry, "a:avLst/a:gd")
    words = guides[place].get("fmla", "").split() if place < len(guides) else []
    try:
        value = float(words[1]) if len(words) == 2 and words[0] == "val" else default
    except ValueError:
        value = default
    return min(10.0, max(-10.0, value / 100_000))


def _custom(geometry: Element, losses: Losses) -> dict[str, Any]:
    try:
        return {"form": "path", "path": _paths(geometry)}
    except (BadPath, ValueError, ZeroDivisionError):
        losses.count(
            "shape",
            "becomes a rectangle: its form cannot be computed",
            "become rectangles: their forms cannot be computed",
        )
        return dict(_BOX)


def _paths(geometry: Element) -> str:
    """Return the paths of a custom geometry in shares of its box."""
    found_: list[str] = []
    for path in all_in(geometry, "a:pathLst/a:path"):
        width, height = number(path, "w") or 1.0, number(path, "h") or 1.0
        here = (0.0, 0.0)
        words: list[str] = []
        for step in children(path):
            points = [(float(pt.get("x", "")) / width, float(pt.get("y", "")) / height) for pt in all_in(step, "a:pt")]
            letter = {"a:moveTo": "M", "a:lnTo": "L", "a:cubicBezTo": "C", "a:quadBezTo": "Q", "a:close": "Z"}.get(
                local(step)
            )
            if letter is not None:
                words.append(letter + " ".join(f"{x:.5f} {y:.5f}" for x, y in points))
                here = points[-1] if points else here
            elif local(step) == "a:arcTo":
                said, here = _arc(step, here, width, height)
                words.append(said)
        found_.append("".join(words))
    data = path_data(path_of("".join(found_)))
    if not data or len(data) > _LONGEST:
        raise BadPath("a path is longer than a shape may have")
    return data


def _arc(step: Element, here: tuple[float, float], width: float, height: float) -> tuple[str, tuple[float, float]]:
    """Return an arc as SVG path data, in two halves, and where it ends."""
    rx, ry = float(step.get("wR", "")) / width, float(step.get("hR", "")) / height
    start, sweep = (radians(float(step.get(name, "")) / 60_000) for name in ("stAng", "swAng"))
    x, y = here[0] - rx * cos(start), here[1] - ry * sin(start)
    ends = [(x + rx * cos(start + sweep * s), y + ry * sin(start + sweep * s)) for s in (0.5, 1)]
    flag = int(sweep > 0)
    return "".join(f"A{rx:.5f} {ry:.5f} 0 0 {flag} {px:.5f} {py:.5f}" for px, py in ends), ends[-1]
