"""Spin: turns while it grows."""

from collections.abc import Sequence

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect, Param


def _curves(asked: Asked) -> Sequence[Curve]:
    keys = ((0, 0.0), (1, 1.0))
    return (
        ("rotate", ((0, -360.0 * asked.params["turns"]), (1, 0.0))),
        ("scale_x", keys),
        ("scale_y", keys),
        ("opacity", keys),
    )


EFFECTS = (
    Effect(
        name="spin",
        label="Spin",
        verbs={"entrance": "spins in", "exit": "spins out"},
        help="Turns while it grows to its size.",
        duration_ms=900,
        easing={"entrance": "cubic-bezier(0.2, 0.7, 0.3, 1)", "exit": "ease-in"},
        curves=_curves,
        params=(Param("turns", "Turns", 1, least=-5, most=5),),
    ),
)
