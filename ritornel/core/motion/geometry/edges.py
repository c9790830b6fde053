"""Regions bounded by straight lines that move, in shares of the box."""

from collections.abc import Callable

from ritornel.core.model.box import Box
from ritornel.core.motion.geometry import Keys, Polygon, Polygons, Region, in_box, mirrored, transposed, upside_down

Drawn = Callable[[float], Polygons]
"""Polygons at a share of the progress; every corner goes straight, so that the first and the last say all."""


def between(drawn: Drawn) -> Region:
    """Return the region that grows from ``drawn(0)`` to ``drawn(1)``."""

    def keys(box: Box) -> Keys:
        return ((0.0, in_box(drawn(0.0), box)), (1.0, in_box(drawn(1.0), box)))

    return keys


def rectangle(left: float, top: float, right: float, bottom: float) -> Polygon:
    """Return a rectangle, in shares."""
    return ((left, top), (right, top), (right, bottom), (left, bottom))


def from_right(drawn: Drawn) -> Drawn:
    """Return what is drawn, left for right."""
    return lambda share: mirrored(drawn(share))


def from_bottom(drawn: Drawn) -> Drawn:
    """Return what is drawn, top for bottom."""
    return lambda share: upside_down(drawn(share))


def across(drawn: Drawn) -> Drawn:
    """Return what is drawn, across for down."""
    return lambda share: transposed(drawn(share))


def together(*parts: Drawn) -> Drawn:
    """Return all that is drawn."""
    return lambda share: tuple(polygon for drawn in parts for polygon in drawn(share))


def corner_box(share: float) -> Polygons:
    """Draw a box that grows out of the top left corner."""
    return (rectangle(0, 0, share, share),)


def edge_box(share: float) -> Polygons:
    """Draw a box that grows out of the middle of the top edge."""
    return (rectangle(0.5 - share / 2, 0, 0.5 + share / 2, share),)


def bar(share: float) -> Polygons:
    """Draw a bar from the left edge."""
    return (rectangle(0, 0, share, 1),)


def middle_bar(share: float) -> Polygons:
    """Draw a bar that widens from the upright line through the middle."""
    return (rectangle(0.5 - share / 2, 0, 0.5 + share / 2, 1),)


def corner_triangle(share: float) -> Polygons:
    """Draw what lies before a slanting line that goes from the top left corner to the opposite one."""
    return (((0, 0), (2 * share, 0), (0, 2 * share)),)


def slanting_band(share: float) -> Polygons:
    """Draw a band that widens from the line between the bottom left corner and the top right one."""
    return (((0, 1 - share), (1 - share, 0), (1, 0), (1, share), (share, 1), (0, 1)),)


def wedge(share: float) -> Polygons:
    """Draw a wedge that comes from the top, its point ahead."""
    return (((0, -1), (1, -1), (1, 2 * share - 1), (0.5, 2 * share), (0, 2 * share - 1)),)


def wedge_band(share: float) -> Polygons:
    """Draw a band that widens from a wedge whose point is down."""
    return (((0, -share), (0.5, 1 - share), (1, -share), (1, share), (0.5, 1 + share), (0, share)),)


def pair_of_wedges(share: float) -> Polygons:
    """Draw two wedges from the top and the bottom that meet and part."""
    top = (((0.5 - share, 0), (0.5 + share, 0), (0.5, share)),)
    return (*top, *upside_down(top))


def diamond_pair(share: float) -> Polygons:
    """Draw two diamonds, in the middle of the left and of the right half."""
    across_, down = 0.5 * share, share
    return tuple(
        ((middle, 0.5 - down), (middle + across_, 0.5), (middle, 0.5 + down), (middle - across_, 0.5))
        for middle in (0.25, 0.75)
    )


TEETH = 6


def toothed_bar(share: float) -> Polygons:
    """Draw a bar from the left whose edge is a zigzag."""
    depth = 0.08
    tip = share * (1 + depth)
    edge = tuple((tip - depth * (n % 2), n / (2 * TEETH)) for n in range(2 * TEETH + 1))
    return (((-depth, 0), *edge, (-depth, 1)),)


def toothed_middle(share: float) -> Polygons:
    """Draw a bar that widens from a zigzag through the middle."""
    depth = 0.08
    half = share * (0.5 + depth)
    line = tuple((0.5 - depth / 2 + depth * (n % 2), n / (2 * TEETH)) for n in range(2 * TEETH + 1))
    return ((*((x + half, y) for x, y in line), *((x - half, y) for x, y in reversed(line))),)


def slats(count: int) -> Drawn:
    """Return bars side by side that all widen from their left edge."""
    return lambda share: tuple(rectangle(n / count, 0, (n + share) / count, 1) for n in range(count))
