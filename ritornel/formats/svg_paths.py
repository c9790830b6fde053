"""SVG path data of any kind (W3C SVG 1.1, 8.3) as paths of moves, straight lines and cubic curves."""

import svgelements

from ritornel.core.model.paths import MOST_SEGMENTS, BadPath, Path, Segment

_MOST_CHARACTERS = 400_000


def path_of(data: str) -> Path:
    """Return the path that data says, absolute, without arcs; ``BadPath`` if it says none, or too much."""
    if len(data) > _MOST_CHARACTERS:
        raise BadPath("a path is longer than can be read")
    try:
        path = tuple(steps(svgelements.Path(data)))
    except (ValueError, TypeError, AttributeError, IndexError, ZeroDivisionError) as error:
        raise BadPath("a path cannot be read") from error
    if not path or path[0].letter != "M" or len(path) > MOST_SEGMENTS:
        raise BadPath("a path must begin with M")
    return path


def steps(shape: svgelements.Shape) -> list[Segment]:
    """Return the steps of a shape's outline, with its transforms carried out."""
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
