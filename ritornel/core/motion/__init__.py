"""How things move: easing, builds and transitions as keyframed tracks on a few properties.

Objects and parts of texts have ``x`` and ``y`` (stage units, added), ``scale_x`` and ``scale_y`` (factors),
``rotate`` (degrees, added), ``opacity`` (a factor), ``blur`` (stage units, added), ``visible`` (0 or 1) and
``media_time`` (ms of the asset). A slide as a layer has ``homography`` (nine numbers, row by row, stage units),
``opacity``, ``clip`` (a polygon: x, y, x, y, ... in stage units) and ``brightness`` (a factor).

What stands on a target at an instant is put together in one order, whichever builds it came from: places and turns
of all its tracks are added, scales and opacities multiplied; then the object is scaled about its box's centre, turned
about it by its own rotation and the tracks', and moved (``motion.placing``). A part is placed so inside its object,
about the centre of its own box, and goes with it.
"""
