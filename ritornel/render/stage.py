"""A slide as the nodes that a page builds its stage of. Nothing here knows of time: tracks move the nodes."""

from typing import Any

from ritornel.core.model import Clip, Line, Object, Picture, Shape, Slide, Text
from ritornel.core.model.keys import target_key
from ritornel.core.text.layout import set_text
from ritornel.render.paint import filter_of
from ritornel.render.svg import line_svg, paragraph_svg, shape_svg


def nodes(slide: Slide) -> list[dict[str, Any]]:
    """Return one node per object, back to front.

    Every node has ``key`` (what tracks move it by), ``object`` (its id), ``kind``, ``x``, ``y``, ``width``, ``height``
    in stage units, ``rotation``, ``opacity`` and ``alt``; ``hidden`` if it is out of the way while others are placed.
    Shapes and lines carry ``svg``; texts ``parts``, one per paragraph, each with ``key``, ``y``, ``height``, ``svg``;
    pictures and clips ``asset`` and ``fit``, and if they have a shadow or a soft edge ``filter``: its id and element.
    """
    return [_node(thing) for thing in slide.objects]


def _node(thing: Object) -> dict[str, Any]:
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
        node["fit"] = thing.fit
        filtered = filter_of(thing)
        if filtered is not None:
            node["filter"] = list(filtered)
    return node
