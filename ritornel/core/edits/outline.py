"""Slides from an outline: headings, lists, what is said, quotations, pictures."""

from typing import Annotated, Any, ClassVar, Literal

from msgspec import Meta, Struct
from msgspec.structs import replace

from ritornel.core.edits.command import BadEdit, Command, Ids, NewIds, fresh_ids, slide_ids
from ritornel.core.edits.styles import new_slide
from ritornel.core.edits.tables import with_table
from ritornel.core.model import Chapter, Object, Paragraph, Picture, Run, Show, Slide, Text, limits
from ritornel.core.model.slide import Script
from ritornel.core.model.text import ParagraphText
from ritornel.core.model.units import Name
from ritornel.core.styles import STYLES, room_of, style_of
from ritornel.core.styles.beginning import untouched
from ritornel.core.styles.dressing import restored

FIRST_STYLE = "night-watch"
"""What a show is set in that has nothing on its slides yet."""

_LEVELS = limits.LEVELS - 1


_Row = Annotated[tuple[ParagraphText, ...], Meta(max_length=limits.TABLE_COLUMNS)]


class OutlineLine(Struct, frozen=True):
    """One line of a list, and the stretches of it that differ."""

    text: ParagraphText
    level: Annotated[int, Meta(ge=0)] = 0
    marker: Literal["none", "bullet", "number"] = "none"
    runs: Annotated[tuple[Run, ...], Meta(max_length=limits.RUNS_IN_A_PARAGRAPH)] = ()


class Outlined(Struct, frozen=True):
    """One slide of an outline: ``depth`` 1 begins a chapter; ``pictures`` are ids of assets.

    Pictures that are ``absent``, by their names, leave a gap in which they can be put. A ``table`` is rows of cells.
    """

    title: ParagraphText = ""
    depth: int = 2
    lines: Annotated[tuple[OutlineLine, ...], Meta(max_length=limits.PARAGRAPHS_IN_A_TEXT)] = ()
    script: Script = ""
    quotation: ParagraphText = ""
    pictures: Ids = []
    absent: Annotated[tuple[Name, ...], Meta(max_length=limits.OBJECTS_ON_A_SLIDE)] = ()
    table: Annotated[tuple[_Row, ...], Meta(max_length=limits.TABLE_ROWS)] = ()


class AddOutline(Command, frozen=True, kw_only=True):
    """Make slides of an outline, after another slide or at the end, each of the kind that what is on it asks for.

    A slide of depth 1 begins a chapter; the first slide of a show opens it. A show with nothing on its slides is set in
    a house style.
    """

    restyles: ClassVar[bool] = True

    slides: Annotated[tuple[Outlined, ...], Meta(min_length=1, max_length=limits.SLIDES)]
    after: str | None = None
    ids: NewIds = []

    def apply(self, show: Show) -> Show:
        """Return the show with the slides."""
        pictures = {a.id for a in show.assets if a.kind == "picture"}
        if any(p not in pictures for one in self.slides for p in one.pictures):
            raise BadEdit("a picture of the outline is not in the library; take it in first")
        bare = untouched(show)
        if bare and not show.style:
            show = replace(show, style=FIRST_STYLE)
        drawn = show if style_of(show) is not None else replace(show, style=FIRST_STYLE)
        ids = slide_ids(show, len(self.slides), self.ids)
        made = [
            _slide(drawn, slide_id, one, opens=bare and number == 0)
            for number, (slide_id, one) in enumerate(zip(ids, self.slides, strict=True))
        ]
        place = next((n for n, s in enumerate(show.slides, 1) if s.id == self.after), len(show.slides))
        before = () if bare else show.slides[:place]
        rest = () if bare else show.slides[place:]
        chapters = [] if bare else list(show.chapters)
        named = fresh_ids("chapter", (c.id for c in chapters), len(made))
        begins = [(i, s.id, one.title) for i, s, one in zip(named, made, self.slides, strict=True) if one.depth == 1]
        chapters += [Chapter(id=i, title=title[:300], first=first) for i, first, title in begins]
        slides = (*before, *made, *rest)
        order = {s.id: n for n, s in enumerate(slides)}
        return replace(show, slides=slides, chapters=tuple(sorted(chapters, key=lambda c: order[c.first])))

    @property
    def label(self) -> str:
        """Count the slides."""
        return (
            "make a slide of an outline" if len(self.slides) == 1 else f"make {len(self.slides)} slides of an outline"
        )

    @property
    def brings_assets(self) -> tuple[str, ...]:
        """The pictures."""
        return tuple(p for one in self.slides for p in one.pictures)


def _slide(show: Show, slide_id: str, one: Outlined, *, opens: bool) -> Slide:
    kind = _kind(one, opens)
    slide = new_slide(show, slide_id, kind)
    shown = [*((asset, "") for asset in one.pictures), *(("", name) for name in one.absent)]
    words = _words(one, kind)
    objects: list[Object] = []
    for thing in slide.objects:
        if isinstance(thing, Text) and thing.role:
            said = words.pop(thing.role, None)
            if said is None:
                continue
            thing = replace(thing, paragraphs=said)
        objects.append(thing)
    taken = {o.id for o in objects}
    for number, (asset, called) in enumerate(shown, 1):
        name = next(i for n in range(number, 1000) if (i := f"picture-{n}") not in taken)
        taken.add(name)
        role = "picture" if number == 1 else ""
        objects.insert(_behind(objects), Picture(id=name, asset=asset, name=called, role=role))
    slide = replace(slide, title=one.title[:300], script=one.script, objects=tuple(objects))
    style = style_of(show) or STYLES[FIRST_STYLE]
    slide = restored(slide, style, room_of(show), frozenset(o.id for o in objects))
    return with_table(slide, one.table, style, room_of(show)) if one.table else slide


def _behind(objects: list[Object]) -> int:
    """Return where a picture lies: over the style's ornaments, under the words."""
    return next((n for n, o in enumerate(objects) if isinstance(o, Text)), len(objects))


def _kind(one: Outlined, opens: bool) -> str:
    if one.quotation and not one.lines:
        return "quotation"
    if one.pictures or one.absent:
        return "picture-and-text" if one.lines else "full-picture"
    if one.lines or one.table:
        return "list"
    if opens:
        return "opening"
    return "chapter" if one.depth == 1 else "statement"


def _words(one: Outlined, kind: str) -> dict[str, Any]:
    """Return the paragraphs of each role of a kind."""
    title = (Paragraph(one.title),) if one.title else None
    lines = tuple(Paragraph(p.text, p.runs, level=min(p.level, _LEVELS), marker=_marker(p)) for p in one.lines)
    if one.quotation and kind != "quotation":
        lines += (Paragraph(one.quotation, (Run(start=0, end=len(one.quotation), italic=True),)),)
    found = {
        "quotation": (Paragraph(one.quotation),) if one.quotation else None,
        "source": title,
        "statement": title,
        "caption": title,
        "title": title,
        "body": lines or None,
    }
    return {role: said for role, said in found.items() if said is not None}


def _marker(line: OutlineLine) -> Literal["none", "bullet", "number"]:
    """A list of one level stands without bullets: its lines are what the slide shows."""
    return line.marker if line.level or line.marker == "number" else "none"
