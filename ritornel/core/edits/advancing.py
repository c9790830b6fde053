"""Edits of how long slides stand, one, several, or all at once: each so long, all longer, in proportion, as read."""

from typing import Annotated, Literal

from msgspec import Meta
from msgspec.structs import replace

from ritornel.core.edits.command import Command, Ids, slide_of
from ritornel.core.model import Show, Slide, limits
from ritornel.core.score import compile
from ritornel.core.time.rounding import rounded
from ritornel.core.time.slide_clock import SlideTime

Way = Literal["each", "more", "times", "read"]


class PaceSlides(Command, frozen=True, kw_only=True):
    """Let slides stand so long, by their holds, and in the last way by their waits too; what must be seen is seen.

    ``each``: all ``amount`` ms; ``more``: so many ms longer, or shorter; ``times``: ``amount`` times as long, so that
    their differences keep their proportions; ``read``: as long as it takes to read them at ``amount`` characters a
    second. None becomes shorter than its motion, its voice and its clips.
    """

    slides: Annotated[Ids, Meta(min_length=1)]
    way: Way
    amount: Annotated[float, Meta(ge=-limits.TIME_MS, le=limits.TIME_MS)]

    def apply(self, show: Show) -> Show:
        """Return the show with those slides paced."""
        chosen = {slide_of(show, name).id for name in self.slides}
        if self.way == "read":
            return self._read(show, chosen)
        times = compile(show).times
        slides = tuple(
            self._paced(slide, time) if slide.id in chosen and not slide.skipped else slide
            for slide, time in zip(show.slides, times, strict=True)
        )
        return replace(show, slides=slides)

    def _paced(self, slide: Slide, time: SlideTime) -> Slide:
        length = time.length_ms
        wanted = {"each": self.amount, "more": length + self.amount, "times": length * self.amount}[self.way]
        settled = length - time.hold_ms
        hold = min(limits.TIME_MS, max(0, rounded(wanted) - settled))
        return replace(slide, hold_ms=hold, length_ms=None)

    def _read(self, show: Show, chosen: set[str]) -> Show:
        """Return the show with slides as long as reading takes; where something is said that counts, as before."""
        by_clock = tuple(
            replace(s, waits={}, hold_ms=None, length_ms=None) if s.id in chosen else s for s in show.slides
        )
        free = replace(show, slides=by_clock, pace=replace(show.pace, cps=max(1.0, min(2000.0, self.amount))))
        times = compile(free).times

        def read(slide: Slide, time: SlideTime) -> Slide:
            waits = {str(g.cue): g.wait_ms for g in time.groups[1:] if g.wait_ms is not None and g.reason == "dwell"}
            hold = time.hold_ms if time.hold_reason == "dwell" else None
            return replace(slide, waits=waits, hold_ms=hold)

        slides = tuple(read(s, t) if s.id in chosen else s for s, t in zip(by_clock, times, strict=True))
        return replace(show, slides=slides)

    @property
    def label(self) -> str:
        """Say how long."""
        seconds = f"{abs(self.amount) / 1000:g} s"
        longer = "longer" if self.amount >= 0 else "shorter"
        return {
            "each": f"let slides stand {seconds}",
            "more": f"let slides stand {seconds} {longer}",
            "times": f"let slides stand {self.amount:g} times as long",
            "read": f"let slides stand as they are read, {self.amount:g} characters a second",
        }[self.way]
