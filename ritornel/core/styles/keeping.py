"""Styles of a show's own, from what the show looks like: kept by name, or found in a show that came without one."""

from collections import Counter
from collections.abc import Iterable

from msgspec.structs import replace

from ritornel.core.drawing.colour import contrast, luminance
from ritornel.core.model import Clip, Look, Object, Picture, Placing, Show, Slide, Slot, Style, Text, Transition, limits
from ritornel.core.model.roles import ORNAMENT
from ritornel.core.model.style import STAGE
from ritornel.core.styles import room_of, style_of
from ritornel.core.styles.dressing import differing
from ritornel.core.styles.giving import PLACE, placing_of
from ritornel.core.styles.guessing import with_kind
from ritornel.core.styles.tints import own_name
from ritornel.core.time.rounding import tenths

Size = tuple[int, int]
"""Width and height of a show's stage, in stage units."""

AS_IT_CAME = "as-it-came"
"""The style of a show that came without one."""

_LETTERS = ("font", "weight", "italic", "size", "colour", "line_height", "gap", "align", "valign")
_DARK, _LIGHT = "#17131f", "#fffdf7"


def as_it_looks(show: Show) -> Show:
    """Return a show that is in a style: one without gets one that equals how it looks, so that nothing in it changes.

    Its slides get a kind and its objects a role. A look that texts of a role share is the style's; what only one has, and
    is not what a new text has, was set by hand, as were places and sizes that differ from those of the kind.
    """
    if style_of(show) is not None:
        return show
    stage = show.width, show.height
    count = len(show.slides)
    known = tuple(s if s.unreadable else with_kind(s, n, count, stage) for n, s in enumerate(show.slides))
    show = replace(show, slides=known, style="")
    style = replace(kept_style(show, AS_IT_CAME), label="As it came", voice="how this show looked when it came")
    others = tuple(s for s in show.styles if s.name != AS_IT_CAME)
    show = replace(show, style=AS_IT_CAME, styles=(*others, style)[-limits.OWN_STYLES :])
    shared = _shared(show)
    slides = []
    for slide in show.slides:
        found = {} if slide.unreadable else differing(slide, style, room_of(show))
        objects = (
            replace(o, own=tuple(sorted({*o.own, *_by_hand(o, found.get(o.id, ()), shared)}))) if o.role else o
            for o in slide.objects
        )
        slides.append(replace(slide, objects=tuple(objects)))
    return replace(show, slides=tuple(slides))


def _shared(show: Show) -> Counter[tuple[str, str, object]]:
    """Return how many texts of a role have a value of their letters."""
    texts = (o for slide in show.slides for o in slide.objects if isinstance(o, Text) and o.role)
    return Counter((t.role, name, getattr(t, name)) for t in texts for name in _LETTERS)


def _by_hand(thing: Object, differs: Iterable[str], shared: Counter[tuple[str, str, object]]) -> Iterable[str]:
    """Yield what was set by hand in an object: what differs from its style, or what only it has."""
    yield from (name for name in differs if name in PLACE or not isinstance(thing, Text) or name in _LETTERS)
    if isinstance(thing, Text):
        new = Text(id="new")
        for name in _LETTERS:
            value = getattr(thing, name)
            if (
                value != getattr(new, name)
                and shared[thing.role, name, value] == 1
                and name not in ("size", "align", "valign")
            ):
                yield name


def _plain(show: Show) -> Style:
    """Return the style of a show that has none: its grounds and its letters, and an ink for grounds of the other kind."""
    grounds = Counter(slide.background for slide in show.slides if slide.background != "none")
    texts = Counter(o.colour for s in show.slides for o in s.objects if isinstance(o, Text) and o.colour != "none")
    ground = grounds.most_common(1)[0][0] if grounds else Slide(id="new").background
    ink = next(
        (c for c, _ in texts.most_common() if contrast(c, ground) >= 3), _LIGHT if luminance(ground) < 0.18 else _DARK
    )
    other = _LIGHT if luminance(ink) < 0.18 else _DARK
    palette = {"ground": ground, "ink": ink, "accent": ink, "paper": other, "ink-turned": other}
    return Style(
        name=AS_IT_CAME,
        palette=palette,
        placings={"blank": Placing()},
        turned={"ink": "ink-turned", "accent": "ink-turned"},
        transition=Transition(type="fade", duration_ms=600),
    )


def kept_style(show: Show, name: str) -> Style:
    """Return a style of that name: every role as most of its texts are, every kind as the first slide of it is.

    What the show has no example of is as in the style that the show is set in.
    """
    base = style_of(show) or _plain(show)
    palette = dict(base.palette)
    stage = show.width, show.height
    looks = dict(base.looks)
    texts = [o for slide in show.slides for o in slide.objects if isinstance(o, Text)]
    for role in {o.role for o in texts if o.role}:
        looks[role] = _look([o for o in texts if o.role == role], palette, stage, base.looks.get(role))
    placings = dict(base.placings)
    for slide in reversed(show.slides):
        if slide.kind:
            before = placing_of(base, slide.kind)
            slots = tuple(_slot(o, stage) for o in slide.objects if o.role and o.role != ORNAMENT)
            ground = _tint(slide.background, palette)
            placings[slide.kind] = Placing(
                ground=ground,
                below=before.below if ground == before.ground else "",
                slots=slots or before.slots,
                ornaments=before.ornaments,
                inks=before.inks,
            )
    return replace(
        base, name=name, label=name, voice="kept from this show", palette=palette, looks=looks, placings=placings
    )


def _look(texts: Iterable[Text], palette: dict[str, str], stage: Size, base: Look | None) -> Look:
    """Return the look that most texts of a role have; one whose ink follows its ground has the style's."""
    scale = min(stage[0] / STAGE[0], stage[1] / STAGE[1])
    found = Counter(
        (t.font, t.weight, t.italic, tenths(t.size / scale), _ink(t, base), t.line_height, t.gap) for t in texts
    )
    font, weight, italic, size, colour, line_height, gap = found.most_common(1)[0][0]
    return Look(
        font=font,
        weight=weight,
        italic=italic,
        size=size,
        colour=colour if colour in palette else _tint(colour, palette),
        line_height=line_height,
        gap=gap,
    )


def _ink(text: Text, base: Look | None) -> str:
    """Return the name of a text's ink where it follows its style, else its colour."""
    return base.colour if base is not None and "colour" not in text.own else text.colour


def _slot(thing: Object, stage: Size) -> Slot:
    across, down = STAGE[0] / stage[0], STAGE[1] / stage[1]
    slot = Slot(
        role=thing.role,
        x=tenths(thing.x * across),
        y=tenths(thing.y * down),
        width=tenths(thing.width * across),
        height=tenths(thing.height * down),
    )
    if isinstance(thing, Text):
        return replace(slot, align=thing.align, valign=thing.valign)
    if isinstance(thing, Picture | Clip):
        return replace(slot, mask=thing.frame.mask, fit=thing.fit)
    return slot


def _tint(colour: str, palette: dict[str, str]) -> str:
    """Return the palette's name of a colour, which it gets if it has none."""
    known = next((name for name, value in palette.items() if value == colour), None)
    if known is None:
        known = own_name(palette)
        palette[known] = colour
    return known
