"""What a score and a frame of it are made of."""

from msgspec import Struct, field

from ritornel.core.motion.curves import Value
from ritornel.core.motion.easing import Easing
from ritornel.core.motion.pieces import Piece
from ritornel.core.motion.target import Target
from ritornel.core.sound.spans import Span
from ritornel.core.time.slide_clock import SlideTime


class TransitionPlan(Struct, frozen=True):
    """A slide's transition: its pieces from the bottom up, over slide time 0..duration, eased to their progress.

    One that is ``reverse`` runs from the end of its pieces to their beginning. ``carried`` are the objects of the slide
    before that become objects of this one, by their ids.
    """

    duration_ms: int = field(name="duration")
    easing: Easing
    reverse: bool
    backdrop: str
    pieces: tuple[Piece, ...]
    carried: tuple[tuple[str, str], ...] = ()


class SlideScore(Struct, frozen=True, weakref=True):
    """Everything that happens on one slide, in slide time."""

    id: str
    length_ms: int = field(name="length")
    transition: TransitionPlan
    targets: tuple[Target, ...]
    spans: tuple[Span, ...]


class Score(Struct, frozen=True, weakref=True):
    """A compiled show: slides with their starts in show time, the spans of its beds, and the slides' times.

    ``speech`` says when somebody speaks, in show time, where a bed gives room to it.
    """

    length_ms: int = field(name="length")
    starts: tuple[int, ...]
    slides: tuple[SlideScore, ...]
    bed_spans: tuple[Span, ...]
    times: tuple[SlideTime, ...]
    speech: tuple[tuple[int, int], ...] = ()


class Layer(Struct, frozen=True):
    """One slide on the stage at an instant, or a part of it: its own properties, and its targets' by key.

    ``slide`` is -1 for the black that a show comes out of. Where its properties have a ``clip``, ``corners`` and
    ``soft`` are those of its ``Piece``; where they have ``cells`` (how far each has come, 0..1), ``grid`` is columns
    and rows.
    """

    slide: int
    time: float
    properties: dict[str, Value]
    targets: dict[str, dict[str, Value]]
    corners: tuple[int, ...] = ()
    soft: float = 0.0
    grid: tuple[int, int] | None = None


class FrameState(Struct, frozen=True):
    """What stands on the stage at an instant, from the bottom layer up, over ``backdrop``."""

    slide: int
    time: float
    backdrop: str
    layers: tuple[Layer, ...]
