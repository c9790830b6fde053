"""The forms of shapes in DrawingML."""

from ritornel.core.drawing.forms import FORMS
from ritornel.core.model import Shape
from ritornel.core.model.paths import Path
from ritornel.formats.ooxml.names import Element, made

_PRESETS = {"rectangle": "rect", "ellipse": "ellipse", "triangle": "triangle", "arrow": "rightArrow", "ring": "donut"}
_STARS = (4, 5, 6, 7, 8, 10, 12, 16, 24, 32)
_VIEW = 100_000
"""How finely the points of a path are given."""


def preset(name: str, *guides: tuple[str, int]) -> Element:
    """Return a preset form, with the values of its guides."""
    values = [made("a:gd", {"name": n, "fmla": f"val {v}"}) for n, v in guides]
    return made("a:prstGeom", {"prst": name}, made("a:avLst", None, *values))


def geometry(shape: Shape) -> Element:
    """Return the form of a shape: a preset where there is one like it, else its path."""
    if shape.form == "rectangle" and shape.corner_radius:
        share = min(0.5, shape.corner_radius / min(shape.width, shape.height))
        return preset("roundRect", ("adj", round(share * 100_000)))
    if shape.form in _PRESETS and not (shape.form in ("arrow", "ring") and shape.inner != 0.5):
        return preset(_PRESETS[shape.form])
    if shape.form == "star" and shape.corners in _STARS and shape.inner == 0.5:
        return preset(f"star{shape.corners}")
    if shape.form == "bubble":
        tail = ("adj1", round((shape.tail[0] - 0.5) * 100_000)), ("adj2", round((shape.tail[1] - 0.5) * 100_000))
        return preset("wedgeRoundRectCallout" if shape.corner_radius else "wedgeRectCallout", *tail)
    return path_of(FORMS[shape.form].path(shape))


def path_of(path: Path, filled: bool = True) -> Element:
    """Return a path in shares of its box as a custom geometry."""
    names = {"M": "a:moveTo", "L": "a:lnTo", "C": "a:cubicBezTo", "Z": "a:close"}
    told = {"w": _VIEW, "h": _VIEW} | ({} if filled else {"fill": "none"})
    steps = []
    for segment in path:
        pairs = zip(segment.numbers[::2], segment.numbers[1::2], strict=True)
        points = [made("a:pt", {"x": round(x * _VIEW), "y": round(y * _VIEW)}) for x, y in pairs]
        steps.append(made(names[segment.letter], None, *points))
    empty = [made(f"a:{name}") for name in ("avLst", "gdLst", "ahLst", "cxnLst")]
    rect = made("a:rect", {"l": "0", "t": "0", "r": "r", "b": "b"})
    return made("a:custGeom", None, *empty, rect, made("a:pathLst", None, made("a:path", told, *steps)))
