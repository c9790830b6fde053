"""A take beside its plan: what was planned and what was given, per slide."""

from collections.abc import Mapping, Sequence
from typing import NamedTuple

from ritornel.core.model import Clip, Show, Slide, Take
from ritornel.core.score import compile
from ritornel.core.text.naming import slide_title
from ritornel.core.time.takes import apply_take, counted_runs, pace_line

HAIR_MS = 150
"""Waits and holds are applied to a tenth of a second; what is off by no more lasts as it was given."""


class Row(NamedTuple):
    """One slide: lengths in ms; ``given_ms`` is None if it was not run.

    ``applied_ms`` is what it lasts once the take is applied, ``keeper`` what would keep it from lasting as given.
    """

    number: int
    title: str
    planned_ms: int
    given_ms: int | None
    rushed: tuple[str, ...]
    applied_ms: int
    keeper: str

    @property
    def cannot(self) -> bool:
        """Whether the slide would not last as it was given, if the take were applied."""
        return self.given_ms is not None and abs(self.applied_ms - self.given_ms) > HAIR_MS

    @property
    def difference_ms(self) -> int:
        """Given less planned; 0 if it was not run."""
        return 0 if self.given_ms is None else self.given_ms - self.planned_ms


def planned_lengths(show: Show) -> dict[str, int]:
    """Return each slide's planned length by id, to be kept with a take."""
    return {slide.id: time.length_ms for slide, time in zip(show.slides, compile(show).times, strict=True)}


def compared(show: Show, take: Take, planned: dict[str, int]) -> list[Row]:
    """Return the show's slides with what was planned when the take began, and what was given."""
    given = {name: sum(run.left_ms for run in runs) for name, runs in counted_runs(take).items()}
    applied, rushed = apply_take(show, compile(show).times, take)
    lasts = planned_lengths(applied)
    return [
        Row(
            number,
            slide_title(slide, number),
            planned.get(slide.id, 0),
            given.get(slide.id),
            rushed.get(slide.id, ()),
            lasts[slide.id],
            _keeper(slide),
        )
        for number, slide in enumerate(show.slides, 1)
        if slide.id in planned
    ]


def _keeper(slide: Slide) -> str:
    if slide.narration is not None:
        return "its voice"
    return "its clip" if any(isinstance(o, Clip) and o.waited_for for o in slide.objects) else "its builds"


LONG_SHARE, LONG_MS = 1.25, 3000
"""What takes so much longer than planned, and at least so many ms, is said long."""


class BesideEachOther(NamedTuple):
    """One slide as planned, and as given in takes (None: left out), in ms; ``nearest``: the one nearest the plan."""

    id: str
    number: int
    title: str
    planned_ms: int
    given_ms: tuple[int | None, ...]
    nearest: int | None


def side_by_side(show: Show, takes: Sequence[Take]) -> list[BesideEachOther]:
    """Return the show's slides as they are planned now, and as they were given in takes."""
    runs = [{name: sum(run.left_ms for run in found) for name, found in counted_runs(take).items()} for take in takes]
    planned = planned_lengths(show)
    found = []
    for number, slide in enumerate(show.slides, 1):
        given = tuple(run.get(slide.id) for run in runs)
        off = {n: abs(ms - planned[slide.id]) for n, ms in enumerate(given) if ms is not None}
        nearest = min(off, key=lambda n: off[n]) if off else None
        found.append(BesideEachOther(slide.id, number, slide_title(slide, number), planned[slide.id], given, nearest))
    return found


def named(rows: Sequence[BesideEachOther], take: int) -> list[str]:
    """Return in words what was left out in a take, and what was said long."""
    out = [row for row in rows if row.given_ms[take] is None]
    words = [f"leaves out {_numbers(out)}"] if out and len(out) < len(rows) else []
    long = [
        row
        for row in rows
        for ms in [row.given_ms[take]]
        if ms is not None and ms > row.planned_ms * LONG_SHARE and ms - row.planned_ms >= LONG_MS
    ]
    return words + [f"says “{row.title}” {_longer(row, take)} % longer than planned" for row in long]


def _longer(row: BesideEachOther, take: int) -> int:
    return 100 * (row.given_ms[take] or 0) // max(1, row.planned_ms) - 100


def _numbers(rows: Sequence[BesideEachOther]) -> str:
    numbers = [str(row.number) for row in rows]
    return f"slide {numbers[0]}" if len(numbers) == 1 else f"slides {', '.join(numbers[:-1])} and {numbers[-1]}"


def pace_paths(show: Show, takes: Mapping[int, Take], width: int, height: int) -> tuple[dict[int, str], int]:
    """Return by their keys how takes ran ahead of the plan (up) or behind, as SVG path data, and the most, in ms."""
    times = compile(show).times
    lines = {key: pace_line(show, times, take) for key, take in takes.items()}
    length = max(1, sum(time.length_ms for time in times))
    most = max([1000, *(abs(ahead) for line in lines.values() for _, ahead in line)])
    paths = {}
    for key, line in lines.items():
        places = [(width * at / length, height / 2 * (1 - ahead / most)) for at, ahead in line]
        paths[key] = " ".join(f"{'L' if n else 'M'}{x:.1f} {y:.1f}" for n, (x, y) in enumerate(places))
    return paths, most
