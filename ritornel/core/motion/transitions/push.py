"""Push: the slide moves in from a side and pushes the one before out (SMIL's pushWipe)."""

from ritornel.core.motion.declared import Layers, TransitionKind

_FROM = {"from-left": (-1, 0), "from-right": (1, 0), "from-top": (0, -1), "from-bottom": (0, 1)}


def _moved(x: float, y: float) -> tuple[float, ...]:
    return (1.0, 0.0, x, 0.0, 1.0, y, 0.0, 0.0, 1.0)


def _layers(subtype: str, colour: str, width: float, height: float) -> Layers:
    across, down = _FROM.get(subtype, _FROM["from-right"])
    away = (across * width, down * height)
    return Layers(
        old=(("homography", ((0, _moved(0.0, 0.0)), (1, _moved(-away[0], -away[1])))),),
        new=(("homography", ((0, _moved(*away)), (1, _moved(0.0, 0.0)))),),
    )


TRANSITION = TransitionKind(
    name="push",
    label="Push",
    verb="by push",
    help="Moves in from a side and pushes the slide before out.",
    duration_ms=900,
    layers=_layers,
    subtypes=(
        ("from-right", "from the right"),
        ("from-left", "from the left"),
        ("from-top", "from the top"),
        ("from-bottom", "from the bottom"),
    ),
    easing="ease-in-out",
)
