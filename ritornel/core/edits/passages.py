"""Edit: recorded passages become the voices of their slides, and the pictures of who speaks there."""

from collections.abc import Mapping
from functools import partial
from typing import Annotated, Literal

from msgspec import Meta, Struct, field
from msgspec.structs import replace

from ritornel.core.edits.command import BadEdit, Command, NewIds, change_slide, object_ids, slide_of
from ritornel.core.edits.grouping import without_steps
from ritornel.core.edits.inking import with_ink, without_ink
from ritornel.core.model import Clip, Narration, Paragraph, Show, Slide, Text, limits
from ritornel.core.model.objects import InStep
from ritornel.core.model.roles import ORNAMENT, SPEAKER
from ritornel.core.model.units import CueNumber, Id, Ms, Name
from ritornel.core.motion.strokes import STROKES, Stroke
from ritornel.core.score import compile
from ritornel.core.styles import room_of, style_of
from ritornel.core.styles.dressing import noted, restored
from ritornel.core.styles.giving import PLACE
from ritornel.core.text.fitting import excess, shrunk
from ritornel.core.time.rounding import tenths
from ritornel.core.time.takes import Given, apply_to_slide

_NAME = "Who it is"

_LINE, _GAP, _INSET, _LEAST = 0.055, 0.02, 0.05, 0.3
"""Of the name of who speaks, in shares of the stage: a line's height, the gaps around, how far in, the least width."""

_BOX = (0.75, 0.0, 0.25, 1.0)
"""Where who speaks is seen in a show without a style, in shares of the stage: at its right edge, from top to bottom."""


class Seen(Struct, frozen=True, kw_only=True, omit_defaults=True, forbid_unknown_fields=True):
    """The camera picture of a passage: ``in`` to ``out`` of an asset, ``shift`` ms later there than in the voice's."""

    asset: Annotated[Name, Meta(min_length=1)]
    in_ms: Ms = field(name="in")
    out_ms: Ms = field(name="out")
    shift_ms: Annotated[int, Meta(ge=-86_400_000, le=86_400_000)] = field(default=0, name="shift")


class Passage(Struct, frozen=True, kw_only=True, omit_defaults=True, forbid_unknown_fields=True):
    """What was recorded of one slide: a ``voice`` with the marks of the cues as they were given, a picture, or both.

    ``seen`` is the picture of who speaks, ``ink`` what was drawn, in slide time. Without a voice ``cues`` are the
    instants at which cues were given. ``named``: who speaks, as it is to stand on the slide, a line each. ``placing``:
    whether who speaks fills the slide or stands where the style has them; left out, they fill one that is bare.
    """

    voice: Narration | None = None
    seen: Seen | None = None
    cues: dict[CueNumber, Ms] = {}
    named: Annotated[str, Meta(max_length=200)] = ""
    placing: Literal["", "whole", "style"] = ""
    ink: Annotated[tuple[Stroke, ...], Meta(max_length=STROKES)] = ()

    def __post_init__(self) -> None:
        """Something was recorded."""
        if self.voice is None and self.seen is None:
            raise ValueError("a passage needs a voice or a picture")


class ChoosePassages(Command, frozen=True, kw_only=True):
    """Let recorded passages be what is heard and seen of slides (timing, section 13): ``passages`` by slide.

    A slide lasts as its passage. Who speaks stands where the house style has them, or fills a slide that is bare
    otherwise; after another passage where that stood, with its builds. Where the passage has no picture, one of another
    voice goes. A picture without a voice is seen beside the voice that the slide has; where it has none, the slide
    waits and holds as was given. ``ids`` are for new objects, in the order of the slides: who speaks, then their name.
    """

    passages: Annotated[dict[str, Passage], Meta(min_length=1, max_length=limits.SLIDES)]
    ids: NewIds = []

    def apply(self, show: Show) -> Show:
        """Return the show with the passages."""
        for name in self.passages:
            slide_of(show, name)
        new = [
            (n, what)
            for n, p in self.passages.items()
            for what, lacks in (("seen", _lacks_picture), ("named", _lacks_name))
            if lacks(slide_of(show, n), p)
        ]
        ids = dict(zip(new, object_ids(show, len(new), self.ids), strict=True))
        slides = [_with(show, s, self.passages[s.id], ids) if s.id in self.passages else s for s in show.slides]
        show = replace(show, slides=tuple(slides))
        mute = {n for n, p in self.passages.items() if p.voice is None and slide_of(show, n).narration is None}
        show = _as_given(show, {n: p for n, p in self.passages.items() if n in mute})
        for name, passage in self.passages.items():
            show = with_ink(show, name, passage.ink) if passage.ink else show
        return show

    @property
    def brings_assets(self) -> tuple[str, ...]:
        """Their sounds and pictures."""
        named = (one.asset for p in self.passages.values() for one in (p.voice, p.seen) if one is not None)
        return tuple(dict.fromkeys(named))

    @property
    def label(self) -> str:
        """Count them."""
        return "choose a passage" if len(self.passages) == 1 else f"choose {len(self.passages)} passages"


class OnlyVoice(Command, frozen=True, kw_only=True):
    """Take who speaks off ``slides``, with the name under the picture; what they say stays."""

    slides: Annotated[tuple[Id, ...], Meta(min_length=1, max_length=limits.SLIDES)]

    def apply(self, show: Show) -> Show:
        """Return the show without them."""
        seen = {name: speaker_on(slide_of(show, name)) for name in self.slides}
        if not any(seen.values()):
            raise BadEdit("nobody who speaks is seen here")
        for name, thing in seen.items():
            if thing is not None:
                show = change_slide(show, name, partial(_without, thing=thing))
        return show

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "only the voice"


def speaker_place(show: Show, slide: Slide, placing: str = "") -> tuple[float, float, float, float, str]:
    """Return where who speaks is seen on a slide, or would be: x, y, width, height in stage units, and the form."""
    clip = speaker_on(slide)
    if clip is None:
        slide = _seen(show, slide, Seen(asset="-", in_ms=0, out_ms=1), InStep(voice="-"), "-", placing)
        clip = speaker_on(slide)
    assert clip is not None
    return clip.x, clip.y, clip.width, clip.height, clip.frame.mask


def speaker_on(slide: Slide) -> Clip | None:
    """Return the picture of who speaks on a slide, if they are seen there."""
    return next((o for o in slide.objects if isinstance(o, Clip) and o.role == SPEAKER), None)


def _with(show: Show, slide: Slide, passage: Passage, ids: Mapping[tuple[str, str], str]) -> Slide:
    slide, step = without_ink(slide), None
    if passage.voice is not None:
        voice = replace(passage.voice, lead_ms=0, tail_ms=0)
        slide = replace(slide, narration=voice, hold_ms=None, length_ms=None)
        step = InStep(voice=voice.asset, shift_ms=passage.seen.shift_ms if passage.seen is not None else 0)
    old, seen = speaker_on(slide), passage.seen
    if seen is None:
        return slide if old is None else _without(slide, old)
    if old is None:
        slide = _seen(show, slide, seen, step, ids[slide.id, "seen"], passage.placing)
    else:
        new = replace(old, asset=seen.asset, in_ms=seen.in_ms, out_ms=seen.out_ms, in_step=step)
        slide = replace(slide, objects=tuple(new if o is old else o for o in slide.objects))
    return _named(show, slide, passage.named, ids[slide.id, "named"]) if _lacks_name(slide, passage) else slide


def _lacks_picture(slide: Slide, passage: Passage) -> bool:
    return passage.seen is not None and speaker_on(slide) is None


def _lacks_name(slide: Slide, passage: Passage) -> bool:
    named = passage.seen is not None and bool(passage.named.strip())
    return named and all(thing.name != _NAME for thing in slide.objects)


def _as_given(show: Show, passages: Mapping[str, Passage]) -> Show:
    """Return a show whose slides without a voice wait and hold as was given while they were recorded."""
    if not passages:
        return show
    times = dict(zip((s.id for s in show.slides), compile(show).times, strict=True))

    def timed(slide: Slide) -> Slide:
        passage = passages.get(slide.id)
        if passage is None or passage.seen is None:
            return slide
        cues = {int(cue): at for cue, at in passage.cues.items()}
        given = Given(slide.id, 0, cues, passage.seen.out_ms - passage.seen.in_ms)
        return apply_to_slide(slide, times[slide.id], given).slide

    return replace(show, slides=tuple(map(timed, show.slides)))


def _named(show: Show, slide: Slide, named: str, name: str) -> Slide:
    """Return a slide with who speaks named under their picture, or in it where there is no room."""
    thing = speaker_on(slide)
    assert thing is not None
    lines = [line.strip() for line in named.splitlines() if line.strip()]
    height = tenths(show.height * _LINE * len(lines))
    whole = thing.height > show.height - height
    inset = tenths(show.width * _INSET) if whole else 0.0
    below = min(thing.y + thing.height + show.height * _GAP, show.height * (1 - _GAP) - height)
    x, y = tenths(thing.x + inset), tenths(below - (show.height * _INSET if whole else 0))
    width = tenths(max(thing.width - 2 * inset, show.width * _LEAST))
    place = {"x": min(x, show.width - width), "y": y, "width": width, "height": height}
    text = Text(id=name, name=_NAME, role="caption", paragraphs=tuple(map(Paragraph, lines)))
    slide, style = replace(slide, objects=(*slide.objects, text)), style_of(show)
    if style is not None:
        slide = restored(slide, style, room_of(show), frozenset({name}))
    own = noted({*PLACE, "size", "valign"})
    text = replace(slide.objects[-1], **place, size=tenths(height / len(lines) * 0.66), valign="top", own=own)  # type: ignore[assignment]
    return replace(slide, objects=(*slide.objects[:-1], shrunk(text) if excess(text) else text))


def _seen(show: Show, slide: Slide, seen: Seen, step: InStep | None, name: str, placing: str = "") -> Slide:
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
    if placing == "whole" or (not placing and all(o.role == ORNAMENT for o in slide.objects)):
        place = {"x": 0.0, "y": 0.0, "width": float(show.width), "height": float(show.height)}
        return replace(slide, objects=(*slide.objects, replace(new, own=noted({*PLACE, "frame"}), **place)))
    slide, style = replace(slide, objects=(*slide.objects, new)), style_of(show)
    return slide if style is None else restored(slide, style, room_of(show), frozenset({new.id}))


def _without(slide: Slide, thing: Clip) -> Slide:
    gone = {thing.id, *(o.id for o in slide.objects if o.name == _NAME)}
    slide = without_steps(slide, {step.id for step in slide.running_order if step.object in gone})
    return replace(slide, objects=tuple(o for o in slide.objects if o.id not in gone))
