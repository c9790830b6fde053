"""What the wipes are made of: how the region in which the new slide is seen grows until it covers the stage.

A ``Region`` is a function of the box that is to be covered (the stage, and around it the room that a soft edge needs).
It returns keys: shares of the progress, each with polygons in stage units. From key to key every corner goes straight;
so all keys have as many polygons with as many corners. At share 0 the polygons have no area, at 1 they cover the box.
Polygons run clockwise on the screen, so that those that lie over one another add up (the nonzero rule of SVG 2).

``edges`` are bounded by straight lines that move, ``figures`` grow about a middle, ``sweeps`` are swept by arms that
turn, ``orders`` name the cells of a grid in the order in which they arrive.
"""

from collections.abc import Callable, Iterable

from ritornel.core.model.box import Box

Point = tuple[float, float]
Polygon = tuple[Point, ...]
Polygons = tuple[Polygon, ...]
Keys = tuple[tuple[float, Polygons], ...]
Region = Callable[[Box], Keys]


def in_box(polygons: Iterable[Polygon], box: Box) -> Polygons:
    """Return polygons in shares of a box as such in stage units."""
    return tuple(tuple((box.x + x * box.width, box.y + y * box.height) for x, y in polygon) for polygon in polygons)


def mirrored(polygons: Iterable[Polygon]) -> Polygons:
    """Return polygons in shares, left for right."""
    return tuple(tuple((1 - x, y) for x, y in reversed(polygon)) for polygon in polygons)


def upside_down(polygons: Iterable[Polygon]) -> Polygons:
    """Return polygons in shares, top for bottom."""
    return tuple(tuple((x, 1 - y) for x, y in reversed(polygon)) for polygon in polygons)


def transposed(polygons: Iterable[Polygon]) -> Polygons:
    """Return polygons in shares, across for down."""
    return tuple(tuple((y, x) for x, y in reversed(polygon)) for polygon in polygons)
