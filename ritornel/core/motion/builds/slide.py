"""Slide: in from beyond an edge or a corner of the stage, in eight directions."""

from collections.abc import Sequence

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect, Param

_FROM = {
    "left": (-1, 0),
    "top-left": (-1, -1),
    "top": (0, -1),
    "top-right": (1, -1),
    "right": (1, 0),
    "bottom-right": (1, 1),
    "bottom": (0, 1),
    "bottom-left": (-1, 1),
}


def _curves(asked: Asked) -> Sequence[Curve]:
    across, down = _FROM[asked.params["side"]]
    share = asked.params["distance"] / 100
    box = asked.box
    away_x = {-1: -(box.x + box.width), 0: 0.0, 1: asked.stage_width - box.x}[across]
    away_y = {-1: -(box.y + box.height), 0: 0.0, 1: asked.stage_height - box.y}[down]
    curves: list[Curve] = []
    if across:
        curves.append(("x", ((0, away_x * share), (1, 0.0))))
    if down:
        curves.append(("y", ((0, away_y * share), (1, 0.0))))
    return curves


EFFECTS = (
    Effect(
        name="slide",
        label="Slide",
        verbs={"entrance": "slides in", "exit": "slides out"},
        help="Moves in from beyond an edge, or out over it.",
        duration_ms=800,
        easing={"entrance": "cubic-bezier(0.16, 0.84, 0.44, 1)", "exit": "cubic-bezier(0.56, 0, 0.84, 0.16)"},
        curves=_curves,
        params=(
            Param(
                "side",
                "Side",
                "left",
                choices=(
                    ("left", "left"),
                    ("top-left", "top left"),
                    ("top", "top"),
                    ("top-right", "top right"),
                    ("right", "right"),
                    ("bottom-right", "bottom right"),
                    ("bottom", "bottom"),
                    ("bottom-left", "bottom left"),
                ),
            ),
            Param("distance", "Distance", 100, least=2, most=100, unit="% of the way to the edge"),
        ),
    ),
)
