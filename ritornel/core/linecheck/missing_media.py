"""A picture, a clip or a sound shows, or plays, what is not there: the audience sees a gap, or hears nothing."""

from collections.abc import Iterable

from ritornel.core.linecheck.finding import FAILS, Finding, Here, Rule
from ritornel.core.model import Clip, Picture, Sound
from ritornel.core.text.naming import object_name


def _look(here: Here) -> Iterable[Finding]:
    number, slide, there = here.number, here.slide, here.assets
    for thing in slide.objects:
        if isinstance(thing, Picture | Clip | Sound) and thing.asset not in there:
            kind = type(thing).__name__.lower()
            message = f"slide {number}: the {kind} “{object_name(thing, {})}” is missing; exchange it, or take it away"
            yield Finding("missing-media", slide.id, message, object=thing.id)
    if slide.ground is not None and slide.ground.asset and slide.ground.asset not in there:
        message = f"slide {number}: the picture of the ground is missing; choose another"
        yield Finding("missing-media", slide.id, message)
    if slide.narration is not None and slide.narration.asset not in there:
        yield Finding("missing-media", slide.id, f"slide {number}: the voice is missing; record it, or take it away")


RULE = Rule(
    "missing-media",
    "Pictures, clips and sounds that are missing",
    look_at=_look,
    weight=FAILS,
    why="The audience sees a gap, or hears nothing.",
)
