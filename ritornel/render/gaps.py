"""What stands where a picture or a clip is missing: a gap with its name, so that nobody takes it for nothing."""

from ritornel.core.model import Object, Paragraph, Text
from ritornel.core.text.fitting import excess, shrunk
from ritornel.core.text.layout import set_text
from ritornel.render.numbers import number
from ritornel.render.svg import paragraph_svg

_SIZE = 26
_EDGE = 12


def gap_text(thing: Object) -> Text:
    """Return the words of a gap, in its box."""
    room = max(20.0, thing.width - 2 * _EDGE), max(20.0, thing.height - 2 * _EDGE)
    words = Text(
        id="gap", x=_EDGE, y=_EDGE, width=room[0], height=room[1], size=_SIZE, align="centre", valign="middle",
        colour="#6b6473", paragraphs=(Paragraph(thing.name or "missing"), Paragraph("is missing here")),
    )  # fmt: skip
    return shrunk(words) if excess(words) else words


def gap_svg(thing: Object) -> str:
    """Return a gap as SVG in the object's box."""
    words = gap_text(thing)
    places = (f"translate({_EDGE} {number(_EDGE + p.top)})" for p in set_text(words))
    drawn = (paragraph_svg(words, p) for p in set_text(words))
    lines = "".join(f'<g transform="{at}">{line}</g>' for at, line in zip(places, drawn, strict=True))
    wide, high = number(thing.width), number(thing.height)
    inner = number(max(0.0, thing.width - 2)), number(max(0.0, thing.height - 2))
    edge = f'<rect x="1" y="1" width="{inner[0]}" height="{inner[1]}"'
    paint = 'fill="#efe7d4" stroke="#6b6473" stroke-width="2" stroke-dasharray="8 6"'
    frame = f'width="{wide}" height="{high}" viewBox="0 0 {wide} {high}" overflow="visible"'
    return f'<svg xmlns="http://www.w3.org/2000/svg" {frame}>{edge} {paint}/>{lines}</svg>'
