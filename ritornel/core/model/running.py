"""The show as it runs: without the slides that are skipped, which can still be called for at the lectern."""

from itertools import pairwise
from typing import NamedTuple

from msgspec.structs import replace

from ritornel.core.model.anchoring import anchored
from ritornel.core.model.links import without_links_to
from ritornel.core.model.show import Show


class Called(NamedTuple):
    """A show as it runs, the slides that are skipped behind its end: so many are ``planned``.

    ``after``: for each of those behind, the place of the slide that the show goes on with; ``planned`` where it ends.
    """

    show: Show
    planned: int
    after: tuple[int, ...]


def with_called(show: Show) -> Called:
    """Return the show as it runs, with the slides that are skipped behind its end."""
    runs = running(show)
    planned = len(runs.slides)
    place = {slide.id: n for n, slide in enumerate(runs.slides)}
    after, behind, coming = [], [], planned
    for slide in reversed(show.slides):
        coming = place.get(slide.id, coming)
        if slide.skipped:
            behind.append(replace(slide, skipped=False))
            after.append(coming)
    slides = (*runs.slides, *reversed(behind))
    return Called(replace(runs, slides=slides) if behind else runs, planned, tuple(reversed(after)))


def running(show: Show) -> Show:
    """Return the show without its skipped slides; what began with one begins with the next that is left."""
    gone = {s.id for s in show.slides if s.skipped}
    if not gone:
        return show
    kept = tuple(without_links_to(s, gone) for s in show.slides if s.id not in gone)
    place = {s.id: n for n, s in enumerate(show.slides)}
    edges = [*(place[c.first] for c in show.chapters), len(show.slides)]
    chapters = []
    for chapter, (start, end) in zip(show.chapters, pairwise(edges), strict=True):
        first = next((s.id for s in show.slides[start:end] if s.id not in gone), None)
        if first is not None:
            chapters.append(replace(chapter, first=first))
    return anchored(show, replace(show, slides=kept, chapters=tuple(chapters)))
