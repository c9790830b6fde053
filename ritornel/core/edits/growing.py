"""Texts that are as high as what stands in them, whatever an edit has made of them."""

from msgspec.structs import replace

from ritornel.core.model import Object, Slide, Text
from ritornel.core.text.layout import height_of
from ritornel.core.time.rounding import tenths


def grown(slide: Slide) -> Slide:
    """Return the slide with every text that grows at its height."""
    changed = {o.id: g for o in slide.objects if (g := _grown(o)) is not o}
    return replace(slide, objects=tuple(changed.get(o.id, o) for o in slide.objects)) if changed else slide


def _grown(thing: Object) -> Object:
    if not isinstance(thing, Text) or not thing.grows:
        return thing
    height = tenths(height_of(thing))
    return thing if height == thing.height else replace(thing, height=height)
