"""House styles, for the desk: what the show's own slides look like in each, and what of the show was set by hand."""

from typing import Annotated, Any
from uuid import UUID

import msgspec
from django.http import HttpRequest, HttpResponse
from django.views.decorators.http import require_POST

from ritornel.core.edits import read_command
from ritornel.core.edits.styles import in_style
from ritornel.core.model import Show, Slide
from ritornel.core.styles import STYLES, room_of, style_of
from ritornel.core.styles.dressing import by_hand
from ritornel.core.styles.troubles import troubles
from ritornel.core.text.naming import object_name, slide_title
from ritornel.desk.protocol import MOST_COMMANDS, carried_on
from ritornel.render.stage import nodes
from ritornel.shows.access import Act, loaded_for
from ritornel.site.answering import answer, answering, asked, signed_in

MOST_SLIDES = 4
MOST_BY_HAND = 200
_EXAMPLES = ("opening", "list", "picture-and-text", "figures", "statement", "full-picture")
"""The kinds of slide by which one knows a style, the most telling first."""


class Wanted(msgspec.Struct):
    """What a page asks: the styles, shown by these slides first. ``commands`` are those on their way."""

    slides: Annotated[list[str], msgspec.Meta(max_length=MOST_SLIDES)] = []
    commands: Annotated[list[dict[str, Any]], msgspec.Meta(max_length=MOST_COMMANDS)] = []


@signed_in
@require_POST
@answering
def styles(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Answer every house style, the show's own first, with a few of its slides in it, and what was set by hand."""
    _, show = loaded_for(request, show_id, Act.EDIT)
    wanted = asked(request, Wanted)
    show = carried_on(show, map(read_command, wanted.commands))
    few = _few(show, wanted.slides)
    offered = [*((own, True) for own in show.styles), *((style, False) for style in STYLES.values())]
    told = [
        {
            "name": style.name,
            "label": style.label or style.name,
            "voice": style.voice,
            "own": own,
            **_dressed(show, style.name, few),
        }
        for style, own in offered
    ]
    return answer(
        {
            "styles": told,
            "by_hand": _by_hand(show),
            "troubles": _troubles(show),
            "width": show.width,
            "height": show.height,
        }
    )


def _few(show: Show, first: list[str]) -> list[str]:
    """Return a few slides by which styles can be told apart: those asked for, then one of each telling kind."""
    there = [s.id for s in show.slides]
    chosen = [i for i in first if i in there]
    for kind in (*_EXAMPLES, ""):
        chosen += [s.id for s in show.slides if s.kind == kind and s.id not in chosen][: 1 if kind else MOST_SLIDES]
    return chosen[:MOST_SLIDES]


def _dressed(show: Show, style: str, few: list[str]) -> dict[str, Any]:
    """Return a few slides in a style, and what it cannot help of them."""
    dressed = in_style(show, style, frozenset(few))
    found = {slide.id: slide for slide in dressed.slides if slide.id in few}
    return {"slides": [_slide(found[name], dressed) for name in few], "troubles": _troubles(dressed, frozenset(few))}


def _troubles(show: Show, among: frozenset[str] | None = None) -> list[dict[str, Any]]:
    """Return what cannot be read in a show as it is, in the words that say so."""
    assets = {a.id: a for a in show.assets}
    found: list[dict[str, Any]] = []
    for number, slide in enumerate(show.slides, 1):
        if slide.unreadable or (among is not None and slide.id not in among):
            continue
        names = {o.id: object_name(o, assets) for o in slide.objects}
        title = slide_title(slide, number)
        found += [
            {"slide": slide.id, "object": one.object, "words": f"“{names[one.object]}” on “{title}” {one.words}"}
            for one in troubles(slide, room_of(show))
        ]
        if len(found) >= MOST_BY_HAND:
            break
    return found[:MOST_BY_HAND]


def _slide(slide: Slide, show: Show) -> dict[str, Any]:
    return {"background": slide.background, "nodes": nodes(slide, show)}


def _by_hand(show: Show) -> list[dict[str, Any]]:
    style = style_of(show)
    if style is None:
        return []
    assets = {a.id: a for a in show.assets}
    found = []
    for number, slide in enumerate(show.slides, 1):
        names = {o.id: object_name(o, assets) for o in slide.objects}
        found += [
            {
                "slide": slide.id,
                "title": slide_title(slide, number),
                "object": one.object,
                "name": names.get(one.object, "the ground"),
                "fields": _words(one.fields),
            }
            for one in by_hand(slide, style)
        ]
        if len(found) >= MOST_BY_HAND:
            break
    return found[:MOST_BY_HAND]


def _words(fields: tuple[str, ...]) -> list[str]:
    """Return fields as people say them; a place as one."""
    place = {"x", "y", "width", "height"}
    rest = [name.replace("_", " ") for name in fields if name not in place]
    return [*(["place"] if place & set(fields) else []), *rest]
