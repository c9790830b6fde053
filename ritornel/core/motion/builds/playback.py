"""What a clip or a sound is told: nothing moves its box; ``core.time.playback`` and ``core.sound.spans`` do it."""

from collections.abc import Sequence

from ritornel.core.model.units import SILENCE_DB
from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect, Param


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
    Effect(
        name="seek",
        label="Go to an instant",
        verbs={"seek": "goes to another place"},
        help="Goes to an instant of the clip or sound, and goes on there if it was playing.",
        duration_ms=0,
        easing={},
        curves=_curves,
        params=(Param("at", "At", 0.0, least=0, most=36_000, unit="s"),),
    ),
    Effect(
        name="rate",
        label="Change the rate",
        verbs={"rate": "changes its speed"},
        help="Plays faster or slower from here on: 0.5 is half as fast as it was recorded.",
        duration_ms=0,
        easing={},
        curves=_curves,
        params=(Param("rate", "To", 0.5, least=0.25, most=4, unit="×"),),
    ),
    Effect(
        name="volume",
        label="Fade its sound",
        verbs={"volume": "fades its sound"},
        help="Takes its sound to another loudness, and leaves it there: 0 dB is as it was recorded, −96 dB silence.",
        duration_ms=1500,
        easing={},
        curves=_curves,
        params=(Param("to", "To", SILENCE_DB, least=SILENCE_DB, most=12, unit="dB"),),
    ),
)
