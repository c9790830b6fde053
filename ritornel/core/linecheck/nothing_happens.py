"""Nothing moves and nothing is said for long: the audience asks itself whether the show has stopped."""

from collections.abc import Iterable, Iterator

from ritornel.core.linecheck.finding import NOTICED, Finding, Here, Mend, Rule, about
from ritornel.core.time.running_order import StepTime

LONGEST_MS = 20_000
_LEFT_MS = 8_000


def _look(here: Here) -> Iterable[Finding]:
    reached = 0
    for start, end in sorted([*_happens(here), (here.time.length_ms, here.time.length_ms)]):
        gap = start - reached
        if gap > LONGEST_MS:
            yield _found(here, reached, gap)
        reached = max(reached, end)


def _found(here: Here, since: int, gap: int) -> Finding:
    slide, mend = here.slide, None
    if since + gap == here.time.length_ms and here.time.needed_ms <= since + _LEFT_MS:
        sooner = gap - _LEFT_MS
        mend = Mend(f"End it {about(sooner)} sooner", {"do": "drag-slide-end", "slide": slide.id, "by": -sooner})
    words = f"nothing moves and nothing is said for {about(gap)}"
    return Finding("nothing-happens", slide.id, f"slide {here.number}: {words}", mend=mend)


def _happens(here: Here) -> Iterator[tuple[int, int]]:
    """Yield from when to when something moves, plays or is said."""
    yield 0, here.time.transition_ms
    for group in here.time.groups:
        if group.said_ms:
            yield group.start_ms, group.start_ms + group.said_ms
        yield from ((t.start_ms, t.end_ms) for t in group.steps if _moves(t))
    yield from ((span.start_ms, span.end_ms) for span in here.part.spans if span.source != "spot")


def _moves(timed: StepTime) -> bool:
    return bool(timed.step.object) or timed.step.kind == "view"


RULE = Rule(
    "nothing-happens",
    "Times in which nothing happens",
    look_at=_look,
    weight=NOTICED,
    why="When nothing moves and nothing is said for so long, one thinks that the show has stopped.",
)
