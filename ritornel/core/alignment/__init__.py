"""Where objects stand beside one another: aligned, spread evenly, tidied. One file per rule.

A rule takes boxes by the ids of their objects, in stage units, and returns how far each must go: ``{id: (dx, dy)}``.
Boxes are those that objects fill as they stand, their rotation taken into account (``boxes.filled``).
"""

from collections.abc import Mapping

Shifts = Mapping[str, tuple[float, float]]
"""How far each object goes to the right and down, in stage units, by its id."""
