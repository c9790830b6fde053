"""Texts that are as high as what stands in them, whatever an edit has made of them, and stay on the slide."""

from msgspec.structs import replace

from ritornel.core.model import Object, Slide, Text
from ritornel.core.text.fitting import shrunk
from ritornel.core.text.layout import height_of
from ritornel.core.time.rounding import tenths

_MARGIN = 1 / 30
"""What was written ends at least so far above the foot, in heights of the stage."""


def grown(slide: Slide, before: Slide | None, stage_height: float) -> Slide:
    """Return the slide with every text that grows at its height; one in which words came stays above the foot.

    It moves up for that, and is set smaller where there is not room enough.
    """
    old = {o.id: o for o in before.objects} if before is not None else {}
    changed = {o.id: g for o in slide.objects if (g := _grown(o, old.get(o.id), stage_height)) is not o}
    return replace(slide, objects=tuple(changed.get(o.id, o) for o in slide.objects)) if changed else slide


def _grown(thing: Object, was: Object | None, stage_height: float) -> Object:
    if not isinstance(thing, Text) or not thing.grows or thing is was:
        return thing
    height = tenths(height_of(thing))
    written = not isinstance(was, Text) or was.paragraphs != thing.paragraphs
    if written and not thing.rotation and thing.y + height > stage_height >= thing.y:
        return _above_the_foot(thing, height, stage_height)
    return thing if height == thing.height else replace(thing, height=height)


def _above_the_foot(text: Text, height: float, stage_height: float) -> Text:
    margin = tenths(_MARGIN * stage_height)
    room = stage_height - 2 * margin
    if height > room:
        text = shrunk(replace(text, height=room))
        height = tenths(height_of(text))
    return replace(text, y=min(text.y, stage_height - margin - height), height=height)
