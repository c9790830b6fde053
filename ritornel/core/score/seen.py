"""A slide as the audience sees it at an instant, as a slide: for small pictures of it."""

from collections.abc import Mapping
from typing import Any

from msgspec.structs import replace

from ritornel.core.model import Object, Paragraph, Part, Run, Slide, Text
from ritornel.core.model.keys import target_key
from ritornel.core.motion.track import state_at
from ritornel.core.score.parts import SlideScore
from ritornel.core.text.parts import spans_of
from ritornel.core.time.rounding import tenths

_GONE = 0.02
"""What is less opaque than this is not seen."""


def as_seen(slide: Slide, score: SlideScore, time: float) -> Slide:
    """Return the slide with what is seen of it at an instant of its time: where it stands, and without what is hidden.

    Words of a text that have not come yet are there without a colour, so that the others keep their places.
    """
    whole = {t.key: state_at(t.tracks, time) for t in score.targets}
    parts: dict[str, list[Part]] = {}
    for target in score.targets:
        if target.part is not None and not _seen(whole[target.key]):
            parts.setdefault(target.object, []).append(target.part)
    objects = []
    for thing in slide.objects:
        state = whole.get(target_key(thing.id), {})
        if _seen(state):
            objects.append(_placed(_without(thing, parts.get(thing.id, [])), state))
    return replace(slide, objects=tuple(objects), running_order=(), narration=None, script="")


def _seen(state: Mapping[str, Any]) -> bool:
    return bool(state.get("visible", 1.0) != 0 and state.get("opacity", 1.0) > _GONE)


def _placed(thing: Object, state: Mapping[str, Any]) -> Object:
    across, down = state.get("scale_x", 1.0), state.get("scale_y", 1.0)
    if isinstance(thing, Text) or across <= 0 or down <= 0:
        across = down = 1.0  # words keep their size: their box would be filled anew
    return replace(
        thing,
        x=tenths(thing.x + state.get("x", 0.0) + thing.width * (1 - across) / 2),
        y=tenths(thing.y + state.get("y", 0.0) + thing.height * (1 - down) / 2),
        width=max(0.1, tenths(thing.width * across)),
        height=max(0.1, tenths(thing.height * down)),
        rotation=thing.rotation + state.get("rotate", 0.0),
        opacity=thing.opacity * state.get("opacity", 1.0),
    )


def _without(thing: Object, parts: list[Part]) -> Object:
    if not isinstance(thing, Text) or not parts:
        return thing
    hidden: dict[int, list[tuple[int, int]]] = {}
    for part in parts:
        if part.paragraph < len(thing.paragraphs):
            words = thing.paragraphs[part.paragraph].text
            spans = [(0, len(words))] if part.unit == "line" else spans_of(words, part.unit)
            if part.unit == "line" or part.number < len(spans):
                hidden.setdefault(part.paragraph, []).append(spans[0 if part.unit == "line" else part.number])
    lines = (_unseen(p, hidden[n]) if n in hidden else p for n, p in enumerate(thing.paragraphs))
    return replace(thing, paragraphs=tuple(lines))


def _unseen(paragraph: Paragraph, spans: list[tuple[int, int]]) -> Paragraph:
    if (0, len(paragraph.text)) in spans:
        return replace(paragraph, runs=(Run(start=0, end=len(paragraph.text), colour="none"),), marker="none")
    return replace(paragraph, runs=tuple(Run(start=a, end=b, colour="none") for a, b in sorted(spans)))
