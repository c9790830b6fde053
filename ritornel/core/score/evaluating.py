"""The score at any instant: finds the slide by binary search and interpolates the tracks of what is on the stage."""

from bisect import bisect_right

from ritornel.core.motion.declared import Value
from ritornel.core.motion.track import state_at
from ritornel.core.score.parts import FrameState, Layer, Score, SlideScore

BLACK = "#000000"


def evaluate(score: Score, time: float) -> FrameState:
    """Return what stands on the stage at ``time`` ms of the show, clamped to its length.

    While a transition runs, the slide before, the last that had any length, lies under the new one as it last was; the
    first slide comes out of black. Raises ``ValueError`` for a score without slides.
    """
    if not score.slides:
        raise ValueError("a show without slides has no frames")
    index = slide_at(score, time)
    slide = score.slides[index]
    within = min(max(0.0, time - score.starts[index]), float(slide.length_ms))
    plan = slide.transition
    if within >= plan.duration_ms:
        return FrameState(index, within, BLACK, (_layer(slide, index, within, {}),))
    new = _layer(slide, index, within, state_at(plan.new, within))
    previous = next((n for n in range(index - 1, -1, -1) if score.slides[n].length_ms), None)
    if previous is None:
        return FrameState(index, within, BLACK, (new,))
    before = score.slides[previous]
    old = _layer(before, previous, float(before.length_ms), state_at(plan.old, within))
    return FrameState(index, within, plan.backdrop, (old, new))


def slide_at(score: Score, time: float) -> int:
    """Return the index of the slide on the stage at ``time`` ms of the show; one of no length is never on it."""
    index = max(0, bisect_right(score.starts, time) - 1)
    return next((n for n in range(index, -1, -1) if score.slides[n].length_ms), index)


def _layer(slide: SlideScore, index: int, time: float, properties: dict[str, Value]) -> Layer:
    return Layer(index, time, properties, {t.key: state_at(t.tracks, time) for t in slide.targets})
