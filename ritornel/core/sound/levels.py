"""The loudness that each kind of sound is brought to, so that nothing has to be set by hand (timing, section 8)."""

from typing import Literal

from ritornel.core.model.asset import SoundFacts
from ritornel.core.time.rounding import hundredths

Kind = Literal["speech", "bed", "alone", "other"]

WANTED_LUFS: dict[Kind, float] = {"speech": -16.0, "bed": -28.0, "alone": -16.0, "other": -22.0}
"""Integrated loudness, ITU-R BS.1770-4: beds lie 12 LU under speech, spots and clips that do not speak 6.

Where nobody speaks in the whole show its beds are what one listens to: they are as loud as speech.
"""
MOST_GAIN_DB = 20.0
CEILING_DBTP = -1.0


def level_of(kind: Kind, facts: SoundFacts | None) -> float:
    """Return by how many dB a sound is brought to its kind's loudness: 0 for one that is silent or was not measured.

    By 20 dB up at most, and by no more than lets its true peak reach -1 dBTP.
    """
    if facts is None or facts.loudness is None:
        return 0.0
    gain = min(WANTED_LUFS[kind] - facts.loudness, MOST_GAIN_DB, CEILING_DBTP - facts.peak)
    return hundredths(gain)
