"""Edits that credit: a slide, or a line, that says of itself whose the pictures, clips and sounds are."""

from msgspec.structs import replace

from ritornel.core.edits.command import BadEdit, Command, NewIds, change_slide, object_ids, slide_ids, slide_of
from ritornel.core.edits.styles import new_slide
from ritornel.core.model import Object, Paragraph, Show, Slide, Text
from ritornel.core.styles import room_of, style_of
from ritornel.core.styles.dressing import restored
from ritornel.core.styles.inking import inked
from ritornel.core.text.credits import told
from ritornel.core.time.rounding import tenths

_MARGIN = 0.07
_TITLE = "Pictures and sound"
_DARK, _LIGHT = "#211c2b", "#fffdf7"
_DARK_UNDER = 0.5
"""On grounds darker than this one reads light letters."""


class AddCredits(Command, frozen=True, kw_only=True):
    """Add a slide, after another or at the end, that says whose all is that the show uses, and goes on saying it."""

    after: str | None = None
    ids: NewIds = []

    def apply(self, show: Show) -> Show:
        """Return the show with the slide."""
        place = next((n for n, s in enumerate(show.slides, 1) if s.id == self.after), len(show.slides))
        slide_id = slide_ids(show, 1, self.ids)[0]
        slide = _styled(show, slide_id) if style_of(show) is not None else _plain(show, slide_id, place)
        return told(replace(show, slides=(*show.slides[:place], slide, *show.slides[place:])))

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "add a slide of credits"


class AddCreditLine(Command, frozen=True, kw_only=True):
    """Put one line at the foot of a slide that says whose the pictures, clips and sounds of the show are."""

    slide: str
    ids: NewIds = []

    def apply(self, show: Show) -> Show:
        """Return the show with the line."""
        if any(isinstance(o, Text) and o.tells == "credit-line" for o in slide_of(show, self.slide).objects):
            raise BadEdit("this slide has its credit line already")
        line_id = object_ids(show, 1, self.ids)[0]

        def with_line(slide: Slide) -> Slide:
            return replace(slide, objects=(*slide.objects, _line(show, slide, line_id)))

        return told(change_slide(show, self.slide, with_line))

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "add a credit line"


def _styled(show: Show, slide_id: str) -> Slide:
    """Return a list of the show's style whose lines are the credits."""
    slide = new_slide(show, slide_id, "list")
    objects: list[Object] = []
    for thing in slide.objects:
        if isinstance(thing, Text) and thing.role == "title":
            thing = replace(thing, paragraphs=(Paragraph(_TITLE),))
        elif isinstance(thing, Text) and thing.role == "body":
            thing = replace(thing, tells="credits")
        objects.append(thing)
    return replace(slide, title=_TITLE, objects=tuple(objects))


def _plain(show: Show, slide_id: str, place: int) -> Slide:
    """Return a slide on the ground of the one before."""
    like = show.slides[place - 1] if place else Slide(id="")
    title_id, words_id = object_ids(show, 2)
    x, y = tenths(show.width * _MARGIN), tenths(show.height * _MARGIN)
    width = show.width - 2 * x
    size = show.height / 14
    ink = _ink(like.background)
    title = Text(id=title_id, x=x, y=y, width=width, height=size * 1.5, size=size, font="fraunces", colour=ink)
    words = Text(id=words_id, x=x, y=y + size * 2, width=width, height=show.height - 2 * y - size * 2, colour=ink)
    return Slide(
        id=slide_id,
        title=_TITLE,
        background=like.background,
        ground=like.ground,
        transition=like.transition,
        objects=(replace(title, paragraphs=(Paragraph(_TITLE),)), replace(words, size=size / 2, tells="credits")),
    )


def _line(show: Show, slide: Slide, line_id: str) -> Text:
    """Return a small text at the foot; in a house style it has the look of a caption."""
    size = tenths(show.height / 36)
    x, y = tenths(show.width * _MARGIN), show.height - size * 2
    line = Text(id=line_id, width=show.width - 2 * x, colour=_ink(slide.background), tells="credit-line")
    place = {"x": x, "y": y, "width": show.width - 2 * x, "height": size * 1.6, "size": size, "valign": "top"}
    style = style_of(show)
    if style is not None:
        room = room_of(show)
        dressed = replace(slide, objects=(*slide.objects, replace(line, role="caption")))
        seen = restored(dressed, style, room, frozenset({line_id})).objects[-1]
        at_the_foot = replace(slide, objects=(*slide.objects, replace(seen, **place)))
        line = inked(at_the_foot, style, room).objects[-1]  # type: ignore[assignment]
    return replace(line, role="", **place)


def _ink(ground: str) -> str:
    """Return the ink that is read on a ground: by its brightness in shares (ITU-R BT.601, luma)."""
    if ground == "none":
        return _DARK
    red, green, blue = (int(ground[at : at + 2], 16) / 255 for at in (1, 3, 5))
    return _LIGHT if 0.299 * red + 0.587 * green + 0.114 * blue < _DARK_UNDER else _DARK
