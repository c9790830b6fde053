"""Regions that arms sweep as they turn, each about a place in shares of a part of the box."""

from collections.abc import Sequence
from math import atan2, cos, pi, sin
from typing import NamedTuple

from ritornel.core.model.box import Box
from ritornel.core.motion.geometry import Keys, Point, Polygon, Region
from ritornel.core.time.rounding import rounded

_KEYS_A_TURN = 48

Part = tuple[float, float, float, float]
"""Left, top, right, bottom in shares of the box."""

ALL: Part = (0.0, 0.0, 1.0, 1.0)


class Arm(NamedTuple):
    """An arm about a ``pivot`` (shares of the box) that turns from one angle to another and sweeps a part of the box.

    Angles are in degrees clockwise from straight up. An ``end`` that is a place (shares of the box) is the angle at
    which the arm points there, by less than half a turn.
    """

    pivot: Point
    start: float
    end: float | Point
    part: Part = ALL


def swept(*arms: Arm) -> Region:
    """Return the region that arms sweep together, all at even speed."""

    def keys(box: Box) -> Keys:
        placed = [_Placed(arm, box) for arm in arms]
        steps = max(2, rounded(max(abs(one.turn) for one in placed) / (2 * pi) * _KEYS_A_TURN))
        shares = {n / steps for n in range(steps + 1)} | {s for one in placed for s in one.shares}
        return tuple((share, tuple(one.polygon(share) for one in placed)) for share in sorted(shares))

    return keys


class _Placed:
    """An arm in stage units. Its region has a corner for each corner of its part that it comes by."""

    def __init__(self, arm: Arm, box: Box) -> None:
        left, top, right, bottom = arm.part
        self.left, self.right = box.x + left * box.width, box.x + right * box.width
        self.top, self.bottom = box.y + top * box.height, box.y + bottom * box.height
        self.x, self.y = box.x + arm.pivot[0] * box.width, box.y + arm.pivot[1] * box.height
        self.start = arm.start * pi / 180
        if isinstance(arm.end, tuple):
            x, y = box.x + arm.end[0] * box.width, box.y + arm.end[1] * box.height
            self.turn = (atan2(x - self.x, self.y - y) - self.start + pi) % (2 * pi) - pi
        else:
            self.turn = arm.end * pi / 180 - self.start
        self.corners = self._corners_passed()
        self.shares = [share for share, _ in self.corners]

    def _corners_passed(self) -> list[tuple[float, Point]]:
        found = []
        corners = ((self.left, self.top), (self.right, self.top), (self.right, self.bottom), (self.left, self.bottom))
        for x, y in corners:
            if (x, y) == (self.x, self.y):
                continue
            angle = atan2(x - self.x, self.y - y) - self.start
            passed = (angle if self.turn > 0 else -angle) % (2 * pi)
            share = passed / abs(self.turn)
            if 1e-9 < share < 1 - 1e-9:
                found.append((share, (x, y)))
        return sorted(found)

    def polygon(self, share: float) -> Polygon:
        tip = self._edge(self.start + self.turn * share)
        between = [corner if share >= passed else tip for passed, corner in self.corners]
        points: Sequence[Point] = ((self.x, self.y), self._edge(self.start), *between, tip)
        return tuple(points if self.turn > 0 else reversed(points))

    def _edge(self, angle: float) -> Point:
        """Return where an arm at that angle leaves its part."""
        across, down = sin(angle), -cos(angle)
        reach = float("inf")
        for step, low, high, at in ((across, self.left, self.right, self.x), (down, self.top, self.bottom, self.y)):
            if abs(step) > 1e-12:
                reach = min(reach, ((high if step > 0 else low) - at) / step)
        return self.x + across * reach, self.y + down * reach
