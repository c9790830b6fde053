"""Instants moved onto beats, each as little as possible: exact, by dynamic programming over the choices."""

from bisect import bisect_left, bisect_right
from collections.abc import Sequence
from math import sqrt


def placed(
    ends: Sequence[int], least: Sequence[int], moves: Sequence[bool], start: int, beats: Sequence[int]
) -> list[int] | None:
    """Return when each of a row of slides ends: those that ``moves`` on a beat, others as long after as they last.

    ``ends`` are their ends now and ``least`` how long each lasts at least (of one that does not move: just so), in ms;
    the row begins at ``start``. The sum of the squares of how far those that move are from where they end now is the
    least that there is; None where there are not enough beats. At most (slides) x (beats) steps.
    """
    # runs: a slide that moves, with those before it that do not
    runs: list[tuple[int, int, int]] = []  # (length at least, the end now, how many slides)
    waiting, count = 0, 0
    for end, shortest, can in zip(ends, least, moves, strict=True):
        waiting, count = waiting + shortest, count + 1
        if can:
            runs.append((waiting, end, count))
            waiting, count = 0, 0
    if not runs:
        return _laid(least, moves, start, [])
    far = _farthest(runs, start, beats)
    costs: list[float] = [0.0]
    reached: list[int] = [start]
    ways: list[tuple[int, list[int]]] = []
    for shortest, end, _ in runs:
        first, last = bisect_left(beats, end - far), bisect_right(beats, end + far)
        best: list[float] = []
        way: list[int] = []
        running, at = float("inf"), -1
        place = 0
        for beat in beats[first:last]:
            while place < len(reached) and reached[place] + shortest <= beat:
                if costs[place] < running:
                    running, at = costs[place], place
                place += 1
            best.append(running + float(beat - end) ** 2)
            way.append(at)
        costs, reached = best, list(beats[first:last])
        ways.append((first, way))
    place = min(range(len(costs)), key=lambda n: (costs[n], n), default=-1)
    if place < 0 or costs[place] == float("inf"):
        return None
    chosen = []
    for first, way in reversed(ways):
        chosen.append(beats[first + place])
        place = way[place]
    return _laid(least, moves, start, chosen[::-1])


def _farthest(runs: Sequence[tuple[int, int, int]], start: int, beats: Sequence[int]) -> float:
    """Return how far an end can be moved in the best way, in ms: no farther than all in one that is found at once.

    That one puts each on the nearest beat that it can reach; where it fails, the best may be anywhere.
    """
    at, cost = start, 0.0
    for shortest, end, _ in runs:
        beat = near(beats[bisect_left(beats, at + shortest) :], end)
        if beat is None:
            return float("inf")
        at, cost = beat, cost + float(beat - end) ** 2
    return sqrt(cost) + 1


def _laid(least: Sequence[int], moves: Sequence[bool], start: int, chosen: Sequence[int]) -> list[int]:
    """Return the ends of all, given those of the slides that move."""
    found: list[int] = []
    at, place = start, 0
    for shortest, can in zip(least, moves, strict=True):
        at = chosen[place] if can else at + shortest
        place += can
        found.append(at)
    return found


def near(beats: Sequence[int], at: int) -> int | None:
    """Return the beat nearest to an instant; None without any."""
    place = bisect_left(beats, at)
    return min(beats[max(0, place - 1) : place + 1], key=lambda beat: abs(beat - at), default=None)
