"""Play and pause of a clip or a sound: no motion of the box; ``core.motion.media`` runs the media."""

from collections.abc import Sequence

from ritornel.core.motion.declared import Asked, Curve, Effect


def _curves(asked: Asked) -> Sequence[Curve]:
    return ()


EFFECTS = (
    Effect(
        name="play",
        label="Play",
        verbs={"play": "plays"},
        help="Plays the clip or sound from its in point, or goes on where it was paused.",
        duration_ms=0,
        easing={},
        curves=_curves,
    ),
    Effect(
        name="pause",
        label="Pause",
        verbs={"pause": "pauses"},
        help="Pauses the clip or sound where it is.",
        duration_ms=0,
        easing={},
        curves=_curves,
    ),
)
