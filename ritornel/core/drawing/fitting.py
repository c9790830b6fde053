"""Lines drawn by hand fitted with few cubic curves: what trembles is left out, round stays round, a corner a corner.

Schneider 1990, "An algorithm for automatically fitting digitized curves", in Graphics Gems: least squares for the
length of the tangents, better parameters by Newton and Raphson, and a cut where it is furthest off.
"""

from collections.abc import Sequence
from itertools import pairwise
from math import cos, radians
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ritornel.core.drawing.figures import Point
from ritornel.core.model.paths import Path, Segment

_CORNER = cos(radians(65))
"""Where a line turns by more than this angle within ``_REACH`` stage units to both sides, it has a corner."""
_REACH = 8.0
_TRIES = 4
_WORSE = 6.0
"""A curve that is off by more than so many tolerances is cut at once, better parameters do not help it."""
_LONGEST = 0.6
"""No tangent is longer than this share of its part's way: the curve would swing out between points far apart."""

_Points = NDArray[np.float64]
"""Points in stage units, one a row; a curve has four."""


def fitted(points: Sequence[Point], tolerance: float, *, closed: bool, most: int) -> Path:
    """Return a path of ``most`` curves at most, from which no point is further than ``tolerance``, in stage units.

    A line that would need more is fitted the less closely, without its corners. ``points`` are two different ones at
    least; a path that is ``closed`` comes back to the first.
    """
    line = np.array([*points, points[0]] if closed else points, dtype=float)
    line = line[np.append(True, np.any(np.diff(line, axis=0) != 0, axis=1))]
    curves = _along(_parts(line), closed, tolerance, most)
    while curves is None:
        tolerance *= 2
        curves = _along([line], closed, tolerance, most)
    bent = (Segment("C", tuple(curve[1:].ravel().tolist())) for curve in curves)
    path = (Segment("M", tuple(line[0].tolist())), *bent)
    return (*path, Segment("Z")) if closed else path


def _parts(line: _Points) -> list[_Points]:
    """Return a line in parts from corner to corner: of those within ``_REACH`` of each other the sharpest is one."""
    ways = _ways(line)
    numbers = np.arange(1, len(line) - 1)
    back, ahead = (_reached(line, ways, ways[numbers] + reach) for reach in (-_REACH, _REACH))
    turns = np.sum(_units(line[numbers] - back) * _units(ahead - line[numbers]), axis=1)
    cuts: list[int] = []
    for n in numbers[turns < _CORNER][np.argsort(turns[turns < _CORNER], kind="stable")].tolist():
        if not cuts or np.min(np.abs(ways[cuts] - ways[n])) > _REACH:
            cuts.append(n)
    return [line[a : b + 1] for a, b in pairwise([0, *sorted(cuts), len(line) - 1])]


def _reached(line: _Points, ways: Any, at: Any) -> _Points:
    """Return the points of a line after some ways along it, also between its points: these may be far apart."""
    return np.stack([np.interp(at, ways, line[:, axis]) for axis in (0, 1)], axis=1)


def _along(parts: list[_Points], closed: bool, tolerance: float, most: int) -> list[_Points] | None:
    """Return the curves along the parts of a line, or None if these are more than ``most``."""
    leaving, arriving = [_leaving(part) for part in parts], [_leaving(part[::-1]) for part in parts]
    if closed and leaving[0] @ -arriving[-1] >= _CORNER:  # it is round where it begins, too
        leaving[0] = _unit(leaving[0] - arriving[-1])
        arriving[-1] = -leaving[0]
    waiting = list(zip(parts, leaving, arriving, strict=True))[::-1]
    done: list[_Points] = []
    while waiting:
        if len(waiting) + len(done) > most:
            return None
        part, into, back = waiting.pop()
        curve, far, at = _best(part, into, back, tolerance)
        if far <= tolerance:
            done.append(curve)
            continue
        through = _unit(part[max(0, at - 2)] - part[min(len(part) - 1, at + 2)])
        waiting += [(part[at:], -through, back), (part[: at + 1], into, through)]
    return done


def _leaving(part: _Points) -> _Points:
    """Return the direction in which a part of a line leaves its first point."""
    ahead = min(int(np.searchsorted(_ways(part), _REACH / 2)), len(part) - 1)
    return _unit(part[ahead] - part[0])


def _best(part: _Points, into: _Points, back: _Points, tolerance: float) -> tuple[_Points, float, int]:
    """Return the curve found for a part, how far off it is at the most, and at which point between the ends."""
    if len(part) == 2:
        return _curve(part, np.array([0.0, 1.0]), into, back), 0.0, 0
    ways = _ways(part)
    shares = ways / ways[-1]
    for attempt in range(_TRIES + 1):
        curve = _curve(part, shares, into, back)
        off = np.hypot(*(_at(curve, shares) - part)[1:-1].T)
        at = int(np.argmax(off)) + 1
        if not tolerance < off[at - 1] <= _WORSE * tolerance or attempt == _TRIES:
            break
        shares = _nearer(curve, part, shares)
    return curve, float(off[at - 1]), at


def _curve(part: _Points, shares: Any, into: _Points, back: _Points) -> _Points:
    """Return the curve with these tangents that is nearest to the points in the least squares' sense."""
    start, end = part[0], part[-1]
    reach = float(np.hypot(*(end - start)))
    lengths = np.full(2, reach / 3)  # Wu and Barsky's rule, where nothing better is found
    if len(part) > 2:
        a, b, c, d = _weights(shares)
        off = part - np.outer(a + b, start) - np.outer(c + d, end)
        known = np.stack([np.outer(b, into).ravel(), np.outer(c, back).ravel()], axis=1)
        found = np.linalg.lstsq(known, off.ravel(), rcond=None)[0]
        if found.min() > 1e-6 * reach and found.max() < _LONGEST * _ways(part)[-1]:
            lengths = found
    return np.stack([start, start + into * lengths[0], end + back * lengths[1], end])


def _nearer(curve: _Points, part: _Points, shares: Any) -> Any:
    """Return parameters at which the curve is nearer to the points: one step of Newton and Raphson."""
    slopes = 3 * np.diff(curve, axis=0)
    bends = 2 * np.diff(slopes, axis=0)
    t = shares[:, None]
    slope = (1 - t) ** 2 * slopes[0] + 2 * t * (1 - t) * slopes[1] + t**2 * slopes[2]
    bend = (1 - t) * bends[0] + t * bends[1]
    off = _at(curve, shares) - part
    below = np.sum(slope**2 + off * bend, axis=1)
    step = np.divide(np.sum(off * slope, axis=1), below, out=np.zeros_like(shares), where=np.abs(below) > 1e-9)
    return np.clip(shares - step, 0, 1)


def _at(curve: _Points, shares: Any) -> _Points:
    return np.stack(_weights(shares), axis=1) @ curve


def _weights(t: Any) -> tuple[Any, Any, Any, Any]:
    """Return the Bernstein polynomials of the third degree."""
    return (1 - t) ** 3, 3 * t * (1 - t) ** 2, 3 * t * t * (1 - t), t**3


def _ways(line: _Points) -> Any:
    """Return how far along the line each of its points lies."""
    return np.append(0.0, np.cumsum(np.hypot(*np.diff(line, axis=0).T)))


def _unit(vector: _Points) -> _Points:
    (unit,) = _units(vector[None])
    return np.asarray(unit)


def _units(vectors: _Points) -> _Points:
    lengths = np.hypot(*vectors.T)[:, None]
    return np.asarray(np.divide(vectors, lengths, out=np.zeros_like(vectors), where=lengths > 0))
