"""Blinds: slats turn open, all at once."""

from ritornel.core.motion.geometry.edges import across, between, slats
from ritornel.core.motion.wiping import Wipe, wipe

TRANSITION = wipe(
    "blinds",
    "Blinds",
    "opens",
    "Slats open all at once.",
    {
        "lying": Wipe("as blinds", between(across(slats(8))), softest=1 / 14),
        "upright": Wipe("as upright blinds", between(slats(12)), softest=1 / 12),
    },
)
