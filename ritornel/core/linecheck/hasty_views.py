"""A move between two views of a plane that nobody can follow: over a whole stage in no time, or turned too far."""

from collections.abc import Iterable
from itertools import pairwise
from math import hypot

from ritornel.core.linecheck.finding import NOTICED, Finding, Here, Mend, Rule
from ritornel.core.motion.flying import duration_ms, shortest
from ritornel.core.motion.views import stops
from ritornel.core.text.naming import view_name

_LEAST_MS = 400
_FARTHEST_TURN = 60.0


def _look(here: Here) -> Iterable[Finding]:
    slide = here.slide
    if slide.plane is None:
        return
    lasts = {t.step.id: t.end_ms - t.start_ms for group in here.time.groups for t in group.steps}
    seen = stops(slide, *here.stage)
    for (_, start), (step, end) in pairwise(seen):
        if step is None or not lasts.get(step.id):
            continue
        goal = f"slide {here.number}: the move to “{view_name(step.view, slide)}”"
        far = hypot(end.x - start.x, end.y - start.y) / max(start.width, end.width)
        turn = abs(shortest(start.turn, end.turn))
        if far > 1 and lasts[step.id] < _LEAST_MS:
            enough = duration_ms(start, end)
            values = {"steps": [step.id], "values": {"duration": enough}}
            mend = Mend(f"Take {enough / 1000:.1f} s", {"do": "set-steps", "slide": slide.id, **values})
            words = f"{goal} goes over {far:.1f} stages in {lasts[step.id] / 1000:.1f} s; take {enough / 1000:.1f} s"
            yield Finding("hasty-view", slide.id, words, step.id, mend=mend)
        elif turn > _FARTHEST_TURN:
            words = f"{goal} turns by {turn:.0f}°; more than {_FARTHEST_TURN:.0f}° makes one giddy"
            yield Finding("hasty-view", slide.id, words, step.id)


RULE = Rule(
    "hasty-view",
    "Moves that nobody can follow",
    look_at=_look,
    weight=NOTICED,
    why="Who loses sight of where they are looks for it, and does not listen; some feel sick.",
)
