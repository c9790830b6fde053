"""The ground of a slide as objects that fill the stage, from the back: a gradient or a picture, and its veil."""

from ritornel.core.model import Picture, Shape, Slide
from ritornel.core.model.objects import Object

Middle = tuple[float, float]


def ground_key(thing: Object) -> str:
    """Return the key of an object of a ground; no object of a slide has one that begins so."""
    return f"//{thing.id}"


def ground_keys(slide: Slide) -> list[str]:
    """Return the keys of what lies between a slide's background colour and its objects."""
    return [ground_key(thing) for thing, _ in ground_objects(slide, 1, 1)]


def ground_objects(slide: Slide, width: float, height: float) -> list[tuple[Object, Middle]]:
    """Return what lies between a slide's background colour and its objects, and which place of it stays in sight."""
    ground = slide.ground
    if ground is None:
        return []
    found: list[tuple[Object, Middle]] = []
    middle = (0.5, 0.5)
    if ground.gradient is not None:
        found.append((Shape(id="gradient", width=width, height=height, gradient=ground.gradient), middle))
    if ground.asset:
        found.append((Picture(id="picture", width=width, height=height, asset=ground.asset, fit=ground.fit), ground.at))
    if ground.veil != "none" and ground.veil_opacity:
        veil = Shape(id="veil", width=width, height=height, fill=ground.veil, opacity=ground.veil_opacity)
        found.append((veil, middle))
    return found
