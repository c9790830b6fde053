"""A slide as the nodes that a page builds its stage of. Nothing here knows of time: tracks move the nodes."""

from collections.abc import Mapping
from typing import Any

from msgspec.structs import replace

from ritornel.core.drawing.framing import framed, mask_shape
from ritornel.core.drawing.grounds import ground_key, ground_objects
from ritornel.core.model import Clip, Line, Object, Part, Picture, Shape, Show, Slide, Text
from ritornel.core.model.keys import target_key
from ritornel.core.model.links import relinked, resolved
from ritornel.core.model.memory import Memory
from ritornel.core.model.roles import ORNAMENT
from ritornel.core.motion.marks import PlacedMark, marks_of
from ritornel.core.motion.parting import Parted, parted_lines
from ritornel.core.text.layout import SetParagraph, set_text
from ritornel.core.text.parts import Unit, part_places
from ritornel.render.gaps import gap_svg
from ritornel.render.paint import filter_of, mask_of
from ritornel.render.svg import line_svg, mark_svg, paragraph_svg, parted_svg, shape_svg

_NODES_BYTES = 24 * 1024 * 1024
_made: Memory[tuple[Object, tuple[int, int], tuple[float, float], Parted], dict[str, Any]] = Memory(_NODES_BYTES)
_MIDDLE = (0.5, 0.5)
_MISSING = (-1, -1)
"""The size of an asset that is not there."""


def nodes(slide: Slide, show: Show) -> list[dict[str, Any]]:
    """Return one node per object, back to front, those of its ground behind them.

    Every node has ``key`` (what tracks move it by), ``object`` (its id), ``kind``, ``x``, ``y``, ``width``, ``height``
    in stage units, ``rotation``, ``opacity`` and ``alt``; ``hidden`` if it is out of the way while others are placed; a
    ``link`` if it leads somewhere; ``fixed`` if it stays where it is while a plane is gone over.
    Shapes and lines carry ``svg``; texts ``parts``, one per paragraph, each with ``key``, ``y``, ``height``, ``svg``,
    or, where its words or letters are built, ``lines``, ``marker``, ``before``, ``after`` (``render.svg.Parted``) and
    ``pieces``, each with ``key``, its box in the paragraph's, and ``bands``: a line, and what of it is seen, from to;
    whatever builds draw at it ``marks``, each with ``key``, its box in the object's, ``svg``, and whether it is behind;
    pictures and clips ``asset``, ``seen`` (what is seen, in shares of the box: left, top, width, height), ``whole``
    (where the whole picture lies, in shares of that), and where they have one a ``flip``, a ``mask`` and a ``filter``
    (id and element), a ``border``, a ``plate`` behind what is clear.
    """
    sizes = {a.id: (a.width, a.height) for a in show.assets} if _shows_media(slide) else {}
    things = [relinked(thing, lambda link: resolved(link, show)) for thing in slide.objects]
    parted = parted_lines(slide)
    drawn = [_node(o, sizes, _MIDDLE, parted.get(o.id, ())) for o in things]
    marked = marks(slide, show)
    for place, node in enumerate(drawn):
        if node["object"] in marked:
            drawn[place] = {**node, "marks": marked[node["object"]]}
    if slide.plane is not None:
        fixed = {thing.id for thing in slide.objects if thing.role == ORNAMENT}
        drawn = [{**node, "fixed": True} if node["object"] in fixed else node for node in drawn]
    return [*_ground(slide, show, sizes), *drawn]


def marks(slide: Slide, show: Show) -> dict[str, list[dict[str, Any]]]:
    """Return what the slide's builds draw at each object, by its id: the ``marks`` of its node."""
    return {name: list(map(_mark, found)) for name, found in marks_of(slide, show.width, show.height).items()}


def _mark(placed: PlacedMark) -> dict[str, Any]:
    return {
        "key": placed.key,
        **placed.box._asdict(),
        "behind": placed.behind,
        "svg": mark_svg(placed.mark, placed.box.width, placed.box.height),
    }


def _shows_media(slide: Slide) -> bool:
    return slide.ground is not None or any(isinstance(o, Picture | Clip) for o in slide.objects)


def _ground(slide: Slide, show: Show, sizes: Mapping[str, tuple[int, int]]) -> list[dict[str, Any]]:
    """Return the nodes of a ground."""
    return [
        {**_node(thing, sizes, at), "key": ground_key(thing), "object": ""}
        for thing, at in ground_objects(slide, show.width, show.height)
    ]


def _node(
    thing: Object, sizes: Mapping[str, tuple[int, int]], at: tuple[float, float], parted: Parted = ()
) -> dict[str, Any]:
    """Return the node of an object; remembered wherever it stands, so not to be changed."""
    size = sizes.get(thing.asset, _MISSING) if isinstance(thing, Picture | Clip) else (0, 0)
    anywhere = replace(thing, x=0.0, y=0.0)
    known = _made.get((anywhere, size, at, parted))
    if known is None:
        made = _made_node(anywhere, size, at, dict(parted))
        known = _made.put((anywhere, size, at, parted), made, 4000 + 2 * _drawn_bytes(made))
    return {**known, "x": thing.x, "y": thing.y}


def _drawn_bytes(node: dict[str, Any]) -> int:
    parts = node.get("parts", ())
    lines = sum(len(line) for part in parts for line in part.get("lines", ()))
    pieces = sum(len(part.get("pieces", ())) for part in parts)
    return len(node.get("svg", "")) + sum(len(part["svg"]) for part in parts) + lines + 300 * pieces


def _made_node(
    thing: Object, size: tuple[int, int], at: tuple[float, float], parted: Mapping[int, Unit]
) -> dict[str, Any]:
    node: dict[str, Any] = {
        "key": target_key(thing.id),
        "object": thing.id,
        "kind": type(thing).__name__.lower(),
        "x": thing.x,
        "y": thing.y,
        "width": thing.width,
        "height": thing.height,
        "rotation": thing.rotation,
        "opacity": thing.opacity,
        "alt": thing.alt or thing.name,
    }
    if thing.link:
        node["link"] = thing.link
    if thing.hidden:
        node["hidden"] = True
    if isinstance(thing, Text):
        node["parts"] = [_paragraph(thing, n, one, parted.get(n)) for n, one in enumerate(set_text(thing))]
    elif isinstance(thing, Shape):
        node["svg"] = shape_svg(thing)
    elif isinstance(thing, Line):
        node["svg"] = line_svg(thing)
    elif isinstance(thing, Picture | Clip) and size == _MISSING:
        node["svg"] = gap_svg(thing)
    elif isinstance(thing, Picture | Clip):
        node["asset"] = thing.asset
        node |= _framing(thing, size, at)
        filtered = filter_of(thing)
        if filtered is not None:
            node["filter"] = list(filtered)
    return node


def _paragraph(text: Text, number: int, set_: SetParagraph, unit: Unit | None) -> dict[str, Any]:
    part = {"key": target_key(text.id, Part(number)), "y": set_.top, "height": set_.height}
    if unit is None:
        return {**part, "svg": paragraph_svg(text, set_)}
    places = part_places(text, number, unit)
    parted = parted_svg(text, set_)
    pieces = [
        {
            "key": target_key(text.id, Part(number, **{unit: n})),
            "x": place.x,
            "y": place.y - set_.top,
            "width": place.width,
            "height": place.height,
            "bands": [list(band) for band in place.bands],
        }
        for n, place in enumerate(places)
        if place is not None
    ]
    return {**part, "svg": "", **parted._asdict(), "pieces": pieces}


def _framing(thing: Picture | Clip, size: tuple[int, int], at: tuple[float, float]) -> dict[str, Any]:
    """Return what is seen, in shares of the box, and where the whole picture lies, in shares of what is seen."""
    seen, whole = framed(thing.width, thing.height, thing.fit, thing.frame.crop, size, at)
    told: dict[str, Any] = {
        "seen": [seen.x / thing.width, seen.y / thing.height, seen.width / thing.width, seen.height / thing.height],
        "whole": [
            (whole.x - seen.x) / seen.width,
            (whole.y - seen.y) / seen.height,
            whole.width / seen.width,
            whole.height / seen.height,
        ],
    }
    mask = mask_shape(thing, seen)
    if thing.frame.mirrored or thing.frame.upside_down:
        told["flip"] = [-1 if thing.frame.mirrored else 1, -1 if thing.frame.upside_down else 1]
    if mask.form != "rectangle" or mask.corner_radius:
        told["mask"] = list(mask_of(mask))
    if thing.frame.plate != "none":
        told["plate"] = thing.frame.plate
    if mask.line != "none" and mask.line_width:
        told["border"] = shape_svg(mask)
    return told
