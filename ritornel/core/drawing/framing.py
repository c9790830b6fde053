"""Where a picture lies in its box: fitted, cropped, and what of it is seen."""

from typing import NamedTuple

from ritornel.core.model.box import Box
from ritornel.core.model.framing import Crop
from ritornel.core.model.objects import Clip, Picture, Shape

_LEAST = 0.01
"""However much is cut off, this share of the picture stays."""


class Framed(NamedTuple):
    """What is seen (in the object's box), and where the whole picture lies (from the same corner)."""

    seen: Box
    whole: Box


def framed(
    width: float, height: float, fit: str, crop: Crop, size: tuple[int, int], at: tuple[float, float] = (0.5, 0.5)
) -> Framed:
    """Return how a picture of ``size`` pixels lies in a box: the part that is left of it, whole in it or filling it.

    ``at`` says which place of the part stays in sight where it is cut. A picture of no known size fills its box.
    """
    left, top = crop[0], crop[1]
    across, down = max(_LEAST, 1 - left - crop[2]), max(_LEAST, 1 - top - crop[3])
    part = (size[0] * across, size[1] * down) if size[0] and size[1] else (width, height)
    by = (width / part[0], height / part[1])
    scale = max(by) if fit == "fill" else min(by)
    shown = (part[0] * scale, part[1] * scale)
    x, y = (width - shown[0]) * at[0], (height - shown[1]) * at[1]
    whole = Box(x - shown[0] / across * left, y - shown[1] / down * top, shown[0] / across, shown[1] / down)
    seen = Box(0, 0, width, height) if fit == "fill" else Box(x, y, *shown)
    return Framed(seen, whole)


def mask_shape(thing: Picture | Clip, seen: Box) -> Shape:
    """Return the form in which a picture is seen, as a shape of the size of what is seen, with the picture's border."""
    frame = thing.frame
    return Shape(
        id="mask",
        form=frame.mask,
        width=max(seen.width, 0.1),
        height=max(seen.height, 0.1),
        corner_radius=frame.corner_radius,
        fill="none",
        line=frame.line,
        line_width=frame.line_width,
    )
