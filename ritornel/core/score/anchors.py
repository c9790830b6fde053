"""What a comment is at, and where that stands now.

An anchor names a slide, and on it an object, words of the script, or an instant. Nothing of it changes while the show
is worked on: where it stands is found anew in the show as it is. So it moves with what it is at, also to another slide
when that is parted or joined, and comes back when what was deleted is brought back.
"""

from collections.abc import Iterable, Iterator
from difflib import SequenceMatcher

from msgspec import Struct

from ritornel.core.model import Show
from ritornel.core.model.slide import Slide
from ritornel.core.score.parts import Score
from ritornel.core.time.slide_clock import SlideTime

_MOST_QUOTED = 300
_LEAST_KEPT = 0.5
"""Words that were written over stand as long as this share of them is still there in one piece."""


class Anchor(Struct, frozen=True, omit_defaults=True):
    """What a comment is at: a show; or a slide, and there an object, words or an instant.

    ``lineage`` is that of the object: one that was cut out and put in elsewhere is found by it. ``words`` are quoted
    from the script, ``at`` is where they began; an instant is ``after`` ms behind the beginning of ``build``, or of the
    slide.
    """

    slide: str = ""
    object: str = ""
    lineage: str = ""
    words: str = ""
    at: int = 0
    build: str = ""
    after: int | None = None


class Standing(Struct, frozen=True, omit_defaults=True):
    """Where an anchor stands: slide, object, words from ``start`` to ``end``, an instant in show time, in ms.

    ``gone``: what it was at is not there any more; it stands at what is left of it, at last at the show.
    """

    slide: str = ""
    object: str = ""
    start: int = 0
    end: int = 0
    instant: int | None = None
    gone: bool = False


class Place(Struct, frozen=True, forbid_unknown_fields=True):
    """What somebody points at: a slide, and there an object, words from ``start`` to ``end``, or an instant.

    An instant is told in show time, or as ``within`` the slide, in ms.
    """

    slide: str = ""
    object: str = ""
    start: int = 0
    end: int = 0
    instant: int | None = None
    within: int | None = None


def anchored(show: Show, score: Score, place: Place) -> Anchor | None:
    """Return the anchor of a place; None if there is no such place in the show."""
    number = _number_of(show, place.slide)
    if not place.slide:
        return Anchor()
    if number is None:
        return None
    slide = show.slides[number]
    if place.object:
        there = next((thing for thing in slide.objects if thing.id == place.object), None)
        return None if there is None else Anchor(slide=slide.id, object=there.id, lineage=there.lineage)
    if place.end > place.start:
        words = slide.script[max(0, place.start) : place.end][:_MOST_QUOTED]
        return Anchor(slide=slide.id, words=words, at=max(0, place.start)) if words.strip() else None
    if place.within is None and place.instant is None:
        return Anchor(slide=slide.id)
    asked = place.within if place.within is not None else (place.instant or 0) - score.starts[number]
    within = min(max(0, asked), score.slides[number].length_ms)
    build, began = max(
        ((name, start) for name, start in _begun(score.times[number]) if start <= within),
        key=lambda one: one[1],
        default=("", 0),
    )
    return Anchor(slide=slide.id, build=build, after=within - began)


def standing(show: Show, score: Score, anchor: Anchor) -> Standing:
    """Return where an anchor stands in the show as it is."""
    if not anchor.slide:
        return Standing()
    own = _number_of(show, anchor.slide)
    if anchor.object:
        return _object_stands(show, own, anchor)
    if anchor.words:
        return _words_stand(show, own, anchor)
    if anchor.after is not None:
        return _instant_stands(show, score, own, anchor)
    return Standing(slide=anchor.slide) if own is not None else Standing(gone=True)


def _object_stands(show: Show, own: int | None, anchor: Anchor) -> Standing:
    for slide in _own_first(show, own):
        if any(thing.id == anchor.object for thing in slide.objects):
            return Standing(slide=slide.id, object=anchor.object)
    lineage = anchor.lineage or anchor.object
    for slide in _own_first(show, own):
        found = next((thing.id for thing in slide.objects if thing.lineage == lineage), None)
        if found is not None:
            return Standing(slide=slide.id, object=found)
    return _left(own, anchor)


def _words_stand(show: Show, own: int | None, anchor: Anchor) -> Standing:
    for slide in _own_first(show, own):
        starts = list(_occurrences(slide.script, anchor.words))
        if starts:
            start = min(starts, key=lambda one: abs(one - anchor.at))
            return Standing(slide=slide.id, start=start, end=start + len(anchor.words))
    if own is not None:
        script = show.slides[own].script
        match = SequenceMatcher(None, anchor.words, script, autojunk=False).find_longest_match()
        if match.size >= _LEAST_KEPT * len(anchor.words):
            return Standing(slide=anchor.slide, start=match.b, end=match.b + match.size)
    return _left(own, anchor)


def _instant_stands(show: Show, score: Score, own: int | None, anchor: Anchor) -> Standing:
    after = anchor.after or 0
    numbers = [*([] if own is None else [own]), *(n for n in range(len(show.slides)) if anchor.build and n != own)]
    for number in numbers:
        start, length = score.starts[number], score.slides[number].length_ms
        began = 0 if not anchor.build else dict(_begun(score.times[number])).get(anchor.build)
        if began is not None:
            return Standing(slide=show.slides[number].id, instant=start + min(began + after, length))
    return _left(own, anchor)


def _left(own: int | None, anchor: Anchor) -> Standing:
    return Standing(slide=anchor.slide, gone=True) if own is not None else Standing(gone=True)


def _number_of(show: Show, slide_id: str) -> int | None:
    return next((number for number, slide in enumerate(show.slides) if slide.id == slide_id), None)


def _own_first(show: Show, own: int | None) -> Iterable[Slide]:
    return show.slides if own is None else (show.slides[own], *show.slides[:own], *show.slides[own + 1 :])


def _occurrences(script: str, words: str) -> Iterator[int]:
    at = script.find(words)
    while at >= 0:
        yield at
        at = script.find(words, at + 1)


def _begun(time: SlideTime) -> Iterator[tuple[str, int]]:
    """Yield the builds of a slide with their beginnings, in ms from the slide's."""
    for group in time.groups:
        for timed in group.steps:
            yield timed.step.id, timed.start_ms
