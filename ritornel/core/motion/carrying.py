"""Which objects of two neighbouring slides are one that goes on, and how it gets from its old state to its new one."""

from collections.abc import Callable, Iterable, Mapping, Sequence
from math import cos, hypot, radians, sin
from types import MappingProxyType
from typing import Any, NamedTuple

from ritornel.core.model import Clip, Object, Picture, Shape, Text
from ritornel.core.model.keys import VIEW_KEY
from ritornel.core.model.roles import ORNAMENT
from ritornel.core.motion.corners import Ends, corner_radius, rounding, unrounded
from ritornel.core.motion.curves import Curve
from ritornel.core.motion.flying import Flight, Seen
from ritornel.core.motion.standing import Standing
from ritornel.core.text.extent import words_box

_MOST_COMPARED = 2_500
_EVEN = 1e-3
_STEPS = 12
_VIEW_STEPS = 60
_LEAST = 1e-3
"""What is seen smaller than this is reckoned to be this large, as nothing can be scaled from nothing."""

_BEND = 0.22
"""How far a curved way bulges, as a share of its length."""

_PAINT = frozenset({"fill", "line", "colour"})
"""Colours in which objects are painted: one that lies over the other, and comes, blends with it."""

_PLACE = frozenset({"x", "y", "width", "height", "rotation", "opacity"})
_MOVED = _PLACE | {"id", "lineage", "name", "alt", "group", "role", "own", "locked", "hidden", "link"}
"""In these, one object may differ from another and be moved to be the other."""


class Pair(NamedTuple):
    """One object that is carried: as it was and as it will be.

    ``alike`` if moving it is all that it takes; ``painted`` if it is moving it and painting it anew; ``rounded`` if its
    corners go over besides.
    """

    old: Object
    new: Object
    alike: bool
    painted: bool = False
    rounded: bool = False


def matched(before: Standing, after: Standing, by_hand: Mapping[str, str] = MappingProxyType({})) -> list[Pair]:
    """Return the pairs of objects that are carried (timing.md, section 9).

    Those made ``by_hand`` (ids of new objects, and of the old ones that they were; empty for none) before all; then by
    lineage; then, among the rest, pictures and clips by asset and texts by equal text, the nearest first. Between
    planes that are not the same only what stands with the stage is.
    """
    old, new = before.shown(), after.shown()
    if before.slide.plane != after.slide.plane:
        old, new = ([o for o in things if o.role == ORNAMENT] for things in (old, new))
    olds, news = {o.id: o for o in old}, {o.id: o for o in new}
    pairs = [(olds[b], news[a]) for a, b in by_hand.items() if a in news and b in olds]
    taken = {id(thing) for pair in pairs for thing in pair} | {id(news[a]) for a in by_hand if a in news}
    old, new = ([o for o in things if id(o) not in taken] for things in (old, new))
    pairs += _paired(old, new, lambda thing: thing.lineage or None)
    taken = {id(thing) for pair in pairs for thing in pair}
    old, new = ([o for o in things if id(o) not in taken] for things in (old, new))
    pairs += _paired(old, new, _content)
    return [_pair(a, b) for a, b in pairs]


def _pair(a: Object, b: Object) -> Pair:
    radii = corner_radius(a), corner_radius(b)
    if None in radii:
        return Pair(a, b, _alike(a, b), _alike(a, b, _PAINT) and _as_painted(a, b))
    rounded = any(radii) and (a.width, a.height, radii[0]) != (b.width, b.height, radii[1])
    stretched = isinstance(a, Shape) and isinstance(b, Shape)
    painted = _alike(unrounded(a), unrounded(b), _PAINT, stretched) and _as_painted(a, b)
    return Pair(a, b, _alike(a, b) and not (rounded and painted), painted, rounded and painted)


def unchanged(before: Standing, after: Standing) -> list[Pair]:
    """Return the pairs of objects that stand on both slides in one place, seen through one view, and look alike."""
    moves = seen_of_plane(before) != seen_of_plane(after)
    return [
        pair
        for pair in matched(before, after)
        if pair.alike
        and place_of(pair.old, before.state(pair.old)) == place_of(pair.new, after.state(pair.new))
        and (not moves or pair.new.role == ORNAMENT)
    ]


def seen_of_plane(side: Standing) -> Seen | None:
    """Return what a slide shows of its plane; None for one without."""
    value = side.states.get(VIEW_KEY, {}).get("view")
    return Seen(*value) if isinstance(value, tuple) else None


def gone_over(before: Standing, after: Standing) -> Curve | None:
    """Return how the stage goes on over the plane that two slides have in common; None where they have none."""
    start, end = seen_of_plane(before), seen_of_plane(after)
    if before.slide.plane != after.slide.plane or start is None or end is None:
        return None
    flight = Flight(start, end)
    return "view", tuple((n / _VIEW_STEPS, tuple(flight.at(n / _VIEW_STEPS))) for n in range(_VIEW_STEPS + 1))


def _content(thing: Object) -> tuple[str, ...] | None:
    if isinstance(thing, Picture | Clip):
        return (type(thing).__name__, thing.asset) if thing.asset else None
    if isinstance(thing, Text):
        words = tuple(p.text for p in thing.paragraphs)
        return ("Text", *words) if any(words) else None
    return None


def _paired(old: Iterable[Object], new: Iterable[Object], name: Callable[[Object], Any]) -> list[tuple[Object, Object]]:
    """Return pairs of one name, each thing once, the nearest first; where there are very many of one, as they come."""
    groups: dict[Any, tuple[list[Object], list[Object]]] = {}
    for side, things in enumerate((old, new)):
        for thing in things:
            if (called := name(thing)) is not None:
                groups.setdefault(called, ([], []))[side].append(thing)
    found: list[tuple[Object, Object]] = []
    for olds, news in groups.values():
        if len(olds) * len(news) > _MOST_COMPARED:
            found += zip(olds, news, strict=False)
        else:
            found += _nearest(olds, news)
    return found


def _nearest(olds: Sequence[Object], news: Sequence[Object]) -> list[tuple[Object, Object]]:
    near = sorted((_far(a, b), m, n) for m, a in enumerate(olds) for n, b in enumerate(news))
    found, gone_old, gone_new = [], set(), set()
    for _, m, n in near:
        if m not in gone_old and n not in gone_new:
            gone_old.add(m)
            gone_new.add(n)
            found.append((olds[m], news[n]))
    return found


def _far(a: Object, b: Object) -> float:
    (ax, ay), (bx, by) = _middle(a), _middle(b)
    return hypot(ax - bx, ay - by)


def _middle(thing: Object) -> tuple[float, float]:
    return thing.x + thing.width / 2, thing.y + thing.height / 2


def _as_painted(a: Object, b: Object) -> bool:
    """Tell whether the same of both objects is painted, and hides what is behind it."""
    paints = [(getattr(a, name, None), getattr(b, name, None)) for name in _PAINT]
    return a.opacity == b.opacity == 1 and all((one == "none") == (other == "none") for one, other in paints)


def _alike(a: Object, b: Object, but: frozenset[str] = frozenset(), stretched: bool = False) -> bool:
    """Tell whether moving, turning and scaling one makes it the other, ``but`` for some fields.

    It is scaled evenly, unless it may be ``stretched``.
    """
    if type(a) is not type(b):
        return False
    scaled = {"size"} if isinstance(a, Text) else set()
    if any(getattr(a, f) != getattr(b, f) for f in a.__struct_fields__ if f not in _MOVED | scaled | but):
        return False
    if isinstance(a, Text) and isinstance(b, Text):
        share = b.size / a.size
        return abs(a.width * share - b.width) < 1 and abs(a.height * share - b.height) < 1
    return stretched or abs(a.width * b.height - b.width * a.height) < _EVEN * a.width * b.height


class Place(NamedTuple):
    """Where an object stands with all that moves it: its middle, size, rotation (degrees) and opacity."""

    x: float
    y: float
    width: float
    height: float
    rotation: float
    opacity: float


def place_of(thing: Object, state: Mapping[str, Any]) -> Place:
    """Return where an object stands in a state of it."""
    x, y = _middle(thing)
    return Place(
        x + state.get("x", 0.0),
        y + state.get("y", 0.0),
        thing.width * state.get("scale_x", 1.0),
        thing.height * state.get("scale_y", 1.0),
        thing.rotation + state.get("rotate", 0.0),
        thing.opacity * state.get("opacity", 1.0),
    )


class Way:
    """How one object gets from its old state to its new one, relative to where it stands by itself before and after."""

    def __init__(self, pair: Pair, before: Standing, after: Standing, curved: bool) -> None:
        """Look at where it is on the two slides."""
        self.pair = pair
        self.old, self.new = place_of(pair.old, before.state(pair.old)), place_of(pair.new, after.state(pair.new))
        self.turn = (self.new.rotation - self.old.rotation + 180) % 360 - 180
        self.across, self.down = _scales(pair, self.old, self.new)
        # Of words the letters go from where they stand to where they will stand, whatever box they are in.
        (ax, ay), (bx, by) = _letters(pair.old, self.old), _letters(pair.new, self.new)
        grown = _turned(ax * self.across, ay * self.down, self.new.rotation), _turned(bx, by, self.new.rotation)
        small = _turned(ax, ay, self.old.rotation), _turned(bx / self.across, by / self.down, self.old.rotation)
        far = (self.new.x - self.old.x, self.new.y - self.old.y)
        self.course = _course(far[0] + grown[1][0] - grown[0][0], far[1] + grown[1][1] - grown[0][1], curved)
        self.came = _course(far[0] + small[1][0] - small[0][0], far[1] + small[1][1] - small[0][1], curved)

    def goes(self) -> list[Curve]:
        """Return how the old object goes to the new one's place."""
        return [
            ("x", tuple((share, x) for share, x, _ in self.course)),
            ("y", tuple((share, y) for share, _, y in self.course)),
            ("rotate", ((0, 0.0), (1, self.turn))),
            ("scale_x", ((0, 1.0), (1, self.across))),
            ("scale_y", ((0, 1.0), (1, self.down))),
            *self._corners(self.pair.old, self.old, (1.0, self.across), (1.0, self.down)),
        ]

    def comes(self) -> list[Curve]:
        """Return how the new object comes from the old one's place: at the same time in the same place."""
        _, x_end, y_end = self.came[-1]
        found: list[Curve] = [
            ("x", tuple((share, x - x_end) for share, x, _ in self.came)),
            ("y", tuple((share, y - y_end) for share, _, y in self.came)),
            ("rotate", ((0, -self.turn), (1, 0.0))),
            ("scale_x", ((0, 1 / self.across), (1, 1.0))),
            ("scale_y", ((0, 1 / self.down), (1, 1.0))),
            *self._corners(self.pair.new, self.new, (1 / self.across, 1.0), (1 / self.down, 1.0)),
        ]
        if self.new.opacity and self.pair.alike:
            found.append(("opacity", ((0, self.old.opacity / self.new.opacity), (1, 1.0))))
        return found

    def _corners(self, thing: Object, place: Place, across: Ends, down: Ends) -> list[Curve]:
        """Return how the corners of one of the two go over from the old one's to the new one's."""
        if not self.pair.rounded:
            return []
        sides = ((self.pair.old, self.old), (self.pair.new, self.new))
        radii = [(corner_radius(one) or 0.0) * at.width / one.width for one, at in sides]
        by = place.width / thing.width, place.height / thing.height
        return [rounding(thing, (radii[0], radii[1]), _by(across, by[0]), _by(down, by[1]))]


def _by(ends: Ends, scale: float) -> Ends:
    return max(ends[0] * scale, _LEAST), max(ends[1] * scale, _LEAST)


def _letters(thing: Object, place: Place) -> tuple[float, float]:
    """Return how far the middle of a text's words stands from that of its box, before it is turned; 0 of all else."""
    box = words_box(thing) if isinstance(thing, Text) else None
    if box is None:
        return 0.0, 0.0
    (x, y), (mx, my) = box.centre, _middle(thing)
    return (x - mx) * place.width / thing.width, (y - my) * place.height / thing.height


def _turned(x: float, y: float, degrees: float) -> tuple[float, float]:
    turn = radians(degrees)
    return x * cos(turn) - y * sin(turn), x * sin(turn) + y * cos(turn)


def _scales(pair: Pair, old: Place, new: Place) -> tuple[float, float]:
    """Return how much larger the new object is; a text by its letters."""
    if isinstance(pair.old, Text) and isinstance(pair.new, Text):
        share = pair.new.size / pair.old.size
        grown = (new.width / pair.new.width) / (old.width / pair.old.width) if old.width else 1.0
        return share * grown, share * grown
    return max(new.width, _LEAST) / max(old.width, _LEAST), max(new.height, _LEAST) / max(old.height, _LEAST)


def _course(x: float, y: float, curved: bool) -> list[tuple[float, float, float]]:
    """Return (share, x, y) on the way from (0, 0): straight, or along a quadratic Bézier curve."""
    if not curved:
        return [(0.0, 0.0, 0.0), (1.0, x, y)]
    control = (x / 2 + y * _BEND * 2, y / 2 - x * _BEND * 2)
    shares = [n / _STEPS for n in range(_STEPS + 1)]
    return [(s, 2 * s * (1 - s) * control[0] + s * s * x, 2 * s * (1 - s) * control[1] + s * s * y) for s in shares]
