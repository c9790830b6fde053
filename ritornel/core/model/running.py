"""The show as it runs: without the slides that are skipped."""

from itertools import pairwise

from msgspec.structs import replace

from ritornel.core.model.anchoring import anchored
from ritornel.core.model.links import without_links_to
from ritornel.core.model.show import Show


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
