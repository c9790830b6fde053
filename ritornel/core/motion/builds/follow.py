"""Along a path: any line that is drawn, evenly or by its easing, turning with it or not, there and back or not."""

from collections.abc import Sequence

from ritornel.core.model.paths import read_path
from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect, Param
from ritornel.core.motion.ways import Way, along

PATHS = (
    ("M0 0C90 -120 270 -120 360 0", "an arc"),
    ("M0 0C0 -110 200 -110 200 0C200 110 0 110 0 0", "a circle"),
    ("M0 0C0 -70 400 -70 400 0C400 70 0 70 0 0", "an ellipse"),
    ("M0 0C60 -80 120 -80 180 0C240 80 300 80 360 0", "a wave"),
    ("M0 0L300 0", "a straight line"),
)
"""Ways that are offered, from where the object stands, in stage units."""


def _curves(asked: Asked) -> Sequence[Curve]:
    places = along(read_path(asked.params["path"]))
    if asked.params["back"] == "back":
        places = _there_and_back(places)
    ways: dict[str, list[tuple[float, float]]] = {"x": [], "y": [], "rotate": []}
    for share, place in enumerate(places):
        at = share / (len(places) - 1)
        ways["x"].append((at, place.x - places[0].x))
        ways["y"].append((at, place.y - places[0].y))
        ways["rotate"].append((at, place.turned - places[0].turned))
    if asked.params["turning"] == "upright":
        del ways["rotate"]
    return tuple((name, tuple(keys)) for name, keys in ways.items() if any(value for _, value in keys))


def _there_and_back(places: Sequence[Way]) -> list[Way]:
    return [*places[::2], *reversed(places[::2])]


EFFECTS = (
    Effect(
        name="follow",
        label="Along a path",
        verbs={"path": "goes along a path"},
        help="Goes along a line that is drawn on the stage, and stays at its end.",
        duration_ms=1600,
        easing={"path": "ease-in-out"},
        curves=_curves,
        params=(
            Param("path", "Along", PATHS[0][0], choices=PATHS, path=True),
            Param("turning", "Standing", "upright", choices=(("upright", "upright"), ("turning", "turned with it"))),
            Param("back", "And", "there", choices=(("there", "stays there"), ("back", "comes back"))),
        ),
        paced=True,
    ),
)
