"""A drawing in another colour, or as far as a pen has drawn it: what ``core.score.frame.Ink`` says, as SVG.

The page does the same with its own elements (play/inking.js).
"""

import re
from collections.abc import Iterator
from functools import lru_cache, partial
from xml.etree import ElementTree

from svgelements import Path

from ritornel.core.score.frame import PEN, PEN_OF_LETTERS, Ink
from ritornel.render.numbers import number

_SVG = "http://www.w3.org/2000/svg"
_PAINT = re.compile(r'(fill|stroke|stop-color)="#([0-9a-fA-F]{6})"')
_DRAWN = {f"{{{_SVG}}}{name}" for name in ("path", "line", "rect", "ellipse", "circle", "polyline", "polygon", "text")}
_DEFINED = {f"{{{_SVG}}}{name}" for name in ("clipPath", "mask", "filter")}
_INHERITED = ("fill", "stroke", "font-size")
_LETTERS = 5.0
"""No outline of a letter is longer than so many times its size."""
_USUAL_SIZE = 40.0

ElementTree.register_namespace("", _SVG)


def inked(drawing: str, ink: Ink) -> str:
    """Return an SVG document as ink paints it; a picture, which has no outline, is as opaque as its ink says."""
    if ink.outline <= 0 and ink.filled <= 0:
        return ""
    if ink.colour is not None and ink.colour[3]:
        drawing = _PAINT.sub(partial(_mixed, colour=ink.colour), drawing)
    if ink.outline >= 1 and ink.filled >= 1:
        return drawing
    root = ElementTree.fromstring(drawing)
    lines = list(_lines(root, {}))
    for element, painted in lines:
        _draw(element, painted, ink)
    if not lines:
        root.set("opacity", number((ink.outline + ink.filled) / 2))
    return ElementTree.tostring(root, encoding="unicode")


def _mixed(found: re.Match[str], colour: tuple[float, ...]) -> str:
    own = [int(found[2][at : at + 2], 16) for at in (0, 2, 4)]
    share = colour[3]
    mixed = (round(one + (over - one) * share) for one, over in zip(own, colour[:3], strict=True))
    return f'{found[1]}="#{"".join(f"{min(255, max(0, value)):02x}" for value in mixed)}"'


def _lines(
    element: ElementTree.Element, around: dict[str, str]
) -> Iterator[tuple[ElementTree.Element, dict[str, str]]]:
    """Yield what is drawn, with the paint that it has from what it is in."""
    if element.tag in _DEFINED:
        return
    painted = around | {name: element.attrib[name] for name in _INHERITED if name in element.attrib}
    if element.tag in _DRAWN:
        yield element, painted
        return
    for inner in element:
        yield from _lines(inner, painted)


def _draw(element: ElementTree.Element, painted: dict[str, str], ink: Ink) -> None:
    """Draw an outline as far as it is drawn, fill it as far as it is filled."""
    lined = painted.get("stroke", "none") != "none"
    if ink.filled >= 1 or (lined and painted.get("fill", "none") == "none" and ink.outline >= 1):
        return
    is_text = element.tag.endswith("text")
    size = float(painted.get("font-size", _USUAL_SIZE))
    far = _LETTERS * size if is_text else _length(_as_path(element))
    element.set("stroke-dasharray", f"{number(far * ink.outline)} {number(2 * far)}")
    if not ink.outline:
        element.set("visibility", "hidden")
    element.set("fill-opacity", number(ink.filled))
    if lined:
        return
    fill = painted.get("fill", "none")
    element.set("stroke", fill if fill.startswith("#") else "#000000")
    element.set("stroke-width", number(size * PEN_OF_LETTERS if is_text else PEN))
    element.set("stroke-opacity", number(1 - ink.filled))


def _as_path(element: ElementTree.Element) -> str:
    """Return the outline of what is drawn as path data; of a form that is none of ours, of its box."""
    if "d" in element.attrib:
        return element.attrib["d"]
    x, y, width, height = (float(element.get(name, 0)) for name in ("x", "y", "width", "height"))
    return f"M{x} {y}h{width}v{height}h{-width}z"


@lru_cache(maxsize=512)
def _length(data: str) -> float:
    return float(Path(data).length(error=1e-3))
