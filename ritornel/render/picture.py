"""Small still pictures of slides, with everything on them: for timelines, lists and strips."""

import base64
from collections.abc import Callable, Iterable
from importlib.resources import files
from io import BytesIO
from xml.sax.saxutils import quoteattr

import resvg_py
from msgspec.structs import replace
from PIL import Image

from ritornel.core.drawing.forms import FORMS
from ritornel.core.drawing.framing import framed, mask_shape
from ritornel.core.drawing.grounds import ground_objects
from ritornel.core.model import Clip, Line, Object, Picture, Shape, Slide, Sound, Text
from ritornel.core.model.paths import path_data, placed
from ritornel.core.model.plane import Plane
from ritornel.core.motion.flying import seen_through
from ritornel.core.motion.views import overview
from ritornel.core.text.fonts import Face
from ritornel.core.text.layout import SetParagraph, set_text
from ritornel.render.gaps import gap_svg, gap_text
from ritornel.render.numbers import number
from ritornel.render.paint import filter_of, named
from ritornel.render.svg import line_svg, paragraph_svg, shape_svg

_FONTS = files("ritornel.assets").joinpath("fonts")

SmallPicture = Callable[[str], tuple[bytes, str] | None]
"""Gives a small picture of an asset, by its id: the bytes and their media type; None where there is none."""


def slide_svg(slide: Slide, width: int, height: int, small: SmallPicture) -> str:
    """Return a slide as one SVG of ``width`` x ``height`` stage units, with its pictures embedded small."""
    ground = f'<rect width="{width}" height="{height}" fill="{slide.background}"/>'
    content = "".join(_placed(thing, small, at) for thing, at in ground_objects(slide, width, height))
    things = "".join(_placed(thing, small) for thing in slide.objects)
    content += things if slide.plane is None else _seen_whole(things, slide.plane, width, height)
    frame = f'width="{width}" height="{height}" viewBox="0 0 {width} {height}"'
    return f'<svg xmlns="http://www.w3.org/2000/svg" {frame}>{ground}{content}</svg>'


def _seen_whole(things: str, plane: Plane, width: int, height: int) -> str:
    a, b, c, d, e, f, *_ = seen_through(overview(plane, width, height), width, height)
    return f'<g transform="matrix({" ".join(number(value) for value in (a, d, b, e, c, f))})">{things}</g>'


def png_of(drawn: str, slide: Slide, pixels: int) -> bytes:
    """Return an SVG of a slide as a PNG of ``pixels`` width."""
    faces = sorted(str(_FONTS.joinpath(f"{face.file}.ttf")) for face in faces_on(slide))
    return bytes(resvg_py.svg_to_bytes(svg_string=drawn, width=pixels, font_files=faces, skip_system_fonts=True))


def slide_png(slide: Slide, width: int, height: int, small: SmallPicture, pixels: int) -> bytes:
    """Return a slide as a PNG of ``pixels`` width."""
    return png_of(slide_svg(slide, width, height, small), slide, pixels)


def _placed(thing: Object, small: SmallPicture, at: tuple[float, float] = (0.5, 0.5)) -> str:
    # resvg lets a shadow fall as its filter says, however the filter is turned: so it is told the way on the stage.
    inner = object_svg(replace(thing, rotation=0.0), small, at)
    if not inner:
        return ""
    turn = f" rotate({thing.rotation} {thing.width / 2} {thing.height / 2})" if thing.rotation else ""
    return f'<g transform="translate({thing.x} {thing.y}){turn}" opacity="{thing.opacity}">{inner}</g>'


def object_svg(thing: Object, small: SmallPicture, at: tuple[float, float]) -> str:
    """Return an object in its own box, not turned; ``at``: which place of a picture stays in sight where it is cut."""
    if isinstance(thing, Text):
        return "".join(f'<g transform="translate(0 {p.top})">{paragraph_svg(thing, p)}</g>' for p in set_text(thing))
    if isinstance(thing, Shape):
        return shape_svg(thing)
    if isinstance(thing, Line):
        return line_svg(thing)
    if isinstance(thing, Sound):
        return ""
    found = small(thing.asset)
    if found is None:
        return gap_svg(thing)
    content, mime = found
    return _framed_svg(thing, f"data:{mime};base64,{base64.b64encode(content).decode()}", _size(content), at)


def _size(content: bytes) -> tuple[int, int]:
    with Image.open(BytesIO(content)) as picture:
        return picture.size


def _framed_svg(thing: Picture | Clip, address: str, size: tuple[int, int], at: tuple[float, float]) -> str:
    """Return what is seen of a picture of ``size`` pixels at an address, in its form and its border."""
    seen, whole = framed(thing.width, thing.height, thing.fit, thing.frame.crop, size, at)
    mask = mask_shape(thing, seen)
    place = " ".join(f'{name}="{number(v)}"' for name, v in zip(("x", "y", "width", "height"), whole, strict=True))
    drawn = f'<image {place} preserveAspectRatio="none" href={quoteattr(address)}/>'
    plate = ""
    if thing.frame.plate != "none":
        plate = f'<rect width="{number(thing.width)}" height="{number(thing.height)}" fill="{thing.frame.plate}"/>'
    if thing.frame.mirrored or thing.frame.upside_down:
        across, down = -1 if thing.frame.mirrored else 1, -1 if thing.frame.upside_down else 1
        x, y = seen.x + seen.width / 2, seen.y + seen.height / 2
        turned = f"matrix({across} 0 0 {down} {number(x - across * x)} {number(y - down * y)})"
        drawn = f'<g transform="{turned}">{drawn}</g>'
    outline = path_data(placed(FORMS[mask.form].path(mask), *seen))
    key = named("clip", outline)
    rule = ' clip-rule="evenodd"' if mask.form == "ring" else ""
    drawn = f'<clipPath id="{key}"><path d="{outline}"{rule}/></clipPath><g clip-path="url(#{key})">{plate}{drawn}</g>'
    filtered = filter_of(thing)
    if filtered is not None:
        drawn = f'{filtered.element}<g filter="url(#{filtered.id})">{drawn}</g>'
    border = ""
    if mask.line != "none" and mask.line_width:
        border = f'<g transform="translate({number(seen.x)} {number(seen.y)})">{shape_svg(mask)}</g>'
    return drawn + border


def faces_on(slide: Slide) -> frozenset[Face]:
    """Return the faces that what is written on a slide is set in."""
    texts = (o if isinstance(o, Text) else gap_text(o) for o in slide.objects if isinstance(o, Text | Picture | Clip))
    return faces_of([paragraph for text in texts for paragraph in set_text(text)])


def faces_of(paragraphs: Iterable[SetParagraph]) -> frozenset[Face]:
    """Return the faces that paragraphs are set in."""
    lines = (line for p in paragraphs for line in (*p.lines, *([p.marker] if p.marker else [])))
    return frozenset(piece.face for line in lines for piece in line.pieces)
