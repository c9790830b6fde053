"""Turn in: turns in space until it faces the eye."""

from collections.abc import Sequence

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect, Param


def _curves(asked: Asked) -> Sequence[Curve]:
    name = "turn_y" if asked.params["axis"] == "upright" else "turn_x"
    return (
        (name, ((0, float(asked.params["angle"])), (1, 0.0))),
        ("opacity", ((0, 0.0), (0.4, 1.0), (1, 1.0))),
    )


EFFECTS = (
    Effect(
        name="turn-in",
        label="Turn in space",
        verbs={"entrance": "turns in", "exit": "turns away"},
        help="Turns in space until it faces the eye.",
        duration_ms=900,
        easing={"entrance": "cubic-bezier(0.2, 0.7, 0.3, 1)", "exit": "ease-in"},
        curves=_curves,
        params=(
            Param("axis", "Axis", "upright", choices=(("upright", "upright"), ("lying", "lying"))),
            Param("angle", "From", 90, least=-180, most=180, unit="°"),
        ),
    ),
)
