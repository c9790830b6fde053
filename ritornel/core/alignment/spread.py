"""Spreading: equal gaps, or equal steps from middle to middle, along one direction."""

from collections.abc import Mapping
from typing import Literal, NamedTuple

from ritornel.core.alignment import Shifts
from ritornel.core.model.box import Box

Direction = Literal["across", "down"]


class Stretch(NamedTuple):
    """What a box takes of the direction in which it is spread."""

    start: float
    size: float

    @property
    def middle(self) -> float:
        """Half way."""
        return self.start + self.size / 2


def spread(
    boxes: Mapping[str, Box], along: Direction, by: Literal["gaps", "middles"], gap: float | None = None
) -> Shifts:
    """Return the shifts that spread boxes evenly, in the order in which their middles lie.

    The first and the last stay, and what is between them goes where all gaps, or all steps from middle to middle, are
    equal; with ``gap`` only the first stays, and the others follow with that gap between them.
    """
    stretches = {name: stretch_of(box, along) for name, box in boxes.items()}
    order = sorted(stretches, key=lambda name: stretches[name].middle)
    first, last = stretches[order[0]], stretches[order[-1]]
    steps = max(1, len(order) - 1)
    if gap is None:
        free = last.start + last.size - first.start - sum(s.size for s in stretches.values())
        gap = free / steps
        if by == "middles":
            step = (last.middle - first.middle) / steps
            starts = {n: first.middle + step * i - stretches[n].size / 2 for i, n in enumerate(order)}
            return {n: shifted(starts[n] - stretches[n].start, along) for n in order}
    starts = {}
    reached = first.start
    for name in order:
        starts[name] = reached
        reached += stretches[name].size + gap
    return {n: shifted(starts[n] - stretches[n].start, along) for n in order}


def stretch_of(box: Box, along: Direction) -> Stretch:
    """Return what a box takes across, or down."""
    return Stretch(box.x, box.width) if along == "across" else Stretch(box.y, box.height)


def shifted(by: float, along: Direction) -> tuple[float, float]:
    """Return a shift in one direction."""
    return (by, 0.0) if along == "across" else (0.0, by)
