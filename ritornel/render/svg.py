"""Objects as SVG, each in a coordinate system of its own box. Presentation attributes only: no style, no script."""

from xml.sax.saxutils import escape, quoteattr

from ritornel.core.model import Line, Shape, Text
from ritornel.core.text.fonts import FAMILIES
from ritornel.core.text.layout import SetParagraph


def _number(value: float) -> str:
    return f"{value:.3f}".rstrip("0").rstrip(".")


def _framed(width: float, height: float, content: str) -> str:
    size = f'width="{_number(width)}" height="{_number(height)}"'
    view = f'viewBox="0 0 {_number(width)} {_number(height)}"'
    return f'<svg xmlns="http://www.w3.org/2000/svg" {size} {view} overflow="visible">{content}</svg>'


def paragraph_svg(text: Text, paragraph: SetParagraph) -> str:
    """Return one paragraph as positioned lines; its box is as wide as the text's and as high as its lines."""
    family = quoteattr(FAMILIES[text.font])
    style = f'font-family={family} font-size="{_number(text.size)}" font-weight="{400 if text.italic else text.weight}"'
    slope = ' font-style="italic"' if text.italic else ""
    lines = "".join(
        f'<text xml:space="preserve" x="{_number(line.x)}" y="{_number(line.baseline - paragraph.top)}">'
        f"{escape(line.text)}</text>"
        for line in paragraph.lines
        if line.text
    )
    return _framed(text.width, paragraph.height, f'<g {style}{slope} fill="{text.colour}">{lines}</g>')


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
