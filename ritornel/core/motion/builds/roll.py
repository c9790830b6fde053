"""Roll: the lines of a list arrive one by one, and what is there of it stays in the middle of its box."""

from collections.abc import Sequence

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Arrival, Arriving, Asked, Box, Effect, Param, around

_DISTANCE = 40


def _curves(asked: Asked) -> Sequence[Curve]:
    """Return what a single thing does that is no line of a list: it comes up and fades in."""
    return (("y", ((0, asked.params["distance"]), (1, 0.0))), ("opacity", ((0, 0.0), (1, 1.0))))


def _arrival(asked: Arriving) -> Arrival:
    """Return how a line arrives and the block moves up for it (timing.md, section 10).

    The block moves from where it stood to where it stands with the line; the line itself comes from ``distance`` below
    its place in the new block, so its own way is shorter by as much as the block carries it.
    """
    middle = asked.box.y + asked.box.height / 2
    there = asked.part if asked.there is None else asked.there
    after = middle - _middle(around(there, asked.part))
    before = middle - _middle(there)
    way = asked.params["distance"] + after - before
    return Arrival(
        part=(("y", ((0, way), (1, 0.0))), ("opacity", ((0, 0.0), (1, 1.0)))),
        whole=(("y", ((0, 0.0), (1, after - before))),),
        whole_before=(("y", before),),
    )


def _middle(box: Box) -> float:
    return box.y + box.height / 2


EFFECTS = (
    Effect(
        name="roll",
        label="Roll",
        verbs={"entrance": "rolls in"},
        help="Lines arrive one by one, and the list stays in the middle of its box.",
        duration_ms=900,
        easing={"entrance": "cubic-bezier(0.22, 0.7, 0.24, 1)"},
        curves=_curves,
        arrival=_arrival,
        params=(Param("distance", "Distance", _DISTANCE, least=0, most=400, unit="stage units"),),
    ),
)
