"""A style of a show's own, from what the show looks like."""

from collections import Counter
from collections.abc import Iterable

from msgspec.structs import replace

from ritornel.core.model import Clip, Look, Object, Picture, Placing, Show, Slot, Style, Text
from ritornel.core.model.roles import ORNAMENT
from ritornel.core.model.style import STAGE
from ritornel.core.styles import style_of
from ritornel.core.styles.dressing import Size, placing_of
from ritornel.core.time.rounding import tenths


def kept_style(show: Show, name: str) -> Style:
    """Return a style of that name: every role as most of its texts are, every kind as the first slide of it is.

    What the show has no example of is as in the style that the show is set in.
    """
    base = style_of(show) or Style(name=name)
    palette = dict(base.palette)
    stage = show.width, show.height
    looks = dict(base.looks)
    texts = [o for slide in show.slides for o in slide.objects if isinstance(o, Text)]
    for role in {o.role for o in texts if o.role}:
        looks[role] = _look([o for o in texts if o.role == role], palette, stage)
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


def _look(texts: Iterable[Text], palette: dict[str, str], stage: Size) -> Look:
    scale = min(stage[0] / STAGE[0], stage[1] / STAGE[1])
    found = Counter((t.font, t.weight, t.italic, tenths(t.size / scale), t.colour, t.line_height, t.gap) for t in texts)
    font, weight, italic, size, colour, line_height, gap = found.most_common(1)[0][0]
    return Look(
        font=font,
        weight=weight,
        italic=italic,
        size=size,
        colour=_tint(colour, palette),
        line_height=line_height,
        gap=gap,
    )


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
        known = f"own-{sum(name.startswith('own-') for name in palette) + 1}"
        palette[known] = colour
    return known
