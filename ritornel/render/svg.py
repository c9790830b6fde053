"""Objects as SVG, each in a coordinate system of its own box. Presentation attributes only: no style, no script."""

from xml.sax.saxutils import escape, quoteattr

from ritornel.core.model import Line, Shape, Text
from ritornel.core.text.families import family
from ritornel.core.text.fonts import Face, face_of
from ritornel.core.text.layout import Piece, SetLine, SetParagraph
from ritornel.core.text.runs import Style, style_of

_EMBEDDED = ("\u202b", "\u202c")
"""RIGHT-TO-LEFT EMBEDDING and its end: a line keeps its direction wherever it is drawn."""


def _number(value: float) -> str:
    return f"{value:.3f}".rstrip("0").rstrip(".")


def _framed(width: float, height: float, content: str) -> str:
    size = f'width="{_number(width)}" height="{_number(height)}"'
    view = f'viewBox="0 0 {_number(width)} {_number(height)}"'
    return f'<svg xmlns="http://www.w3.org/2000/svg" {size} {view} overflow="visible">{content}</svg>'


def paragraph_svg(text: Text, paragraph: SetParagraph) -> str:
    """Return one paragraph as positioned lines; its box is as wide as the text's and as high as its lines."""
    base = style_of(text)
    face = face_of(base.font, base.weight, base.italic)
    marker = (paragraph.marker,) if paragraph.marker is not None else ()
    lines = "".join(_line_svg(line, paragraph.top, face, base) for line in (*marker, *paragraph.lines) if line.text)
    outline = ""
    if text.outline != "none":
        width = _number(text.outline_width)
        outline = f' stroke="{text.outline}" stroke-width="{width}" stroke-linejoin="round" paint-order="stroke"'
    return _framed(text.width, paragraph.height, f"<g{_lettering(face, base)}{outline}>{lines}</g>")


def _line_svg(line: SetLine, top: float, face: Face, base: Style) -> str:
    words = "".join(_piece_svg(piece, face, base) for piece in line.pieces)
    if line.rtl:
        words = words.join(_EMBEDDED)
    return f'<text xml:space="preserve" x="{_number(line.x)}" y="{_number(line.baseline - top)}">{words}</text>'


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
    size = _number(style.size)
    return f' font-family={name} font-size="{size}" font-weight="{face.weight}"{slope} fill="{style.colour}"'


def shape_svg(shape: Shape) -> str:
    """Return a rectangle or ellipse whose line lies inside its box."""
    width, height = shape.width, shape.height
    inset = shape.line_width / 2 if shape.line != "none" else 0
    paint = f'fill="{shape.fill}" stroke="{shape.line}" stroke-width="{_number(shape.line_width)}"'
    if shape.form == "ellipse":
        radii = f'rx="{_number(max(0, width / 2 - inset))}" ry="{_number(max(0, height / 2 - inset))}"'
        return _framed(
            width, height, f'<ellipse cx="{_number(width / 2)}" cy="{_number(height / 2)}" {radii} {paint}/>'
        )
    size = f'width="{_number(max(0, width - 2 * inset))}" height="{_number(max(0, height - 2 * inset))}"'
    corner = f'rx="{_number(shape.corner_radius)}"'
    return _framed(width, height, f'<rect x="{_number(inset)}" y="{_number(inset)}" {size} {corner} {paint}/>')


def line_svg(line: Line) -> str:
    """Return a straight line from corner to corner of its box."""
    first, last = (line.height, 0.0) if line.rising else (0.0, line.height)
    ends = f'x1="0" y1="{_number(first)}" x2="{_number(line.width)}" y2="{_number(last)}"'
    paint = f'stroke="{line.line}" stroke-width="{_number(line.line_width)}" stroke-linecap="round"'
    return _framed(line.width, line.height, f"<line {ends} {paint}/>")
