"""The show lasts longer than it is meant to."""

from collections.abc import Iterable

from ritornel.core.linecheck.finding import NOTICED, Finding, Mend, Rule, about
from ritornel.core.model import Show
from ritornel.core.score import Score


def _look(show: Show, score: Score) -> Iterable[Finding]:
    shown = [slide for slide in show.slides if not slide.skipped]
    if show.target_ms is None or not shown or score.length_ms <= show.target_ms:
        return
    over = score.length_ms - show.target_ms
    command = {"do": "fit-length", "length": show.target_ms, "gives": ["holds", "waits"]}
    mend = Mend("Let its rests give way", command) if over <= _gives(score) else None
    yield Finding("over-target", shown[-1].id, f"the show lasts {about(over)} longer than it is meant to", mend=mend)


def _gives(score: Score) -> int:
    """Return about how much waits and holds that no voice sets can give, in ms."""
    rests = [time.hold_ms for time in score.times if time.hold_reason in ("hand", "dwell", "default")]
    waits = [g.wait_ms or 0 for t in score.times for g in t.groups if g.reason in ("hand", "dwell", "default")]
    return sum(rests) + sum(waits)


RULE = Rule(
    "over-target",
    "Longer than it is meant to be",
    look_over=_look,
    weight=NOTICED,
    why="What comes after has to wait, or the end is not heard.",
)
