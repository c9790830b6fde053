"""Opening: the new slide opens in the form of a picture, out of its place on the slide before or on its own."""

from collections.abc import Sequence
from math import cos, radians, sin

from ritornel.core.drawing.figures import flattened
from ritornel.core.drawing.forms import FORMS
from ritornel.core.drawing.framing import mask_shape
from ritornel.core.model import Clip, Picture, Shape
from ritornel.core.model.box import Box
from ritornel.core.motion.carrying import Place, place_of
from ritornel.core.motion.declared import Scene, TransitionKind
from ritornel.core.motion.geometry import Keys, Polygon, Region
from ritornel.core.motion.geometry.figures import ellipse, grown
from ritornel.core.motion.pieces import Piece
from ritornel.core.motion.standing import Standing
from ritornel.core.motion.wiping import clipped

_WHOLE_STAGE = 0.9
"""What covers so much of the stage is its ground, not something to open from."""


def _pieces(scene: Scene) -> Sequence[Piece]:
    side = scene.before if scene.subtype == "fromBefore" else scene.after
    thing = _picture(side, scene) if side is not None else None
    if side is None or thing is None:
        return (Piece("old"), clipped(grown(ellipse()), scene))
    return (Piece("old"), clipped(_from(thing, place_of(thing, side.state(thing))), scene))


def _picture(side: Standing, scene: Scene) -> Picture | Clip | Shape | None:
    """Return the largest picture or clip that is seen, else the largest shape whose middle its outline is around."""
    stage = scene.width * scene.height * _WHOLE_STAGE
    seen = [o for o in side.shown() if 0 < o.width * o.height < stage]
    pictures = [o for o in seen if isinstance(o, Picture | Clip)]
    shapes = [o for o in seen if isinstance(o, Shape) and o.form != "path"]
    return max(pictures or shapes, key=lambda o: o.width * o.height, default=None)


def _from(thing: Picture | Clip | Shape, place: Place) -> Region:
    """Return the region that an object's outline grows to, about the object's middle."""
    figure = _outline(thing, place)

    def keys(box: Box) -> Keys:
        across = max(place.x - box.x, box.x + box.width - place.x)
        down = max(place.y - box.y, box.y + box.height - place.y)
        return grown(figure)(Box(place.x - across, place.y - down, 2 * across, 2 * down))

    return keys


def _outline(thing: Picture | Clip | Shape, place: Place) -> Polygon:
    """Return an object's outline about its middle, as it stands."""
    shape = thing if isinstance(thing, Shape) else mask_shape(thing, Box(0, 0, thing.width, thing.height))
    path = FORMS[shape.form].path(shape)
    outer = path[: next((n for n, segment in enumerate(path) if segment.letter == "Z"), len(path))]
    turn = radians(place.rotation)
    found = []
    for x, y in flattened(outer):
        right, below = (x - 0.5) * place.width, (y - 0.5) * place.height
        found.append((right * cos(turn) - below * sin(turn), right * sin(turn) + below * cos(turn)))
    return tuple(found)


TRANSITION = TransitionKind(
    name="opening",
    label="A picture's form",
    verb="opens",
    help="The slide opens in the form of its picture, or of a picture of the slide before, from where that stands.",
    duration_ms=1100,
    pieces=_pieces,
    subtypes=(("fromOwn", "in its picture's form"), ("fromBefore", "in the form of the picture before")),
    easing="ease-in-out",
    softens=True,
    looks=True,
)
