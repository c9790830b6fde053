"""Move: goes straight to another place and stays there."""

from collections.abc import Sequence

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect, Param


def _curves(asked: Asked) -> Sequence[Curve]:
    ways = (("x", float(asked.params["across"])), ("y", float(asked.params["down"])))
    return tuple((name, ((0, 0.0), (1, way))) for name, way in ways if way)


EFFECTS = (
    Effect(
        name="move",
        label="Move",
        verbs={"path": "moves"},
        help="Goes straight to another place and stays there.",
        duration_ms=1000,
        easing={"path": "ease-in-out"},
        curves=_curves,
        params=(
            Param("across", "To the right by", 200, least=-5000, most=5000, unit="stage units"),
            Param("down", "Down by", 0, least=-5000, most=5000, unit="stage units"),
        ),
    ),
)
