"""Carry: what goes on moves from its old place to its new one; the rest goes first, and comes last (timing.md, 9)."""

from collections.abc import Iterable, Mapping, Sequence

from ritornel.core.drawing.grounds import ground_keys
from ritornel.core.model.keys import VIEW_KEY, target_key
from ritornel.core.motion.carrying import Pair, Way, gone_over
from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Scene, TransitionKind
from ritornel.core.motion.pieces import BARE, HIDDEN, Piece, moving, over_progress, with_view
from ritornel.core.motion.standing import Standing

_MOST_BETWEEN = 4
"""So many things that give way have a layer each among the others; more of them lie together under all that is new."""

_GOES: Curve = ("opacity", ((0, 1.0), (0.5, 0.0), (1, 0.0)))
_COMES: Curve = ("opacity", ((0, 0.0), (0.5, 0.0), (1, 1.0)))
_GIVES_WAY: Curve = ("opacity", ((0, 1.0), (0.5, 1.0), (1, 0.0)))
_TAKES_OVER: Curve = ("opacity", ((0, 0.0), (0.5, 1.0), (1, 1.0)))
_GROUND_COMES: Curve = ("ground", ((0, 0.0), (1, 1.0)))
_FADES_IN: Curve = ("opacity", ((0, 0.0), (1, 1.0)))


def _pieces(scene: Scene) -> Sequence[Piece]:
    """Return what goes, what comes and what is carried; over a plane that both slides have the stage goes on."""
    pieces = _carried(scene)
    way = None if scene.before is None or scene.after is None else gone_over(scene.before, scene.after)
    return pieces if way is None else [with_view(piece, VIEW_KEY, way) for piece in pieces]


def _carried(scene: Scene) -> Sequence[Piece]:
    """Return, from the bottom up: what goes; the new ground; what is carried as it was; the new slide over it."""
    before, after = scene.before, scene.after
    if before is None or after is None:
        return (Piece("old"), moving("new", _FADES_IN))
    ways = {pair: Way(pair, before, after, scene.subtype == "curved") for pair in scene.pairs}
    gone = {pair.old.id for pair in ways}
    blended = {pair.old.id: _gives_way(pair, way) for pair, way in ways.items() if not pair.alike}
    comes = {pair.new.id: _takes_over(pair, way) for pair, way in ways.items()}
    old_ids, new_ids = ([o.id for o in side.slide.objects] for side in (before, after))
    goes = {name: (HIDDEN,) if name in gone else (_GOES,) for name in old_ids}
    ground = {**_of_ground(after, _FADES_IN), **_hidden(new_ids)}
    as_it_was = {**_of_ground(before, HIDDEN), **_hidden(set(old_ids) - set(blended)), **_by_key(blended)}
    arrives = {**_of_ground(after, HIDDEN), **_by_key({name: comes.get(name, (_COMES,)) for name in new_ids})}
    bottom = (over_progress(Piece("old"), _by_key(goes)), over_progress(moving("new", _GROUND_COMES), ground))
    if len(blended) > _MOST_BETWEEN:
        was = [over_progress(moving("old", BARE), as_it_was)]
        return (*bottom, *was, over_progress(moving("new", BARE), arrives))
    hidden = {**_of_ground(before, HIDDEN), **_hidden(old_ids)}
    was_of = {pair.new.id: pair.old.id for pair in ways if pair.old.id in blended}
    layers: list[Piece] = []
    seen: list[str] = []
    for name in new_ids:  # what gives way lies right under what takes its place
        if name in was_of:
            layers += _only(seen, new_ids, arrives)
            layers.append(
                over_progress(moving("old", BARE), {**hidden, **_by_key({was_of[name]: blended[was_of[name]]})})
            )
            seen = []
        seen.append(name)
    return (*bottom, *layers, *_only(seen, new_ids, arrives))


def _only(seen: Sequence[str], names: Sequence[str], arrives: Mapping[str, Sequence[Curve]]) -> list[Piece]:
    """Return the new slide with only some of its things on it; nothing without any."""
    if not seen:
        return []
    return [over_progress(moving("new", BARE), {**arrives, **_hidden(set(names) - set(seen))})]


def _gives_way(pair: Pair, way: Way) -> Sequence[Curve]:
    return way.goes() if pair.painted else (*way.goes(), _GIVES_WAY)


def _takes_over(pair: Pair, way: Way) -> Sequence[Curve]:
    """Return how a new object comes: one of another colour over the old one, so that the colours blend all the way."""
    if pair.alike:
        return way.comes()
    return (*way.comes(), _FADES_IN if pair.painted else _TAKES_OVER)


def _by_key(curves: Mapping[str, Sequence[Curve]]) -> Mapping[str, Sequence[Curve]]:
    return {target_key(name): moves for name, moves in curves.items()}


def _hidden(names: Iterable[str]) -> Mapping[str, Sequence[Curve]]:
    return {target_key(name): (HIDDEN,) for name in names}


def _of_ground(side: Standing, curve: Curve) -> Mapping[str, Sequence[Curve]]:
    return dict.fromkeys(ground_keys(side.slide), (curve,))


TRANSITION = TransitionKind(
    name="carry",
    label="Carry",
    verb="is carried on",
    help="What goes on moves from its old place to its new one; the rest goes first, and what is new comes last.",
    duration_ms=1000,
    pieces=_pieces,
    subtypes=(("straight", "straight"), ("curved", "in a curve")),
    easing="ease-in-out",
    looks=True,
    carries=True,
)
