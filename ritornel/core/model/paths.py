"""Paths: moves, straight lines and cubic curves, in stage units or in shares of a box; read from and written as SVG."""

import re
from collections.abc import Iterable
from typing import NamedTuple


class Segment(NamedTuple):
    """One step of a path: ``M``, ``L``, ``C`` or ``Z`` as in SVG, absolute, with its 2, 2, 6 or 0 coordinates."""

    letter: str
    numbers: tuple[float, ...] = ()


Path = tuple[Segment, ...]

MOST_SEGMENTS = 2_000
_COORDINATES = {"M": 2, "L": 2, "C": 6, "Z": 0}
_STEP = re.compile(r"([MLCZ])([^MLCZ]*)")
_NUMBER = re.compile(r"[-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?")
_FARTHEST = 1e5


class BadPath(ValueError):
    """A path cannot be read. The message says what is wrong."""


def read_path(text: str) -> Path:
    """Return the path that SVG path data of absolute M, L, C and Z says; ``BadPath`` if it says anything else."""
    if _STEP.sub("", text).strip():
        raise BadPath("a path must begin with M")
    found: list[Segment] = []
    for letter, rest in _STEP.findall(text):
        numbers = tuple(map(float, _NUMBER.findall(rest)))
        each = _COORDINATES[letter]
        if (
            _NUMBER.sub("", rest).strip(" ,\t\n")
            or (len(numbers) % each if each else numbers)
            or (each and not numbers)
        ):
            raise BadPath(f"a path's {letter} must have {each or 'no'} numbers, and has “{rest.strip()[:40]}”")
        if any(abs(n) > _FARTHEST for n in numbers):
            raise BadPath("a path goes too far away")
        steps = [numbers[at : at + each] for at in range(0, len(numbers), each)] if each else [()]
        for place, step in enumerate(steps):
            found.append(Segment("L" if letter == "M" and place else letter, step))
    if not found or found[0].letter != "M":
        raise BadPath("a path must begin with M")
    if len(found) > MOST_SEGMENTS:
        raise BadPath(f"a path may have {MOST_SEGMENTS:,} steps at most, and this has {len(found):,}")
    return tuple(found)


def path_data(path: Iterable[Segment]) -> str:
    """Return a path as SVG path data, rounded to thousandths."""
    return "".join(s.letter + " ".join(f"{n:.3f}".rstrip("0").rstrip(".") or "0" for n in s.numbers) for s in path)


def placed(path: Iterable[Segment], x: float, y: float, width: float, height: float) -> Path:
    """Return a path in shares of a box, put into that box."""
    return tuple(
        Segment(s.letter, tuple((y + n * height) if at % 2 else (x + n * width) for at, n in enumerate(s.numbers)))
        for s in path
    )


def points_of(path: Iterable[Segment]) -> list[tuple[float, float]]:
    """Return all points of a path, those that only bend it too."""
    return [(s.numbers[at], s.numbers[at + 1]) for s in path for at in range(0, len(s.numbers), 2)]


def in_shares(path: Path) -> tuple[Path, tuple[float, float, float, float]]:
    """Return a path in shares of the box around its points, and that box: x, y, width, height (no side below 1)."""
    xs, ys = zip(*points_of(path), strict=True)
    x, y = min(xs), min(ys)
    width, height = max(max(xs) - x, 1.0), max(max(ys) - y, 1.0)
    shares = tuple(
        Segment(s.letter, tuple((n - y) / height if at % 2 else (n - x) / width for at, n in enumerate(s.numbers)))
        for s in path
    )
    return shares, (x, y, width, height)
