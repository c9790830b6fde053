"""A picture, or a clip, that is not described: who does not see it does not know what is there."""

from collections.abc import Iterable

from ritornel.core.linecheck.finding import BETTER, Finding, Here, Rule
from ritornel.core.model import Clip, Picture
from ritornel.core.model.roles import SPEAKER
from ritornel.core.text.naming import object_name


def _look(here: Here) -> Iterable[Finding]:
    number, slide, there = here.number, here.slide, here.assets
    for thing in slide.objects:
        if not isinstance(thing, Picture | Clip) or thing.asset not in there:
            continue
        if not thing.alt.strip() and thing.role != SPEAKER:
            message = f"slide {number}: “{object_name(thing, there)}” has no description"
            yield Finding("no-description", slide.id, message, object=thing.id)


RULE = Rule(
    "no-description",
    "Pictures without a description",
    look_at=_look,
    weight=BETTER,
    why="Who hears the show, or reads it, does not know what is seen (WCAG 1.1.1).",
)
