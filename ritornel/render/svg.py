"""Objects as SVG, each in a coordinate system of its own box. Presentation attributes only: no style, no script."""

from typing import NamedTuple
from xml.sax.saxutils import escape as escaped
from xml.sax.saxutils import quoteattr

from ritornel.core.drawing.forms import outline_data
from ritornel.core.drawing.lines import drawn_line
from ritornel.core.model import Line, Object, Shape, Text
from ritornel.core.model.controls import without_controls
from ritornel.core.model.paths import path_data
from ritornel.core.motion.declared import Mark
from ritornel.core.text.families import family
from ritornel.core.text.fonts import Face, face_of
from ritornel.core.text.layout import SetLine, SetParagraph, SetRun
from ritornel.core.text.places import Stretch, mixes, stretches
from ritornel.core.text.plates import plate_box
from ritornel.core.text.runs import Style, style_of
from ritornel.render.numbers import number
from ritornel.render.paint import fill, filter_of, named, stroke

_EMBEDDED = ("\u202b", "\u202c")
"""RIGHT-TO-LEFT EMBEDDING and its end: words keep their direction wherever they are drawn."""


def _framed(width: float, height: float, content: str, thing: Object, below: str = "") -> str:
    size = f'width="{number(width)}" height="{number(height)}"'
    content = below + _filtered(content, thing)
    view = f'viewBox="0 0 {number(width)} {number(height)}"'
    return f'<svg xmlns="http://www.w3.org/2000/svg" {size} {view} overflow="visible">{content}</svg>'


def escape(words: str) -> str:
    """Return words as XML can hold them, also those that were kept before control characters were taken out."""
    return escaped(without_controls(words))


def _filtered(content: str, thing: Object) -> str:
    filtered = filter_of(thing)
    return content if filtered is None else f'{filtered.element}<g filter="url(#{filtered.id})">{content}</g>'


def paragraph_svg(text: Text, paragraph: SetParagraph) -> str:
    """Return one paragraph as positioned lines; its box is as wide as the text's and as high as its lines."""
    base = style_of(text)
    face = face_of(base.font, base.weight, base.italic)
    marker = (paragraph.marker,) if paragraph.marker is not None else ()
    lines = "".join(_line_svg(line, paragraph.top, face, base) for line in (*marker, *paragraph.lines) if line.text)
    lettered = f"<g{_lettering(face, base)}{_outline(text)}>{lines}</g>"
    return _framed(text.width, paragraph.height, lettered, text, _plate(text, paragraph))


class Parted(NamedTuple):
    """A paragraph to be drawn in parts: its lines, what stands before the first, what goes around each drawing.

    A part is drawn as its lines are, cut at its edges: so it looks as it does in the whole line, whatever it is joined
    to or kerned with. Each line is there once, however many parts it has.
    """

    lines: list[str]
    marker: str
    before: str
    after: str


def parted_svg(text: Text, paragraph: SetParagraph) -> Parted:
    """Return what the parts of a paragraph are drawn of."""
    base = style_of(text)
    face = face_of(base.font, base.weight, base.italic)
    marker = _line_svg(paragraph.marker, paragraph.top, face, base) if paragraph.marker is not None else ""
    marker = _plate(text, paragraph) + marker
    lines = [_line_svg(line, paragraph.top, face, base) for line in paragraph.lines]
    before, after = _filtered(f"<g{_lettering(face, base)}{_outline(text)}>{_HERE}</g>", text).split(_HERE)
    return Parted(lines, marker, before, after)


_HERE = "\0"


def _outline(text: Text) -> str:
    if text.outline == "none":
        return ""
    width = number(text.outline_width)
    return f' stroke="{text.outline}" stroke-width="{width}" stroke-linejoin="round" paint-order="stroke"'


def _plate(text: Text, paragraph: SetParagraph) -> str:
    """Return what lies behind the words of a paragraph, in its coordinates, as ``core.text.plates`` has it."""
    if text.plate is None:
        return ""
    box = plate_box(text, paragraph)
    if box is None:
        return ""
    place = " ".join(f'{name}="{number(v)}"' for name, v in zip(("x", "y", "width", "height"), box, strict=True))
    radius = number(min(text.plate.corner_radius, box.height / 2))
    paint = f'fill="{text.plate.colour}" fill-opacity="{number(text.plate.opacity)}" stroke="none"'
    return f'<rect {place} rx="{radius}" {paint}/>'


def _line_svg(line: SetLine, top: float, face: Face, base: Style) -> str:
    """Return a line; where it mixes directions every stretch is put in its place, as drawers do not agree on them."""
    if mixes(line):
        words = "".join(_stretch_svg(stretch, face, base) for stretch in stretches(line))
    else:
        words = "".join(_piece_svg(piece, escape(piece.text), face, base) for piece in line.pieces)
    return f'<text xml:space="preserve" x="{number(line.x)}" y="{number(line.baseline - top)}">{words}</text>'


def _stretch_svg(stretch: Stretch, face: Face, base: Style) -> str:
    """Return words in their place, and the spaces around them where nothing stands after them."""
    words = stretch.text.strip()
    before, _, after = stretch.text.partition(words) if words else (stretch.text, "", "")
    drawn = _piece_svg(stretch.piece, escape(words).join(_EMBEDDED) if stretch.rtl else escape(words), face, base)
    return f'{before}<tspan x="{number(stretch.x)}">{drawn}</tspan>{after}' if words else before


def _piece_svg(piece: SetRun, words: str, face: Face, base: Style) -> str:
    if (piece.face, piece.style) == (face, base):
        return words
    underline = ' text-decoration="underline"' if piece.style.underline or piece.style.link else ""
    link = f" data-link={quoteattr(piece.style.link)}" if piece.style.link else ""
    return f"<tspan{_lettering(piece.face, piece.style)}{underline}{link}>{words}</tspan>"


def _lettering(face: Face, style: Style) -> str:
    slope = ' font-style="italic"' if face.italic else ' font-style="normal"'
    name = quoteattr(f"'{family(face.font).css}'")  # in quotes, as names may have a figure at the start of a word
    size = number(style.size)
    return f' font-family={name} font-size="{size}" font-weight="{face.weight}"{slope} fill="{style.colour}"'


_DARK_REACHES = 9_000.0
"""No stage is so large that the dark around something ends on it, in stage units."""


def _dark(mark: Mark, width: float, height: float) -> str:
    """Return the dark around a box: none in it, whole from ``mark.width`` beyond the ellipse around it on."""
    across, down = width / 2 * 1.42 + mark.width, height / 2 * 1.42 + mark.width
    stops = "".join(
        f'<stop offset="{at}" stop-color="{mark.colour}" stop-opacity="{number(opacity)}"/>'
        for at, opacity in (("0.6", 0.0), ("1", mark.opacity))
    )
    place = f"translate({number(width / 2)} {number(height / 2)}) scale({number(across)} {number(down)})"
    key = named("gradient", place + stops)
    gradient = (
        f'<radialGradient id="{key}" gradientUnits="userSpaceOnUse" cx="0" cy="0" r="1" gradientTransform="{place}">'
        f"{stops}</radialGradient>"
    )
    corner, whole = number(-_DARK_REACHES), number(2 * _DARK_REACHES)
    return f'{gradient}<rect x="{corner}" y="{corner}" width="{whole}" height="{whole}" fill="url(#{key})"/>'


def mark_svg(mark: Mark, width: float, height: float) -> str:
    """Return what a build draws, in the box that it draws in."""
    size = f'width="{number(width)}" height="{number(height)}"'
    ends = ' stroke-linecap="butt"' if mark.behind else ' stroke-linecap="round"'
    line = f'stroke="{mark.colour}" stroke-width="{number(mark.width)}" stroke-opacity="{number(mark.opacity)}"{ends}'
    stroke_ = f'<path d="{mark.path}" fill="none" {line} stroke-linejoin="round"/>'
    drawn = stroke_ if mark.path else _dark(mark, width, height)
    view = f'viewBox="0 0 {number(width)} {number(height)}"'
    return f'<svg xmlns="http://www.w3.org/2000/svg" {size} {view} overflow="visible">{drawn}</svg>'


def shape_svg(shape: Shape) -> str:
    """Return a shape whose line lies inside its box."""
    defined, paint = fill(shape)
    rule = ' fill-rule="evenodd"' if shape.form in ("path", "ring") else ""
    drawn = f'<path d="{outline_data(shape)}" fill="{paint}"{rule}{stroke(shape)}/>'
    return _framed(shape.width, shape.height, defined + drawn, shape)


def line_svg(line: Line) -> str:
    """Return a line with what stands at its ends."""
    way, ends = drawn_line(line)
    marks = "".join(f'<path d="{path_data(end)}" fill="{line.line}"/>' for end in ends)
    drawn = f'<path d="{path_data(way)}" fill="none"{stroke(line)}/>'
    return _framed(line.width, line.height, drawn + marks, line)
