"""Iris: a circle opens from the middle of the object."""

from collections.abc import Sequence
from math import hypot

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect, Param
from ritornel.core.motion.geometry.figures import ellipse
from ritornel.core.motion.uncovering import MARGIN, softened


def _curves(asked: Asked) -> Sequence[Curve]:
    x, y = asked.box.width / 2, asked.box.height / 2
    soft = asked.params["soft"]

    def circle(radius: float) -> tuple[float, ...]:
        return tuple(place for across, down in ellipse(radius, radius) for place in (x + across, y + down))

    return softened(((0, circle(0.0)), (1, circle(hypot(x, y) + soft)), (1, circle(hypot(x, y) + MARGIN))), soft)


EFFECTS = (
    Effect(
        name="iris",
        label="Iris",
        verbs={"entrance": "opens", "exit": "closes"},
        help="A circle opens from its middle.",
        duration_ms=800,
        easing={"entrance": "ease-in-out", "exit": "ease-in-out"},
        curves=_curves,
        params=(Param("soft", "Soft edge", 0, least=0, most=200, unit="stage units"),),
    ),
)
