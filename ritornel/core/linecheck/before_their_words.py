"""A picture comes with a cue long before its name is heard in the voice, though both are in one passage."""

from collections.abc import Iterable, Mapping, Sequence

from ritornel.core.linecheck.finding import BETTER, Finding, Here, Mend, Rule
from ritornel.core.linecheck.named_things import Named, named_things
from ritornel.core.model import Slide
from ritornel.core.model.slide import Said
from ritornel.core.time.narration import narration_lead
from ritornel.core.time.stretches import heard_at, stretches_of
from ritornel.core.voice.matching import told
from ritornel.core.voice.spoken import Token, tokens

_EARLY_MS = 2000
"""So long before its name a thing may come: one finds it while the sentence goes on."""


def _look(here: Here) -> Iterable[Finding]:
    voice = here.slide.narration
    if voice is None or not voice.said:
        return
    words = tokens(here.slide.script)
    heard = told(here.slide.script, voice.said)
    stretches = stretches_of(voice, {asset.id: asset.length_ms for asset in here.assets.values()})
    lead = narration_lead(voice, here.time.transition_ms)
    for one in named_things(here.slide, here.time):
        said = _said(here.slide, one, words, heard) if one.named == one.comes else None
        if said is None:
            continue
        within = heard_at(stretches, said.start_ms)
        early = lead + within - one.timed.start_ms
        if early >= _EARLY_MS:
            message = f"slide {here.number}: “{one.name}” comes {early / 1000:.1f} s before it is named in the voice"
            mend = _later(here, one, within)
            yield Finding("before-its-words", here.slide.id, message, one.timed.step.id, one.thing.id, mend)


def _said(slide: Slide, one: Named, words: Sequence[Token], heard: Sequence[Said | None]) -> Said | None:
    """Return the first word of a thing's name as it was heard; None where it was not."""
    start = slide.script.casefold().find(one.name.casefold(), max(0, slide.script.find(f"[{one.comes}]")))
    places = (n for n, word in enumerate(words) if start >= 0 and word.start >= start)
    place = next(places, None)
    return None if place is None else heard[place]


def _later(here: Here, one: Named, within: int) -> Mend | None:
    """Return the mend that lets the cue come when the name is said, where the cue brings only this, before the next."""
    assert here.slide.narration is not None
    marks: Mapping[int, int | None] = dict(enumerate(here.slide.narration.marks, 1))
    following = marks.get(one.comes + 1)
    alone = len(here.time.groups[one.comes].steps) == 1
    if not alone or (following is not None and following <= within):
        return None
    command = {"do": "set-marks", "slide": here.slide.id, "marks": {str(one.comes): within}}
    return Mend("Let it come with its name", command)


RULE = Rule(
    "before-its-words",
    "Pictures that come before their name is said",
    look_at=_look,
    weight=BETTER,
    why="What is there before it is named is looked at while something else is said.",
)
