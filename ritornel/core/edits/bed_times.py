"""Edits of when beds are heard: put to an instant of the show, they are anchored to the slide or cue that is there."""

from collections.abc import Callable
from typing import Annotated

from msgspec import Meta
from msgspec.structs import replace

from ritornel.core.edits.command import BadEdit, Command
from ritornel.core.model import Bed, Show, limits
from ritornel.core.model.show import Anchor
from ritornel.core.model.units import Decibels, Ms
from ritornel.core.score import Score, compile

ShowMs = Annotated[int, Meta(ge=0, le=limits.LENGTH_MS)]


class AnchorBed(Command, frozen=True, kw_only=True):
    """Let a bed begin at ``starts``, or end at ``ends``, instants of the show in ms; what is not given stays.

    It is anchored to the slide that is there, or to a cue that comes just then; at the show's ends to nothing.
    """

    bed: str
    starts: ShowMs | None = None
    ends: ShowMs | None = None

    def apply(self, show: Show) -> Show:
        """Return the show with that bed anchored; ``BadEdit`` if it is gone, or would end before it begins."""
        score = compile(show)

        def moved(bed: Bed) -> Bed:
            start, end = bed.start, bed.end
            if self.starts is not None:
                start = anchor_at(self.starts, show, score) if self.starts > 0 else None
            if self.ends is not None:
                end = anchor_at(self.ends, show, score) if self.ends < score.length_ms else None
            return replace(bed, start=start, end=end)

        if self.starts is not None and self.ends is not None and self.ends <= self.starts:
            raise BadEdit("a bed must end after it begins")
        return with_bed(show, self.bed, moved)

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "move a bed"


class SetBedPoint(Command, frozen=True, kw_only=True):
    """Let a bed be so many dB louder, or softer, at an instant: a point of its gain line, in ms from its start.

    ``was`` names a point that is moved there; without ``to_db`` that point goes.
    """

    bed: str
    at: Ms = 0
    to_db: Decibels | None = None
    was: Ms | None = None

    def apply(self, show: Show) -> Show:
        """Return the show with that line; ``BadEdit`` if the bed, or the point, is gone."""

        def changed(bed: Bed) -> Bed:
            points = dict(bed.line)
            if self.was is not None and points.pop(self.was, None) is None:
                raise BadEdit("that point is not on the bed's line any more")
            if self.to_db is not None:
                points[self.at] = self.to_db
            return replace(bed, line=tuple(sorted(points.items())))

        return with_bed(show, self.bed, changed)

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "set the gain line of a bed"


def with_bed(show: Show, bed_id: str, change: Callable[[Bed], Bed]) -> Show:
    """Return the show with one bed changed; ``BadEdit`` if it is gone."""
    if all(bed.id != bed_id for bed in show.beds):
        raise BadEdit("that bed is not in the show any more")
    return replace(show, beds=tuple(change(b) if b.id == bed_id else b for b in show.beds))


def anchor_at(at_ms: int, show: Show, score: Score) -> Anchor | None:
    """Return the anchor of an instant: a cue that comes then, else its slide, and how long after that begins."""
    ends = [*score.starts[1:], score.length_ms]
    for slide, (start, end), time in zip(show.slides, zip(score.starts, ends, strict=True), score.times, strict=True):
        if not start <= at_ms < max(end, start + 1) or (end == start and end < score.length_ms):
            continue
        for group in time.groups[1:]:
            if start + group.start_ms == at_ms and group.steps:
                return Anchor(slide=slide.id, cue=group.steps[0].step.id)
        return Anchor(slide=slide.id, offset_ms=at_ms - start)
    return None
