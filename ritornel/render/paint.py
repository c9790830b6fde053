"""Gradients, dashes, shadows and soft edges as SVG. An id is made of what it names: equal ids are equal things."""

from hashlib import blake2s
from math import cos, radians, sin
from statistics import NormalDist
from typing import NamedTuple

from ritornel.core.drawing.forms import FORMS
from ritornel.core.model import Clip, Gradient, Line, Object, Picture, Shape, Tone
from ritornel.core.model.paths import path_data
from ritornel.render.numbers import number


class Filter(NamedTuple):
    """A filter, or a mask: its id and its element."""

    id: str
    element: str


def named(kind: str, content: str) -> str:
    """Return an id for something with that content."""
    return f"{kind}-{blake2s(content.encode(), digest_size=8).hexdigest()}"


def fill(shape: Shape) -> tuple[str, str]:
    """Return what a shape's fill needs to be defined, and the fill itself."""
    if shape.gradient is None:
        return "", shape.fill
    way = _way(shape.gradient, shape.width, shape.height)
    stops = "".join(
        f'<stop offset="{number(s.at)}" {_colour(s.colour, s.opacity)}/>'
        for s in sorted(shape.gradient.stops, key=lambda s: s.at)
    )
    key, kind = named("gradient", way + stops), f"{shape.gradient.kind}Gradient"
    return f'<{kind} id="{key}" {way}>{stops}</{kind}>', f"url(#{key})"


def _way(gradient: Gradient, width: float, height: float) -> str:
    """Return from where to where a gradient goes: along its angle edge to edge, or from the middle to the corners."""
    if gradient.kind == "radial":
        return 'cx="0.5" cy="0.5" r="0.7071"'
    turn = radians(gradient.angle)
    reach = (abs(width * cos(turn)) + abs(height * sin(turn))) / 2
    dx, dy = cos(turn) * reach, sin(turn) * reach
    ends = (width / 2 - dx, height / 2 - dy, width / 2 + dx, height / 2 + dy)
    places = " ".join(f'{name}="{number(v)}"' for name, v in zip(("x1", "y1", "x2", "y2"), ends, strict=True))
    return f'gradientUnits="userSpaceOnUse" {places}'


def _colour(colour: str, opacity: float) -> str:
    if colour == "none":
        colour, opacity = "#000000", 0
    return f'stop-color="{colour}" stop-opacity="{number(opacity)}"'


def stroke(thing: Shape | Line) -> str:
    """Return the attributes of a shape's or a line's stroke."""
    if thing.line == "none":
        return ' stroke="none"'
    width = thing.line_width
    dashes = {"solid": "", "dashes": f"{number(3 * width)} {number(2 * width)}", "dots": f"0.01 {number(2 * width)}"}
    cap = "round" if thing.dash == "dots" else thing.cap
    dash = f' stroke-dasharray="{dashes[thing.dash]}"' if dashes[thing.dash] else ""
    ends = f' stroke-linecap="{cap}" stroke-linejoin="{"miter" if cap == "butt" else "round"}"'
    return f' stroke="{thing.line}" stroke-width="{number(width)}"{ends}{dash}'


def _inwards() -> str:
    """Return how opaque a soft edge is by how opaque its blur is there, 0 to 1 in even steps.

    A blur by half of an edge's width is half opaque at the edge. From there inwards, where it is Phi(x / half) at a
    depth x, the edge rises as 3 s^2 - 2 s^3 with s = x / width: a table of that costs as much as a pixel, where the
    erosion of Filter Effects Module 1, section 17, costs as much as the square of the width.
    """
    normal = NormalDist()
    depths = [normal.inv_cdf(n / _STEPS) / 2 for n in range(_STEPS // 2, _STEPS)]
    rises = [min(1.0, 3 * s * s - 2 * s**3) if s < 1 else 1.0 for s in depths]
    return " ".join(number(rise) for rise in [0.0] * (_STEPS // 2) + rises + [1.0])


_STEPS = 40
_INWARDS = _inwards()


def filter_of(thing: Object) -> Filter | None:
    """Return the filter that gives an object its tone, its soft edge and its shadow; None where it has none of them.

    A shadow falls to the same side of the stage however its object is turned.
    """
    parts, body = _tone(thing)
    if thing.soft_edge:
        parts += (
            f'<feGaussianBlur in="{body}" stdDeviation="{number(thing.soft_edge / 2)}"/>'
            f'<feComponentTransfer result="soft"><feFuncA type="table" tableValues="{_INWARDS}"/></feComponentTransfer>'
            f'<feComposite in="{body}" in2="soft" operator="in" result="body"/>'
        )
        body = "body"
    far = 0.0
    if thing.shadow is not None and thing.shadow.colour != "none":
        shadow, turn = thing.shadow, radians(-thing.rotation)
        dx = shadow.x * cos(turn) - shadow.y * sin(turn)
        dy = shadow.x * sin(turn) + shadow.y * cos(turn)
        far = abs(shadow.x) + abs(shadow.y) + 1.5 * shadow.blur
        parts += (
            f'<feDropShadow in="{body}" dx="{number(dx)}" dy="{number(dy)}" stdDeviation="{number(shadow.blur / 2)}" '
            f'flood-color="{shadow.colour}" flood-opacity="{number(shadow.opacity)}"/>'
        )
    if not parts:
        return None
    pad = far + 40
    region = (-pad, -pad, thing.width + 2 * pad, thing.height + 2 * pad)
    box = " ".join(f'{n}="{number(v)}"' for n, v in zip(("x", "y", "width", "height"), region, strict=True))
    frame = f'filterUnits="userSpaceOnUse" {box} color-interpolation-filters="sRGB"'
    key = named("filter", frame + parts)
    return Filter(key, f'<filter id="{key}" {frame}>{parts}</filter>')


def _tone(thing: Object) -> tuple[str, str]:
    """Return the primitives of a picture's tone (Filter Effects Module 1, section 15), and what they result in."""
    tone = thing.frame.tone if isinstance(thing, Picture | Clip) else None
    if tone is None or tone == Tone():
        return "", "SourceGraphic"
    slope, intercept = tone.light * tone.contrast, tone.light * (0.5 - 0.5 * tone.contrast)
    channels = "".join(
        f'<feFunc{c} type="linear" slope="{number(slope)}" intercept="{number(intercept)}"/>' for c in "RGB"
    )
    parts = f"<feComponentTransfer>{channels}</feComponentTransfer>"
    if tone.one_colour != "none":
        red, green, blue = (int(tone.one_colour[at : at + 2], 16) / 255 for at in (1, 3, 5))
        ramps = zip("RGB", (red, green, blue), strict=True)
        tables = "".join(f'<feFunc{c} type="table" tableValues="{number(value)} 1"/>' for c, value in ramps)
        parts += '<feColorMatrix type="saturate" values="0"/>'
        parts += f'<feComponentTransfer result="toned">{tables}</feComponentTransfer>'
    else:
        parts += f'<feColorMatrix type="saturate" values="{number(tone.colour)}" result="toned"/>'
    return parts, "toned"


def mask_of(shape: Shape) -> Filter:
    """Return the clip path that a form makes, in shares of the box that it clips."""
    path = path_data(FORMS[shape.form].path(shape))
    key = named("mask", path)
    rule = ' clip-rule="evenodd"' if shape.form == "ring" else ""
    drawn = f'<path d="{path}"{rule} visibility="visible"/>'  # equal ids are equal: the first counts, also if hidden
    return Filter(key, f'<clipPath id="{key}" clipPathUnits="objectBoundingBox">{drawn}</clipPath>')
