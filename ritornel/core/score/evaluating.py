"""The score at any instant: finds the slide by binary search and interpolates the tracks of what is on the stage."""

from bisect import bisect_right

from ritornel.core.motion.easing import eased
from ritornel.core.motion.pieces import WHOLE, Piece, cell_states
from ritornel.core.motion.target import states_at
from ritornel.core.motion.track import joined, state_at
from ritornel.core.score.parts import FrameState, Layer, Score, TransitionPlan
from ritornel.core.score.planning import BLACK

NOTHING = -1
"""The index of the slide before the first: black."""


def evaluate(score: Score, time: float) -> FrameState:
    """Return what stands on the stage at ``time`` ms of the show, clamped to its length.

    While a transition runs, the slide before, the last that had any length, is there as it last was; the first slide
    comes out of black. Raises ``ValueError`` for a score without slides.
    """
    if not score.slides:
        raise ValueError("a show without slides has no frames")
    index = slide_at(score, time)
    slide = score.slides[index]
    within = min(max(0.0, time - score.starts[index]), float(slide.length_ms))
    plan = slide.transition
    new = Layer(index, within, {}, states_at(slide.targets, within))
    if within >= plan.duration_ms:
        return FrameState(index, within, BLACK, (new,))
    previous = slide_before(score, index)
    if previous == NOTHING:
        old, backdrop = Layer(NOTHING, 0.0, {}, {}), BLACK
    else:
        before = score.slides[previous]
        end = float(before.length_ms)
        old, backdrop = Layer(previous, end, {}, states_at(before.targets, end)), plan.backdrop
    progress = progress_at(plan, within)
    layers = tuple(_piece(piece, new if piece.of == "new" else old, progress) for piece in plan.pieces)
    return FrameState(index, within, backdrop, layers)


def progress_at(plan: TransitionPlan, within: float) -> float:
    """Return how far a transition has come through its pieces, 0 to ``WHOLE``, at a slide time in it."""
    share = min(1.0, max(0.0, eased(plan.easing, within / plan.duration_ms)))
    return WHOLE * (1.0 - share if plan.reverse else share)


def slide_before(score: Score, index: int) -> int:
    """Return the index of the last slide before that has any length, which a transition comes from; or ``NOTHING``."""
    return next((n for n in range(index - 1, -1, -1) if score.slides[n].length_ms), NOTHING)


def slide_at(score: Score, time: float) -> int:
    """Return the index of the slide on the stage at ``time`` ms of the show; one of no length is never on it."""
    index = max(0, bisect_right(score.starts, time) - 1)
    return next((n for n in range(index, -1, -1) if score.slides[n].length_ms), index)


def _piece(piece: Piece, layer: Layer, progress: float) -> Layer:
    properties = state_at(piece.tracks, progress)
    grid = None
    if piece.cells is not None:
        properties["cells"] = cell_states(piece.cells, progress)
        grid = (piece.cells.columns, piece.cells.rows)
    targets = layer.targets
    if piece.targets and layer.slide != NOTHING:
        targets = {**targets}
        for target in piece.targets:
            targets[target.key] = joined(targets.get(target.key, {}), state_at(target.tracks, progress))
    return Layer(layer.slide, layer.time, properties, targets, piece.corners, piece.soft, grid)
