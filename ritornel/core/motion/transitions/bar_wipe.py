"""Bar wipe: a straight edge passes over the stage and uncovers the slide (SMIL's barWipe)."""

from ritornel.core.motion.declared import Layers, TransitionKind


def _rectangle(left: float, top: float, right: float, bottom: float) -> tuple[float, ...]:
    return (left, top, right, top, right, bottom, left, bottom)


def _layers(subtype: str, colour: str, width: float, height: float) -> Layers:
    starts = {
        "left-to-right": _rectangle(0, 0, 0, height),
        "right-to-left": _rectangle(width, 0, width, height),
        "top-to-bottom": _rectangle(0, 0, width, 0),
        "bottom-to-top": _rectangle(0, height, width, height),
    }
    start = starts.get(subtype, starts["left-to-right"])
    return Layers((), (("clip", ((0, start), (1, _rectangle(0, 0, width, height)))),))


TRANSITION = TransitionKind(
    name="bar-wipe",
    label="Bar wipe",
    verb="by bar wipe",
    help="A straight edge passes over the stage and uncovers the slide.",
    duration_ms=900,
    layers=_layers,
    subtypes=(
        ("left-to-right", "left to right"),
        ("right-to-left", "right to left"),
        ("top-to-bottom", "top to bottom"),
        ("bottom-to-top", "bottom to top"),
    ),
    easing="ease-in-out",
)
