"""Edit: recorded passages become the voices of their slides, and the pictures of who speaks there."""

from collections.abc import Mapping
from typing import Annotated

from msgspec import Meta, Struct, field
from msgspec.structs import replace

from ritornel.core.edits.command import Command, NewIds, object_ids, slide_of
from ritornel.core.edits.grouping import without_steps
from ritornel.core.edits.inking import with_ink, without_ink
from ritornel.core.model import Clip, Narration, Show, Slide, limits
from ritornel.core.model.objects import InStep
from ritornel.core.model.roles import ORNAMENT, SPEAKER
from ritornel.core.model.units import Ms, Name
from ritornel.core.motion.strokes import STROKES, Stroke
from ritornel.core.styles import room_of, style_of
from ritornel.core.styles.dressing import noted, restored
from ritornel.core.styles.giving import PLACE

_BOX = (0.75, 0.0, 0.25, 1.0)
"""Where who speaks is seen in a show without a style, in shares of the stage: at its right edge, from top to bottom."""


class Seen(Struct, frozen=True, kw_only=True, omit_defaults=True, forbid_unknown_fields=True):
    """The camera picture of a passage: ``in`` to ``out`` of an asset, ``shift`` ms later there than in the voice's."""

    asset: Annotated[Name, Meta(min_length=1)]
    in_ms: Ms = field(name="in")
    out_ms: Ms = field(name="out")
    shift_ms: Annotated[int, Meta(ge=-86_400_000, le=86_400_000)] = field(default=0, name="shift")


class Passage(Struct, frozen=True, kw_only=True, omit_defaults=True, forbid_unknown_fields=True):
    """What was recorded of one slide: a ``voice`` with the marks of the cues as they were given, perhaps more.

    ``seen`` is the picture of who speaks, ``ink`` what was drawn, in slide time.
    """

    voice: Narration
    seen: Seen | None = None
    ink: Annotated[tuple[Stroke, ...], Meta(max_length=STROKES)] = ()


class ChoosePassages(Command, frozen=True, kw_only=True):
    """Let recorded passages be what is heard and seen of slides (timing, section 13): ``passages`` by slide.

    A slide lasts as its passage. Who speaks stands where the house style has them, or fills a slide that is bare
    otherwise; after another passage where that stood, with its builds. Where the passage has no picture, one of another
    voice goes. ``ids`` are for new objects, in the order of the slides.
    """

    passages: Annotated[dict[str, Passage], Meta(min_length=1, max_length=limits.SLIDES)]
    ids: NewIds = []

    def apply(self, show: Show) -> Show:
        """Return the show with the passages."""
        for name in self.passages:
            slide_of(show, name)
        bare = [n for n, p in self.passages.items() if p.seen is not None and _speaker(slide_of(show, n)) is None]
        ids = dict(zip(bare, object_ids(show, len(bare), self.ids), strict=True))
        slides = (_with(show, s, self.passages[s.id], ids) if s.id in self.passages else s for s in show.slides)
        show = replace(show, slides=tuple(slides))
        for name, passage in self.passages.items():
            show = with_ink(show, name, passage.ink) if passage.ink else show
        return show

    @property
    def brings_assets(self) -> tuple[str, ...]:
        """Their sounds and pictures."""
        named = (a for p in self.passages.values() for a in (p.voice.asset, p.seen.asset if p.seen else "") if a)
        return tuple(dict.fromkeys(named))

    @property
    def label(self) -> str:
        """Count them."""
        return "choose a passage" if len(self.passages) == 1 else f"choose {len(self.passages)} passages"


def speaker_place(show: Show, slide: Slide) -> tuple[float, float, float, float, str]:
    """Return where who speaks is seen on a slide, or would be: x, y, width, height in stage units, and the form."""
    clip = _speaker(slide)
    if clip is None:
        slide = _seen(show, slide, Seen(asset="-", in_ms=0, out_ms=1), InStep(voice="-"), "-")
        clip = _speaker(slide)
    assert clip is not None
    return clip.x, clip.y, clip.width, clip.height, clip.frame.mask


def _speaker(slide: Slide) -> Clip | None:
    return next((o for o in slide.objects if isinstance(o, Clip) and o.role == SPEAKER and o.in_step), None)


def _with(show: Show, slide: Slide, passage: Passage, ids: Mapping[str, str]) -> Slide:
    voice = replace(passage.voice, lead_ms=0, tail_ms=0)
    slide = replace(without_ink(slide), narration=voice, hold_ms=None, length_ms=None)
    old, seen = _speaker(slide), passage.seen
    if seen is None:
        return slide if old is None else _without(slide, old)
    step = InStep(voice=voice.asset, shift_ms=seen.shift_ms)
    if old is not None:
        new = replace(old, asset=seen.asset, in_ms=seen.in_ms, out_ms=seen.out_ms, in_step=step)
        return replace(slide, objects=tuple(new if o is old else o for o in slide.objects))
    return _seen(show, slide, seen, step, ids[slide.id])


def _seen(show: Show, slide: Slide, seen: Seen, step: InStep, name: str) -> Slide:
    """Return a slide with who speaks where the house style has them."""
    x, y, width, height = _BOX
    new = Clip(
        id=name,
        name="Who speaks",
        role=SPEAKER,
        asset=seen.asset,
        in_ms=seen.in_ms,
        out_ms=seen.out_ms,
        muted=True,
        fit="fill",
        in_step=step,
        x=x * show.width,
        y=y * show.height,
        width=width * show.width,
        height=height * show.height,
    )
    if all(o.role == ORNAMENT for o in slide.objects):
        place = {"x": 0.0, "y": 0.0, "width": float(show.width), "height": float(show.height)}
        return replace(slide, objects=(*slide.objects, replace(new, own=noted({*PLACE, "frame"}), **place)))
    slide, style = replace(slide, objects=(*slide.objects, new)), style_of(show)
    return slide if style is None else restored(slide, style, room_of(show), frozenset({new.id}))


def _without(slide: Slide, thing: Clip) -> Slide:
    slide = without_steps(slide, {step.id for step in slide.running_order if step.object == thing.id})
    return replace(slide, objects=tuple(o for o in slide.objects if o is not thing))
