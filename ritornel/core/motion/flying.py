"""From one view of a plane to another: smooth, and as long as it is far.

J. J. van Wijk and W. A. A. Nuij, *Smooth and efficient zooming and panning*, IEEE InfoVis 2003: of all ways between two
views the one on which what is seen passes evenly and shortest, if rising costs as much as passing, in the share ``RHO``
(timing.md, section 14). The page goes through its samples and knows nothing of it.
"""

from math import asinh, cos, cosh, exp, hypot, log, radians, sin, sinh, tanh
from typing import NamedTuple

from ritornel.core.motion.placing import Matrix
from ritornel.core.time.rounding import rounded

RHO = 1.4
_SPEED = 1.6
_LEAST_MS, _MOST_MS = 600, 4000
_NEXT_TO_NOTHING = 1e-6
"""Two centres that are nearer, in widths of what is seen, are one."""


class Seen(NamedTuple):
    """What of a plane is seen: its middle, how wide it is, in stage units, and how it is turned, in degrees."""

    x: float
    y: float
    width: float
    turn: float


class Flight:
    """The way from one view to another."""

    def __init__(self, start: Seen, end: Seen) -> None:
        """Find it. ``length`` is that of the paper's S."""
        self.start, self.end = start, end
        self._far = hypot(end.x - start.x, end.y - start.y)
        self._turn = shortest(start.turn, end.turn)
        self._rises = self._far > _NEXT_TO_NOTHING * min(start.width, end.width)
        if self._rises:
            wider, far = end.width**2 - start.width**2, RHO**4 * self._far**2
            self._r = -asinh((wider + far) / (2 * start.width * RHO**2 * self._far))
            last = -asinh((wider - far) / (2 * end.width * RHO**2 * self._far))
            self.length = (last - self._r) / RHO
        else:
            self.length = abs(log(end.width / start.width)) / RHO

    def at(self, share: float) -> Seen:
        """Return what is seen when so much of the way is done, 0 to 1: centre and width along it, the turn evenly."""
        start, end = self.start, self.end
        share = min(1.0, max(0.0, share))
        turn = start.turn + share * self._turn
        if share in (0.0, 1.0):
            return (end if share else start)._replace(turn=turn)
        if not self._rises:
            width = start.width * exp(share * log(end.width / start.width))
            return Seen(start.x + share * (end.x - start.x), start.y + share * (end.y - start.y), width, turn)
        r = self._r
        gone = RHO * share * self.length + r
        passed = start.width / RHO**2 * (cosh(r) * tanh(gone) - sinh(r)) / self._far
        width = start.width * cosh(r) / cosh(gone)
        return Seen(start.x + passed * (end.x - start.x), start.y + passed * (end.y - start.y), width, turn)


def straight_at(start: Seen, end: Seen, share: float) -> Seen:
    """Return what is seen on the straight way: everything evenly, the turn the short way."""
    x, y, width = (a + (b - a) * share for a, b in zip(start[:3], end[:3], strict=True))
    return Seen(x, y, width, start.turn + share * shortest(start.turn, end.turn))


def duration_ms(start: Seen, end: Seen, slower: float = 1.0) -> int:
    """Return how long a move takes if nobody says so: 1000 S / 1.6 ms, from 600 to 4000; 0 if there is none.

    One that is so many times ``slower`` has the same bounds.
    """
    length = Flight(start, end).length
    if length < _NEXT_TO_NOTHING and not shortest(start.turn, end.turn):
        return 0
    return rounded(min(_MOST_MS, max(_LEAST_MS, slower * 1000 * length / _SPEED)))


def shortest(start: float, end: float) -> float:
    """Return by how much one turns from an angle to another the short way, in degrees: over -180 to 180."""
    by = (end - start) % 360
    return by - 360 if by > 180 else by


def seen_through(seen: Seen, width: float, height: float) -> Matrix:
    """Return where places on the plane are on a stage of that size when that is seen: a homography."""
    scale = width / seen.width
    turn = radians(-seen.turn)
    a, b = scale * cos(turn), scale * sin(turn)
    return (a, -b, width / 2 - a * seen.x + b * seen.y, b, a, height / 2 - b * seen.x - a * seen.y, 0.0, 0.0, 1.0)


def on_stage(view: Matrix, x: float, y: float) -> tuple[float, float]:
    """Return where a place on the plane is on the stage when the plane is seen through a view."""
    return view[0] * x + view[1] * y + view[2], view[3] * x + view[4] * y + view[5]


def placed_through(view: Matrix, box: tuple[float, float, float, float], place: Matrix) -> Matrix:
    """Return where something on the plane is placed, about its box's centre, when the plane is seen through a view."""
    a, _, c, b, _, f, *_ = view
    x, y = box[0] + box[2] / 2, box[1] + box[3] / 2
    moved_x, moved_y = a * x - b * y + c - x, b * x + a * y + f - y
    p, q, r, s, t, u, g, h, i = place
    return (
        a * p - b * s + moved_x * g,
        a * q - b * t + moved_x * h,
        a * r - b * u + moved_x * i,
        b * p + a * s + moved_y * g,
        b * q + a * t + moved_y * h,
        b * r + a * u + moved_y * i,
        g,
        h,
        i,
    )
