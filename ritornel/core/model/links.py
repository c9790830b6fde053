"""Where links lead, and what becomes of them when what they lead to goes."""

from collections.abc import Callable, Collection

from msgspec.structs import replace

from ritornel.core.model.objects import Object, Text
from ritornel.core.model.show import Show
from ritornel.core.model.slide import Slide
from ritornel.core.model.text import Paragraph

SLIDE, CHAPTER = "#slide:", "#chapter:"


def resolved(link: str, show: Show) -> str:
    """Return where a link leads, a chapter being its first slide; empty if that is not there any more."""
    if not link.startswith(CHAPTER):
        return link
    first = next((c.first for c in show.chapters if c.id == link[len(CHAPTER) :]), None)
    return f"{SLIDE}{first}" if first is not None else ""


def without_links_to(slide: Slide, gone: Collection[str]) -> Slide:
    """Return the slide without links that lead to slides that are gone; itself if it has none."""
    dead = {f"{SLIDE}{name}" for name in gone}
    objects = tuple(relinked(o, lambda link: "" if link in dead else link) for o in slide.objects)
    unchanged = all(a is b for a, b in zip(objects, slide.objects, strict=True))
    return slide if unchanged else replace(slide, objects=objects)


def relinked(thing: Object, change: Callable[[str], str]) -> Object:
    """Return the object with each of its links changed; itself where none is."""
    if change(thing.link) != thing.link:
        thing = replace(thing, link=change(thing.link))
    if isinstance(thing, Text) and any(change(r.link) != r.link for p in thing.paragraphs for r in p.runs):
        thing = replace(thing, paragraphs=tuple(_paragraph(p, change) for p in thing.paragraphs))
    return thing


def _paragraph(paragraph: Paragraph, change: Callable[[str], str]) -> Paragraph:
    return replace(paragraph, runs=tuple(replace(r, link=change(r.link)) for r in paragraph.runs))
