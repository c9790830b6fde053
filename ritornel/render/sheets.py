"""A sheet of a frame (``core.score.frame``) as one SVG: a slide as the audience sees it at an instant.

SVG knows no perspective: what turns in space stands as it does about its middle.
"""

from collections.abc import Mapping
from pathlib import Path
from typing import NamedTuple

from msgspec.structs import replace

from ritornel.core.drawing.grounds import ground_key, ground_objects
from ritornel.core.model import Object, Part, Slide, Text
from ritornel.core.model.keys import target_key
from ritornel.core.motion.marks import PlacedMark, marks_of
from ritornel.core.motion.parting import parted_lines
from ritornel.core.score.frame import Mask, Sheet, Thing
from ritornel.core.text.layout import SetParagraph, set_text
from ritornel.core.text.parts import FAR, PartPlace, Unit, part_places
from ritornel.render.inked import inked
from ritornel.render.numbers import number
from ritornel.render.paint import named
from ritornel.render.picture import SmallPicture, object_svg, png_of, slide_png
from ritornel.render.svg import Parted, mark_svg, paragraph_svg, parted_svg


class _Drawer(NamedTuple):
    """What the things of one slide are drawn of."""

    objects: Mapping[str, tuple[Object, tuple[float, float]]]
    marks: Mapping[str, PlacedMark]
    parted: Mapping[str, tuple[tuple[int, Unit], ...]]
    small: SmallPicture


def sheet_svg(sheet: Sheet, slide: Slide, width: int, height: int, small: SmallPicture) -> str:
    """Return what a frame shows of a slide as one SVG of ``width`` x ``height`` stage units, its pictures embedded."""
    objects = {target_key(o.id): (o, (0.5, 0.5)) for o in slide.objects}
    objects |= {ground_key(o): (o, at) for o, at in ground_objects(slide, width, height)}
    marks = {mark.key: mark for found in marks_of(slide, width, height).values() for mark in found}
    drawer = _Drawer(objects, marks, parted_lines(slide), small)
    ground = f'<rect width="{width}" height="{height}" fill="{slide.background}" opacity="{number(sheet.grounded)}"/>'
    content = "".join(_object(thing, drawer) for thing in sheet.things)
    frame = f'width="{width}" height="{height}" viewBox="0 0 {width} {height}"'
    return f'<svg xmlns="http://www.w3.org/2000/svg" {frame}>{ground}{content}</svg>'


def _object(thing: Thing, drawer: _Drawer) -> str:
    drawn, at = drawer.objects[thing.key]
    lines: dict[str, str] = {}
    own = ""
    if isinstance(drawn, Text):
        lines = _lines(drawn, thing, dict(drawer.parted.get(drawn.id, ())))
    else:
        # resvg lets a shadow fall as its filter says, however the filter is turned: so it is told the way on the stage.
        own = object_svg(replace(drawn, rotation=0.0), drawer.small, at)
    parts = [_placed(i, lines[i.key] if i.key in lines else _mark(i, drawer)) for i in thing.inside]
    below = sum(i.behind for i in thing.inside)
    return _placed(thing, "".join([*parts[:below], own, *parts[below:]]))


def _mark(thing: Thing, drawer: _Drawer) -> str:
    placed = drawer.marks[thing.key]
    return mark_svg(placed.mark, placed.box.width, placed.box.height)


def _lines(text: Text, thing: Thing, parted: Mapping[int, Unit]) -> dict[str, str]:
    """Return the lines of a text by their keys; those built in words or letters as what is seen of these."""
    seen = {line.key: line for line in thing.inside}
    found = {}
    for number_, set_ in enumerate(set_text(text)):
        key = target_key(text.id, Part(number_))
        if key not in seen:
            continue
        unit = parted.get(number_)
        found[key] = paragraph_svg(text, set_) if unit is None else _pieces(text, seen[key], number_, set_, unit)
    return found


def _pieces(text: Text, line: Thing, place: int, set_: SetParagraph, unit: Unit) -> str:
    parted = parted_svg(text, set_)
    places = {
        target_key(text.id, Part(place, **{unit: n})): (n, where)
        for n, where in enumerate(part_places(text, place, unit))
    }
    return "".join(_placed(piece, _piece(parted, piece, *places[piece.key])) for piece in line.inside)


def _piece(parted: Parted, piece: Thing, place: int, where: PartPlace | None) -> str:
    return "" if where is None else piece_svg(parted, (piece.box[0], piece.box[1]), place, where)


def piece_svg(parted: Parted, corner: tuple[float, float], place: int, where: PartPlace) -> str:
    """Return a word or a letter, the one numbered ``place``: its lines as they are drawn, cut at its edges."""
    cut = []
    for line, left, right in where.bands:
        band = f'<rect x="{number(left)}" y="{-FAR}" width="{number(right - left)}" height="{2 * FAR}"/>'
        key = named("clip", band)
        cut.append(f'<clipPath id="{key}">{band}</clipPath><g clip-path="url(#{key})">{parted.lines[line]}</g>')
    marker = parted.marker if place == 0 else ""
    moved = f'transform="translate({number(-corner[0])} {number(-corner[1])})"'
    return f"<g {moved}>{parted.before}{marker}{''.join(cut)}{parted.after}</g>"


def _placed(thing: Thing, inner: str) -> str:
    """Return what is drawn in a thing's box, placed, painted, cut and as opaque as it is."""
    if not inner or thing.opacity <= 0:
        return ""
    x, y, width, height = thing.box
    if thing.ink is not None:
        inner = inked(f'<svg xmlns="http://www.w3.org/2000/svg" overflow="visible">{inner}</svg>', thing.ink)
    if thing.mask is not None:
        inner = _cut(inner, thing.mask)
    if thing.blur:
        key = named("filter", f"blur {thing.blur}")
        blurred = f'<feGaussianBlur stdDeviation="{number(thing.blur)}"/>'
        blurred = f'<filter id="{key}" x="-1" y="-1" width="3" height="3">{blurred}</filter>'
        inner = f'{blurred}<g filter="url(#{key})">{inner}</g>'
    about = f"translate({number(-width / 2)} {number(-height / 2)})"
    middle = f"translate({number(x + width / 2)} {number(y + height / 2)})"
    flat = " ".join(number(value) for value in _flat(thing.place))
    shown = "" if thing.opacity >= 1 else f' opacity="{number(thing.opacity)}"'
    return f'<g transform="{middle} matrix({flat}) {about}"{shown}>{inner}</g>'


def _flat(place: tuple[float, ...]) -> tuple[float, float, float, float, float, float]:
    """Return a homography as the affine map that it is about the middle, as SVG writes one."""
    a, b, c, d, e, f, g, h, i = place
    return (
        (a - c * g / i) / i,
        (d - f * g / i) / i,
        (b - c * h / i) / i,
        (e - f * h / i) / i,
        c / i,
        f / i,
    )


def _cut(inner: str, mask: Mask) -> str:
    ways = "".join(
        "M" + "L".join(f"{number(x)} {number(y)}" for x, y in zip(places[::2], places[1::2], strict=True)) + "Z"
        for places in mask.polygons
    )
    key = named("mask", f"{ways} {mask.blur}")
    if not mask.blur:
        return f'<clipPath id="{key}"><path d="{ways}"/></clipPath><g clip-path="url(#{key})">{inner}</g>'
    room = 'filterUnits="userSpaceOnUse" x="-9000" y="-9000" width="18000" height="18000"'
    soft = f'<filter id="{key}-blur" {room}><feGaussianBlur stdDeviation="{number(mask.blur)}"/></filter>'
    seen = f'<path d="{ways}" fill="#ffffff" filter="url(#{key}-blur)"/>'
    area = 'maskUnits="userSpaceOnUse" x="-9000" y="-9000" width="18000" height="18000"'
    return f'{soft}<mask id="{key}" {area}>{seen}</mask><g mask="url(#{key})">{inner}</g>'


def drawn_slide(
    slide: Slide, width: int, height: int, small: Mapping[str, Path], pixels: int, sheet: Sheet | None = None
) -> bytes:
    """Return a slide as a PNG of ``pixels`` width: as a sheet shows it, or with everything where it is placed.

    ``small`` are the files of its small pictures (WebP) by their assets.
    """

    def read(asset_id: str) -> tuple[bytes, str] | None:
        return (small[asset_id].read_bytes(), "image/webp") if asset_id in small else None

    if sheet is None:
        return slide_png(slide, width, height, read, pixels)
    return png_of(sheet_svg(sheet, slide, width, height, read), slide, pixels)
