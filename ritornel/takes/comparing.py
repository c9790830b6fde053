"""A take beside its plan: what was planned and what was given, per slide."""

from typing import NamedTuple

from ritornel.core.model import Clip, Show, Slide, Take
from ritornel.core.score import compile
from ritornel.core.text.naming import slide_title
from ritornel.core.time.takes import apply_take, counted_runs

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
