"""Split: two edges part from the middle of the object."""

from collections.abc import Sequence

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect, Param
from ritornel.core.motion.uncovering import MARGIN, rectangle, softened


def _curves(asked: Asked) -> Sequence[Curve]:
    width, height = asked.box.width, asked.box.height
    soft = asked.params["soft"]
    room = MARGIN + soft
    all_of_it = rectangle(-room, -room, width + room, height + room)
    if asked.params["line"] == "upright":
        start = rectangle(width / 2, -room, width / 2, height + room)
        end = rectangle(-soft, -room, width + soft, height + room)
    else:
        start = rectangle(-room, height / 2, width + room, height / 2)
        end = rectangle(-room, -soft, width + room, height + soft)
    return softened(((0, start), (1, end), (1, all_of_it)), soft)


EFFECTS = (
    Effect(
        name="split",
        label="Split",
        verbs={"entrance": "is parted", "exit": "is shut"},
        help="Two edges part from its middle.",
        duration_ms=800,
        easing={"entrance": "ease-in-out", "exit": "ease-in-out"},
        curves=_curves,
        params=(
            Param("line", "Line", "upright", choices=(("upright", "upright"), ("lying", "lying"))),
            Param("soft", "Soft edge", 0, least=0, most=200, unit="stage units"),
        ),
    ),
)
