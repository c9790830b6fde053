"""Where shapes stand: in groups, in places of their layout, on their side."""

from typing import Any, NamedTuple

from ritornel.formats.ooxml.names import Element, found, local, number


class Frame(NamedTuple):
    """How coordinates of a group become those of the slide: x' = x * by + at, in EMU."""

    x: float = 0.0
    y: float = 0.0
    across: float = 1.0
    down: float = 1.0


ALIKE = {
    "ctrTitle": ("ctrTitle", "title"),
    "title": ("title", "ctrTitle"),
    "subTitle": ("subTitle", "body"),
    "obj": ("obj", "body"),
    "body": ("body", "obj"),
}


def nv(name: str) -> str:
    """Return what the element with the names of a kind of shape is called."""
    return {
        "p:sp": "p:nvSpPr",
        "p:pic": "p:nvPicPr",
        "p:cxnSp": "p:nvCxnSpPr",
        "p:graphicFrame": "p:nvGraphicFramePr",
    }.get(name, "p:nvGrpSpPr")


def place_of(shape: Element) -> Element | None:
    """Return what says that a shape stands in a place of its layout."""
    return found(shape, f"{nv(local(shape))}/p:nvPr/p:ph")


def inside(frame: Frame, transform: Element | None) -> Frame:
    """Return how coordinates inside a group become those of the slide."""
    off, ext, inner, size = (found(transform, f"a:{name}") for name in ("off", "ext", "chOff", "chExt"))
    if inner is None or size is None:
        return frame
    across = number(ext, "cx") / number(size, "cx") if number(size, "cx") else 1.0
    down = number(ext, "cy") / number(size, "cy") if number(size, "cy") else 1.0
    x, y = number(off, "x") - number(inner, "x") * across, number(off, "y") - number(inner, "y") * down
    return Frame(frame.x + x * frame.across, frame.y + y * frame.down, frame.across * across, frame.down * down)


def on_its_side(box: dict[str, Any], how: str) -> dict[str, Any]:
    """Return the box of words that run up or down: as wide as it was high, turned about its middle."""
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    width, height = box["height"], box["width"]
    turned = (box["rotation"] + (90 if how == "vert" else 270)) % 360
    return {"x": x - width / 2, "y": y - height / 2, "width": width, "height": height, "rotation": turned}
