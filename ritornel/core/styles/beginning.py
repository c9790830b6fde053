"""How shows begin: like another one, with what is to be filled in left empty; and whether anything was done with one."""

from msgspec.structs import replace

from ritornel.core.model import Object, Paragraph, Show, Slide, Text
from ritornel.core.model.roles import ORNAMENT


def begun_from(show: Show, title: str) -> Show:
    """Return a new show like another one: what has a role is to be written, unless it is locked; nothing is said yet.

    A text keeps as many lines as it had, so that what builds them stays; where no style has a place for it, it stays as
    it is.
    """
    slides = tuple(_slide(slide) for slide in show.slides)
    return replace(show, id="show", title=title, target_ms=show.target_ms, slides=slides)


def untouched(show: Show) -> bool:
    """Tell whether nothing was done with a show yet: one slide, with nothing on it but places, or the title."""
    return len(show.slides) <= 1 and not any(
        s.script or s.title or s.unreadable or any(_done(o, show) for o in s.objects) for s in show.slides
    )


def _done(thing: Object, show: Show) -> bool:
    if thing.role == ORNAMENT:
        return False
    if not isinstance(thing, Text) or not thing.role or thing.own:
        return True
    return any(p.text not in ("", show.title) for p in thing.paragraphs)


def _slide(slide: Slide) -> Slide:
    return replace(slide, title="", script="", narration=None, objects=tuple(map(_object, slide.objects)))


def _object(thing: Object) -> Object:
    if not isinstance(thing, Text) or not thing.role or thing.role == ORNAMENT or thing.locked:
        return thing
    lines = tuple(
        Paragraph(align=p.align, marker=p.marker, level=p.level, space_before=p.space_before) for p in thing.paragraphs
    )
    return replace(thing, paragraphs=lines)
