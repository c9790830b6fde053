"""Grow: from small to full size about its own centre."""

from collections.abc import Sequence

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect, Param


def _curves(asked: Asked) -> Sequence[Curve]:
    small = asked.params["size"] / 100
    return (("scale_x", ((0, small), (1, 1.0))), ("scale_y", ((0, small), (1, 1.0))))


EFFECTS = (
    Effect(
        name="grow",
        label="Grow",
        verbs={"entrance": "grows in", "exit": "shrinks out"},
        help="Grows to its size from its centre, or shrinks away.",
        duration_ms=600,
        easing={"entrance": "cubic-bezier(0.2, 0.9, 0.3, 1.15)", "exit": "ease-in"},
        curves=_curves,
        params=(Param("size", "From size", 0, least=0, most=95, unit="%"),),
    ),
)
