"""The outlines in an SVG drawing as one path: what a shape can be made of. It is made safe first (``formats.svg``)."""

from io import StringIO

import svgelements

from ritornel.core.model.paths import BadPath, path_data, read_path
from ritornel.formats.media_kinds import BadMedia
from ritornel.formats.svg import made_safe
from ritornel.formats.svg_paths import steps

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
        path = [s for shape in drawing.elements() if isinstance(shape, svgelements.Shape) for s in steps(shape)]
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
