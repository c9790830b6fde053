"""The outlines in an SVG drawing as one path: what a shape can be made of. It is made safe first (``formats.svg``)."""

from io import StringIO

import svgelements

from ritornel.core.model.paths import BadPath, Segment, path_data, read_path
from ritornel.formats.media_kinds import BadMedia
from ritornel.formats.svg import made_safe

MOST_BYTES = 1_000_000
_MOST_CHARACTERS = 60_000


def outline_of(content: bytes, name: str) -> str:
    """Return all outlines of a drawing, with their transforms carried out, as path data of absolute M, L, C and Z.

    Raises ``BadMedia`` if it is no drawing, has none, or more than a shape may have.
    """
    if len(content) > MOST_BYTES:
        raise BadMedia(f"“{name}” is larger than an outline may be; export it simpler")
    try:
        drawing = svgelements.SVG.parse(StringIO(made_safe(content, name).decode()), reify=True)
        path = [s for shape in drawing.elements() if isinstance(shape, svgelements.Shape) for s in _steps(shape)]
    except (ValueError, TypeError, AttributeError, ZeroDivisionError, RecursionError) as error:
        if isinstance(error, BadMedia):
            raise
        raise BadMedia(f"“{name}” does not read as a drawing of outlines; export it as plain SVG") from error
    data = path_data(path)
    if not any(step.letter in "LC" for step in path):
        raise BadMedia(f"“{name}” has no outlines in it; make paths of what it shows, and export it again")
    try:
        read_path(data)
    except BadPath as error:
        raise BadMedia(f"“{name}”: {error}; export it simpler") from error
    if len(data) > _MOST_CHARACTERS:
        raise BadMedia(f"“{name}” has longer outlines than a shape may have; export it simpler")
    return data


def _steps(shape: svgelements.Shape) -> list[Segment]:
    path = svgelements.Path(shape)
    path.approximate_arcs_with_cubics()
    found: list[Segment] = []
    for step in path.segments():
        end = (step.end.x, step.end.y) if step.end is not None else ()
        if isinstance(step, svgelements.Move):
            found.append(Segment("M", end))
        elif isinstance(step, svgelements.Close):
            found.append(Segment("Z"))
        elif isinstance(step, svgelements.CubicBezier):
            found.append(Segment("C", (step.control1.x, step.control1.y, step.control2.x, step.control2.y, *end)))
        elif isinstance(step, svgelements.QuadraticBezier):
            start, middle = step.start, step.control
            one = (start.x + (middle.x - start.x) * 2 / 3, start.y + (middle.y - start.y) * 2 / 3)
            other = (end[0] + (middle.x - end[0]) * 2 / 3, end[1] + (middle.y - end[1]) * 2 / 3)
            found.append(Segment("C", (*one, *other, *end)))
        else:
            found.append(Segment("L", end))
    return found
