"""Objects as SVG, each in a coordinate system of its own box. Presentation attributes only: no style, no script."""

from xml.sax.saxutils import escape, quoteattr

from ritornel.core.drawing.forms import outline_data
from ritornel.core.drawing.lines import drawn_line
from ritornel.core.model import Line, Object, Shape, Text
from ritornel.core.model.paths import path_data
from ritornel.core.text.families import family
from ritornel.core.text.fonts import Face, face_of
from ritornel.core.text.layout import Piece, SetLine, SetParagraph
from ritornel.core.text.runs import Style, style_of
from ritornel.render.numbers import number
from ritornel.render.paint import fill, filter_of, stroke

_EMBEDDED = ("\u202b", "\u202c")
"""RIGHT-TO-LEFT EMBEDDING and its end: a line keeps its direction wherever it is drawn."""


def _framed(width: float, height: float, content: str, thing: Object) -> str:
    size = f'width="{number(width)}" height="{number(height)}"'
    filtered = filter_of(thing)
    if filtered is not None:
        content = f'{filtered.element}<g filter="url(#{filtered.id})">{content}</g>'
    view = f'viewBox="0 0 {number(width)} {number(height)}"'
    return f'<svg xmlns="http://www.w3.org/2000/svg" {size} {view} overflow="visible">{content}</svg>'


def paragraph_svg(text: Text, paragraph: SetParagraph) -> str:
    """Return one paragraph as positioned lines; its box is as wide as the text's and as high as its lines."""
    base = style_of(text)
    face = face_of(base.font, base.weight, base.italic)
    marker = (paragraph.marker,) if paragraph.marker is not None else ()
    lines = "".join(_line_svg(line, paragraph.top, face, base) for line in (*marker, *paragraph.lines) if line.text)
    outline = ""
    if text.outline != "none":
        width = number(text.outline_width)
        outline = f' stroke="{text.outline}" stroke-width="{width}" stroke-linejoin="round" paint-order="stroke"'
    return _framed(text.width, paragraph.height, f"<g{_lettering(face, base)}{outline}>{lines}</g>", text)


def _line_svg(line: SetLine, top: float, face: Face, base: Style) -> str:
    words = "".join(_piece_svg(piece, face, base) for piece in line.pieces)
    if line.rtl:
        words = words.join(_EMBEDDED)
    return f'<text xml:space="preserve" x="{number(line.x)}" y="{number(line.baseline - top)}">{words}</text>'


def _piece_svg(piece: Piece, face: Face, base: Style) -> str:
    words = escape(piece.text)
    if (piece.face, piece.style) == (face, base):
        return words
    underline = ' text-decoration="underline"' if piece.style.underline or piece.style.link else ""
    link = f" data-link={quoteattr(piece.style.link)}" if piece.style.link else ""
    return f"<tspan{_lettering(piece.face, piece.style)}{underline}{link}>{words}</tspan>"


def _lettering(face: Face, style: Style) -> str:
    slope = ' font-style="italic"' if face.italic else ' font-style="normal"'
    name = quoteattr(family(face.font).css)
    size = number(style.size)
    return f' font-family={name} font-size="{size}" font-weight="{face.weight}"{slope} fill="{style.colour}"'


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
