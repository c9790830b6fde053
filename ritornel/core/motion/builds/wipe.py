"""Wipe: an edge passes over the object and uncovers it."""

from collections.abc import Sequence

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect, Param
from ritornel.core.motion.uncovering import MARGIN, rectangle, softened


def _curves(asked: Asked) -> Sequence[Curve]:
    width, height = asked.box.width, asked.box.height
    soft = asked.params["soft"]
    room = MARGIN + soft
    all_of_it = rectangle(-room, -room, width + room, height + room)
    starts = {
        "left": rectangle(-room, -room, -soft, height + room),
        "right": rectangle(width + soft, -room, width + room, height + room),
        "top": rectangle(-room, -room, width + room, -soft),
        "bottom": rectangle(-room, height + soft, width + room, height + room),
    }
    ends = {
        "left": rectangle(-room, -room, width + soft, height + room),
        "right": rectangle(-soft, -room, width + room, height + room),
        "top": rectangle(-room, -room, width + room, height + soft),
        "bottom": rectangle(-room, -soft, width + room, height + room),
    }
    side = asked.params["side"]
    return softened(((0, starts[side]), (1, ends[side]), (1, all_of_it)), soft)


EFFECTS = (
    Effect(
        name="wipe",
        label="Wipe",
        verbs={"entrance": "is wiped in", "exit": "is wiped out"},
        help="An edge, hard or soft, passes over it and uncovers it.",
        duration_ms=800,
        easing={"entrance": "ease-in-out", "exit": "ease-in-out"},
        curves=_curves,
        params=(
            Param(
                "side",
                "From",
                "left",
                choices=(("left", "the left"), ("right", "the right"), ("top", "the top"), ("bottom", "the bottom")),
            ),
            Param("soft", "Soft edge", 0, least=0, most=200, unit="stage units"),
        ),
    ),
)
