"""Words are gone before they can be read."""

from collections.abc import Iterable

from msgspec.structs import replace

from ritornel.core.linecheck.finding import NOTICED, Finding, Here, Rule, held_longer, seconds
from ritornel.core.model import Text
from ritornel.core.motion.views import readable_in
from ritornel.core.time.dwell import newly_shown, read, shown_by

_STEP_MS = 100


def _look(here: Here) -> Iterable[Finding]:
    slide, time = here.slide, here.time
    read_by_all = [o for o in slide.objects if not (isinstance(o, Text) and o.tells)]  # credits are there to be found
    shown_before = shown_by(here.before) if here.before is not None else frozenset()
    shown = newly_shown(
        replace(slide, objects=tuple(read_by_all)),
        [[t.step for t in g.steps] for g in time.groups],
        shown_before,
        readable_in(slide, *here.stage),
    )
    wanted = most = 0
    for group, reads in reversed(list(zip(time.groups, read(shown, here.pace), strict=True))):
        wanted += reads
        most = max(most, wanted - (time.length_ms - group.start_ms) if reads else 0)
    if most >= _STEP_MS:
        longer = -(-most // _STEP_MS) * _STEP_MS
        words = f"its words are gone {seconds(longer)} before they can be read"
        yield Finding("unread-text", slide.id, f"slide {here.number}: {words}", mend=held_longer(slide, longer))


RULE = Rule(
    "unread-text",
    "Words that are gone before they are read",
    look_at=_look,
    weight=NOTICED,
    why="Who reads while the slide changes has missed the end of it, and what is said meanwhile.",
)
