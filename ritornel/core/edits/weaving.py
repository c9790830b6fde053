"""Lines of several texts, and other objects between them, in one order: as they are read, or by pairs."""

from collections.abc import Sequence
from itertools import zip_longest

from msgspec.structs import replace

from ritornel.core.alignment.boxes import READING_ROW, reading_order
from ritornel.core.edits.command import BadEdit, step_ids
from ritornel.core.edits.families import By, beats_of
from ritornel.core.edits.grouping import Group, with_new
from ritornel.core.model import Object, Part, Slide, Step, Text, limits
from ritornel.core.model.slide import Trigger
from ritornel.core.text.layout import set_text

Beat = list[tuple[str, Part | None]]
"""What comes together: objects, or parts of them."""


def woven_beats(things: Sequence[Object], by: By) -> list[Beat]:
    """Return lines and objects in the order in which they are read on the slide: by rows, each from the left."""
    beats = [
        (_place(thing, parts[0]), [(thing.id, part) for part in parts])
        for thing in things
        for parts in beats_of(thing, by)
    ]
    return [beat for _, beat in sorted(beats, key=lambda one: one[0])]


def paired_beats(things: Sequence[Object], by: By) -> list[Beat]:
    """Return what comes together: first the first line of each text and of the other objects the first."""
    others = sorted((o for o in things if len(beats_of(o, by)) == 1), key=reading_order)
    rows: list[list[Beat]] = [[[(o.id, None)] for o in others]] if others else []
    texts = sorted((o for o in things if o not in others), key=reading_order)
    rows += [[[(thing.id, part) for part in parts] for parts in beats_of(thing, by)] for thing in texts]
    return [[one for beat in column if beat is not None for one in beat] for column in zip_longest(*rows)]


def with_woven(
    slide: Slide,
    beats: Sequence[Beat],
    like: Step,
    trigger: Trigger,
    stagger_ms: int,
    given: Sequence[str],
    here: str | None = None,
) -> Slide:
    """Return the slide with a build like ``like`` for all of that at the end, each beat triggered so, or on cues.

    ``here``: see ``grouping.with_new``.
    """
    count = sum(map(len, beats))
    if len(slide.running_order) + count > limits.BUILDS_ON_A_SLIDE:
        raise BadEdit(f"a slide may have {limits.BUILDS_ON_A_SLIDE:,} builds at most; build fewer parts")
    ids = iter(step_ids(slide, count, given))
    groups: list[Group] = []
    for number, beat in enumerate(beats):
        steps = [
            replace(like, id=next(ids), object=name, part=part, trigger="alongside" if place or not number else trigger)
            for place, (name, part) in enumerate(beat)
        ]
        if number == 0 or trigger == "cue":
            groups.append((None, steps))
        else:
            groups[-1][1].extend(
                replace(s, delay_ms=number * stagger_ms if trigger == "alongside" else 0) for s in steps
            )
    return with_new(slide, groups, here, trigger == "cue")


def _place(thing: Object, part: Part | None) -> tuple[float, float]:
    if part is None or not isinstance(thing, Text):
        return reading_order(thing)
    line = set_text(thing)[part.paragraph]
    return (thing.y + line.top) // READING_ROW, thing.x
