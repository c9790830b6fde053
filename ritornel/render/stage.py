"""A slide as the nodes that a page builds its stage of. Nothing here knows of time: tracks move the nodes."""

from collections.abc import Mapping
from typing import Any

from ritornel.core.drawing.framing import framed, mask_shape
from ritornel.core.drawing.grounds import ground_key, ground_objects
from ritornel.core.model import Clip, Line, Object, Picture, Shape, Show, Slide, Text
from ritornel.core.model.keys import target_key
from ritornel.core.model.links import relinked, resolved
from ritornel.core.model.memory import Memory
from ritornel.core.text.layout import set_text
from ritornel.render.paint import filter_of, mask_of
from ritornel.render.svg import line_svg, paragraph_svg, shape_svg

_NODES_BYTES = 24 * 1024 * 1024
_made: Memory[tuple[Object, tuple[int, int], tuple[float, float]], dict[str, Any]] = Memory(_NODES_BYTES)
_MIDDLE = (0.5, 0.5)


def nodes(slide: Slide, show: Show) -> list[dict[str, Any]]:
    """Return one node per object, back to front, those of its ground behind them.

    Every node has ``key`` (what tracks move it by), ``object`` (its id), ``kind``, ``x``, ``y``, ``width``, ``height``
    in stage units, ``rotation``, ``opacity`` and ``alt``; ``hidden`` if it is out of the way while others are placed; a
    ``link`` if it leads somewhere.
    Shapes and lines carry ``svg``; texts ``parts``, one per paragraph, each with ``key``, ``y``, ``height``, ``svg``;
    pictures and clips ``asset``, ``seen`` (what is seen, in shares of the box: left, top, width, height), ``whole``
    (where the whole picture lies, in shares of that), and where they have one a ``flip``, a ``mask`` and a ``filter``
    (id and element), a ``border``.
    """
    sizes = {a.id: (a.width, a.height) for a in show.assets} if _shows_media(slide) else {}
    things = [relinked(thing, lambda link: resolved(link, show)) for thing in slide.objects]
    return [*_ground(slide, show, sizes), *(_node(thing, sizes, _MIDDLE) for thing in things)]


def _shows_media(slide: Slide) -> bool:
    return slide.ground is not None or any(isinstance(o, Picture | Clip) for o in slide.objects)


def _ground(slide: Slide, show: Show, sizes: Mapping[str, tuple[int, int]]) -> list[dict[str, Any]]:
    """Return the nodes of a ground."""
    return [
        {**_node(thing, sizes, at), "key": ground_key(thing), "object": ""}
        for thing, at in ground_objects(slide, show.width, show.height)
    ]


def _node(thing: Object, sizes: Mapping[str, tuple[int, int]], at: tuple[float, float]) -> dict[str, Any]:
    """Return the node of an object; remembered, so not to be changed."""
    size = sizes.get(thing.asset, (0, 0)) if isinstance(thing, Picture | Clip) else (0, 0)
    known = _made.get((thing, size, at))
    if known is not None:
        return known
    made = _made_node(thing, size, at)
    drawn = len(made.get("svg", "")) + sum(len(part["svg"]) for part in made.get("parts", ()))
    return _made.put((thing, size, at), made, 4000 + 2 * drawn)


def _made_node(thing: Object, size: tuple[int, int], at: tuple[float, float]) -> dict[str, Any]:
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
        node["parts"] = [
            {
                "key": target_key(thing.id, number),
                "y": paragraph.top,
                "height": paragraph.height,
                "svg": paragraph_svg(thing, paragraph),
            }
            for number, paragraph in enumerate(set_text(thing))
        ]
    elif isinstance(thing, Shape):
        node["svg"] = shape_svg(thing)
    elif isinstance(thing, Line):
        node["svg"] = line_svg(thing)
    elif isinstance(thing, Picture | Clip):
        node["asset"] = thing.asset
        node |= _framing(thing, size, at)
        filtered = filter_of(thing)
        if filtered is not None:
            node["filter"] = list(filtered)
    return node


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
    if mask.line != "none" and mask.line_width:
        told["border"] = shape_svg(mask)
    return told
