"""SMIL's bowTieWipe: two wedges come from opposite edges and widen where they meet."""

from ritornel.core.motion.geometry.edges import across, between, pair_of_wedges
from ritornel.core.motion.wiping import Wipe, wipe

TRANSITION = wipe(
    "bowTieWipe",
    "Bow tie",
    "opens",
    "Two wedges come from opposite edges and widen where they meet.",
    {
        "vertical": Wipe("as two wedges from above and below", between(pair_of_wedges)),
        "horizontal": Wipe("as two wedges from both sides", between(across(pair_of_wedges))),
    },
)
