"""What a transition that carries will do with every object of the two slides, to be listed and drawn."""

from collections.abc import Mapping

from msgspec import Struct

from ritornel.core.model import Asset, Object, Show
from ritornel.core.motion.carrying import Pair, matched
from ritornel.core.motion.standing import Standing
from ritornel.core.score.standing import standings
from ritornel.core.text.naming import object_name


class Named(Struct, frozen=True):
    """An object that is not carried: its id and its name."""

    id: str
    name: str


class Carried(Struct, frozen=True):
    """An object that is carried: what it was and will be, its name, and the way of its middle, in stage units."""

    old: str
    new: str
    name: str
    start: tuple[float, float]
    end: tuple[float, float]
    blends: bool


class Carries(Struct, frozen=True):
    """What is carried, what fades out, and what fades in."""

    pairs: tuple[Carried, ...]
    goes: tuple[Named, ...]
    comes: tuple[Named, ...]


def carries(show: Show, place: int) -> Carries:
    """Return what happens to the objects when the slide at a place comes in after the one before it."""
    before, after = standings(show, place)
    assets = {a.id: a for a in show.assets}
    pairs = matched(before, after, show.slides[place].transition.carried)
    gone, come = {p.old.id for p in pairs}, {p.new.id for p in pairs}
    return Carries(
        tuple(_carried(pair, before, after, assets) for pair in pairs),
        tuple(_named(o, assets) for o in before.shown() if o.id not in gone),
        tuple(_named(o, assets) for o in after.shown() if o.id not in come),
    )


def _carried(pair: Pair, before: Standing, after: Standing, assets: Mapping[str, Asset]) -> Carried:
    old, new = pair.old, pair.new
    return Carried(old.id, new.id, object_name(new, assets), _middle(old, before), _middle(new, after), not pair.alike)


def _named(thing: Object, assets: Mapping[str, Asset]) -> Named:
    return Named(thing.id, object_name(thing, assets))


def _middle(thing: Object, standing: Standing) -> tuple[float, float]:
    state = standing.state(thing)
    return thing.x + thing.width / 2 + state.get("x", 0.0), thing.y + thing.height / 2 + state.get("y", 0.0)
