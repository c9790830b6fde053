"""What a score and a frame of it are made of."""

from msgspec import Struct, field

from ritornel.core.motion.choreography import Target
from ritornel.core.motion.declared import Value
from ritornel.core.motion.track import Track
from ritornel.core.sound.spans import Span
from ritornel.core.time.slide_clock import SlideTime


class LayerPlan(Struct, frozen=True):
    """A slide's transition: tracks of the slide before and of this one, over the slide time 0..duration."""

    duration_ms: int = field(name="duration")
    backdrop: str
    old: tuple[Track, ...]
    new: tuple[Track, ...]


class SlideScore(Struct, frozen=True, weakref=True):
    """Everything that happens on one slide, in slide time."""

    id: str
    length_ms: int = field(name="length")
    transition: LayerPlan
    targets: tuple[Target, ...]
    spans: tuple[Span, ...]
    still: tuple[tuple[int, int], ...]


class Score(Struct, frozen=True, weakref=True):
    """A compiled show: slides with their starts in show time, beds, and the slides' times."""

    length_ms: int = field(name="length")
    starts: tuple[int, ...]
    slides: tuple[SlideScore, ...]
    beds: tuple[Span, ...]
    times: tuple[SlideTime, ...]


class Layer(Struct, frozen=True):
    """One slide on the stage at an instant: its own properties, and its targets' by key."""

    slide: int
    time: float
    properties: dict[str, Value]
    targets: dict[str, dict[str, Value]]


class FrameState(Struct, frozen=True):
    """What stands on the stage at an instant, from the bottom layer up, over ``backdrop``."""

    slide: int
    time: float
    backdrop: str
    layers: tuple[Layer, ...]
