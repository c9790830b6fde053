"""Tidying: boxes that lie about, brought into a row, a column or a grid with gaps that are alike."""

from collections.abc import Mapping
from itertools import pairwise
from math import ceil, sqrt
from statistics import median
from typing import Literal

from ritornel.core.alignment import Shifts
from ritornel.core.alignment.aligned import aligned
from ritornel.core.alignment.boxes import around
from ritornel.core.alignment.spread import Direction, spread, stretch_of
from ritornel.core.model.box import Box

Form = Literal["row", "column", "grid"]

USUAL_GAP = 24.0
"""The gap, in stage units, where boxes that overlap tell none."""


def tidied(boxes: Mapping[str, Box], form: Form) -> Shifts:
    """Return the shifts that bring boxes into a row or a column, on its middle line, or into a grid.

    The gap is the usual one between them now, the median of those that are there. What comes first stays first; the
    whole keeps its top left corner.
    """
    if form == "grid":
        return _grid(boxes)
    along: Direction = "across" if form == "row" else "down"
    lined = aligned(boxes, "middle" if form == "row" else "centre", around(boxes.values()))
    spaced = spread(boxes, along, "gaps", usual_gap(boxes, along))
    return {n: (lined[n][0] + spaced[n][0], lined[n][1] + spaced[n][1]) for n in boxes}


def usual_gap(boxes: Mapping[str, Box], along: Direction) -> float:
    """Return the median of the gaps between neighbours; ``USUAL_GAP`` where none lies free of the next."""
    stretches = sorted((stretch_of(b, along) for b in boxes.values()), key=lambda s: s.middle)
    gaps = [b.start - a.start - a.size for a, b in pairwise(stretches)]
    free = [gap for gap in gaps if gap > 0]
    return median(free) if free else USUAL_GAP


def _grid(boxes: Mapping[str, Box]) -> Shifts:
    """As many columns as a square would have, in reading order, each box in the middle of its cell."""
    whole = around(boxes.values())
    wide, high = max(b.width for b in boxes.values()), max(b.height for b in boxes.values())
    columns = ceil(sqrt(len(boxes)))
    by_rows = sorted(boxes, key=lambda n: boxes[n].centre[1])
    rows = [by_rows[at : at + columns] for at in range(0, len(by_rows), columns)]
    shifts = {}
    for down, row in enumerate(rows):
        for across, name in enumerate(sorted(row, key=lambda n: boxes[n].centre[0])):
            x = whole.x + across * (wide + USUAL_GAP) + wide / 2
            y = whole.y + down * (high + USUAL_GAP) + high / 2
            shifts[name] = (x - boxes[name].centre[0], y - boxes[name].centre[1])
    return shifts
