"""What must hold between the parts of a show, and how many of each there may be."""

from collections import Counter
from collections.abc import Iterable, Iterator
from itertools import pairwise
from typing import Any

from ritornel.core.model import limits
from ritornel.core.model.memory import Recalled
from ritornel.core.model.objects import Clip, Shape, Sound, Text
from ritornel.core.model.paths import BadPath, read_path
from ritornel.core.model.plane import MOST_STAGES
from ritornel.core.model.show import Bed, Show
from ritornel.core.model.slide import Slide, Step
from ritornel.core.model.text import Paragraph


class BadDocument(ValueError):
    """A document breaks a rule. The message names the place and says what must hold."""


def check_show(show: Show, checked: Show | None = None) -> None:
    """Raise ``BadDocument`` if names do not refer to what is there, or points in time are out of order.

    Slides that ``checked``, a show found right before, has too are not looked at again.
    """
    right = {id(s) for s in checked.slides} if checked is not None else set()
    check_counts(show)
    _unique((s.id for s in show.slides), "slide")
    _unique((b.id for b in show.beds), "bed")
    _unique((a.id for a in show.assets), "asset")
    known = {s.id for s in show.slides}
    for number, chapter in enumerate(show.chapters, 1):
        if chapter.first not in known:
            raise BadDocument(f"chapter {number}: first must be the id of a slide, and “{chapter.first}” is none")
    for number, bed in enumerate(show.beds, 1):
        _bed_holds(bed, known, f"bed {number}")
    for number, slide in enumerate(show.slides, 1):
        if id(slide) in right:
            continue
        check_slide(slide, f"slide {number}")
        plane, most = slide.plane, MOST_STAGES
        if plane is not None and (plane.width > most * show.width or plane.height > most * show.height):
            raise BadDocument(f"slide {number}: a plane is {most} stages wide and {most} high at most")


def check_slide(slide: Slide, place: str) -> None:
    """Raise ``BadDocument`` if the slide does not hold together; ``place`` opens the message."""
    _unique((o.id for o in slide.objects), f"{place}, object")
    _unique((s.id for s in slide.running_order), f"{place}, build")
    known = {o.id: o for o in slide.objects}
    for number, step in enumerate(slide.running_order, 1):
        at = f"{place}, build {number}"
        if step.object and step.object not in known:
            raise BadDocument(f"{at}: object must be the id of an object on this slide, and “{step.object}” is none")
        target = known.get(step.object)
        if step.acts and target is not None and not isinstance(target, Clip | Sound):
            raise BadDocument(f"{at}: only a clip or a sound can be told to play, and where and how")
        if step.kind == "view" and step.object:
            raise BadDocument(f"{at}: what goes to a view is the stage, and no object")
        if step.part is not None and target is not None and not isinstance(target, Text):
            raise BadDocument(f"{at}: only a text has parts")
        for name, value in step.params.items():
            if not _is_setting(value):
                raise BadDocument(f"{at}: {name} must be a number, true, false or a short text")
    for number, thing in enumerate(slide.objects, 1):
        if isinstance(thing, Clip | Sound):
            _in_before_out(thing, f"{place}, object {number}")
        if isinstance(thing, Shape) and thing.path:
            _path_can_be_read(thing.path, f"{place}, object {number}")
        if isinstance(thing, Text):
            for line, paragraph in enumerate(thing.paragraphs, 1):
                _runs_in_order(paragraph, f"{place}, object {number}, paragraph {line}")
    if slide.narration is not None:
        _in_before_out(slide.narration, f"{place}, narration")
        _stretches_in_order(slide.narration.kept, f"{place}, narration, kept")


def check_counts(show: Show) -> None:
    """Raise ``BadDocument`` if the show has more than any show may have (``core.model.limits``)."""
    most = (
        limits.OBJECTS,
        limits.BUILDS,
        limits.TEXT_CHARACTERS,
        limits.RUNS,
        limits.SCRIPT_CHARACTERS,
        limits.SETTINGS_CHARACTERS,
    )
    found = [sum(counts) for counts in zip(*map(_counts_of, show.slides), strict=True)] or [0] * len(most)
    found[-1] += sum(_characters_in_settings(effect.steps) for effect in show.effects)
    told = [(len(show.slides), limits.SLIDES, "slides"), *zip(found, most, _NOUNS, strict=True)]
    for count, may, noun in told:
        if count > may:
            raise BadDocument(f"a show may have {may:,} {noun} at most, and this would have {count:,}; part it in two")


_NOUNS = (
    "objects",
    "builds",
    "characters of text",
    "runs of text",
    "characters of script",
    "characters in settings of builds",
)
_COUNTS_BYTES = 2 * 1024 * 1024
_counts: Recalled[tuple[int, ...]] = Recalled(_COUNTS_BYTES)


def _counts_of(slide: Slide) -> tuple[int, ...]:
    """Return how many of each of ``_NOUNS`` a slide has."""
    known = _counts.get(slide)
    if known is not None:
        return known
    paragraphs = [p for o in slide.objects if isinstance(o, Text) for p in o.paragraphs]
    found = (
        len(slide.objects),
        len(slide.running_order),
        sum(len(p.text) for p in paragraphs),
        sum(len(p.runs) for p in paragraphs),
        len(slide.script),
        _characters_in_settings(slide.running_order),
    )
    return _counts.put(found, 450, slide)


def _characters_in_settings(steps: Iterable[Step]) -> int:
    return sum(len(value) for step in steps for value in step.params.values() if isinstance(value, str))


def _is_setting(value: Any) -> bool:
    """Tell whether a value is one that a build's setting can have: unknown effects keep theirs."""
    if isinstance(value, str):
        return len(value) <= (limits.PATH_SETTING_CHARACTERS if value.startswith("M") else limits.SETTING_CHARACTERS)
    return isinstance(value, bool) or (isinstance(value, int | float) and abs(value) <= 1e9)


def _path_can_be_read(path: str, place: str) -> None:
    try:
        read_path(path)
    except BadPath as error:
        raise BadDocument(f"{place}: {error}") from error


def _runs_in_order(paragraph: Paragraph, place: str) -> None:
    reached = 0
    for number, run in enumerate(paragraph.runs, 1):
        if not reached <= run.start < run.end <= len(paragraph.text):
            raise BadDocument(f"{place}, run {number}: runs must lie in order, apart, inside the paragraph's text")
        reached = run.end


def _stretches_in_order(stretches: Iterable[tuple[int, int]], place: str) -> None:
    """Raise ``BadDocument`` if stretches are in disorder: one may begin within the one before, and go on with it."""
    first = last = 0
    for number, (start, end) in enumerate(stretches, 1):
        if end <= start or start < first or end < last:
            raise BadDocument(
                f"{place}: stretch {number} must not end before the one before it, and end after it begins"
            )
        first, last = (start if start >= last else first), end


def _in_before_out(thing: Any, place: str) -> None:
    if thing.out_ms is not None and thing.out_ms <= thing.in_ms:
        raise BadDocument(f"{place}: out must come after in ({thing.in_ms})")


def _bed_holds(bed: Bed, slides: set[str], place: str) -> None:
    """Raise ``BadDocument`` if a bed is anchored to what is not there, or its points are out of order."""
    _in_before_out(bed, place)
    for name, anchor in (("start", bed.start), ("end", bed.end)):
        if anchor is not None and anchor.slide not in slides:
            raise BadDocument(f"{place}: {name} must name a slide, and “{anchor.slide}” is none")
    if bed.loop_from_ms is not None and bed.loop_to_ms is not None and bed.loop_to_ms <= bed.loop_from_ms:
        raise BadDocument(f"{place}: loop_to must come after loop_from ({bed.loop_from_ms})")
    for name, times in (("line", [at for at, _ in bed.line]), ("beats", list(bed.beats))):
        if any(later <= earlier for earlier, later in pairwise(times)):
            raise BadDocument(f"{place}: the points of {name} must lie in the order of their times")


def _unique(ids: Iterator[str], noun: str) -> None:
    for identifier, count in Counter(ids).items():
        if count > 1:
            raise BadDocument(f"{noun} “{identifier}”: the id must be used once, and stands {count} times")
