"""A take beside its plan: what was planned and what was given, per slide."""

from typing import NamedTuple

from ritornel.core.model import Show, Take
from ritornel.core.score import compile
from ritornel.core.text.naming import slide_title
from ritornel.core.time.takes import apply_take, last_runs


class Row(NamedTuple):
    """One slide: lengths in ms; ``given_ms`` is None if it was not run."""

    number: int
    title: str
    planned_ms: int
    given_ms: int | None
    rushed: tuple[str, ...]

    @property
    def difference_ms(self) -> int:
        """Given less planned; 0 if it was not run."""
        return 0 if self.given_ms is None else self.given_ms - self.planned_ms


def planned_lengths(show: Show) -> dict[str, int]:
    """Return each slide's planned length by id, to be kept with a take."""
    return {slide.id: time.length_ms for slide, time in zip(show.slides, compile(show).times, strict=True)}


def compared(show: Show, take: Take, planned: dict[str, int]) -> list[Row]:
    """Return the show's slides with what was planned when the take began, and what was given."""
    runs = last_runs(take)
    _, rushed = apply_take(show, compile(show).times, take)
    return [
        Row(
            number,
            slide_title(slide, number),
            planned.get(slide.id, 0),
            runs[slide.id].left_ms if slide.id in runs else None,
            rushed.get(slide.id, ()),
        )
        for number, slide in enumerate(show.slides, 1)
        if slide.id in planned
    ]
