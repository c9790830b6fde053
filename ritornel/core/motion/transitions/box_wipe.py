"""SMIL's boxWipe: a box grows out of a corner or an edge."""

from ritornel.core.motion.geometry.edges import (
    across,
    between,
    corner_box,
    edge_box,
    from_bottom,
    from_right,
)
from ritornel.core.motion.wiping import Wipe, wipe

TRANSITION = wipe(
    "boxWipe",
    "Box",
    "opens",
    "A box grows out of a corner, or out of the middle of an edge.",
    {
        "topLeft": Wipe("as a box from the top left", between(corner_box)),
        "topRight": Wipe("as a box from the top right", between(from_right(corner_box))),
        "bottomRight": Wipe("as a box from the bottom right", between(from_right(from_bottom(corner_box)))),
        "bottomLeft": Wipe("as a box from the bottom left", between(from_bottom(corner_box))),
        "topCenter": Wipe("as a box from the top", between(edge_box)),
        "rightCenter": Wipe("as a box from the right", between(from_right(across(edge_box)))),
        "bottomCenter": Wipe("as a box from the bottom", between(from_bottom(edge_box))),
        "leftCenter": Wipe("as a box from the left", between(across(edge_box))),
    },
)
