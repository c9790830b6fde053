"""What the timed parts of a build do, in the terms of SMIL 3.0 that formats of presentations share, and our effects.

Whatever a format calls an effect: what is known of it is what it moves.
"""

from collections.abc import Mapping
from math import hypot
from typing import Any, NamedTuple

from msgspec import Struct

from ritornel.core.model.slide import Kind

Range = tuple[float, float]


class Motion(Struct, frozen=True, kw_only=True):
    """What the parts of a build do together.

    ``wipe`` is a transition filter by SMIL's type, its subtype, and whether it is reversed. ``off`` is how far from
    its place something comes, or goes, in stage sizes; ``scale`` and ``opacity`` go from a share to a share, ``turned``
    is in degrees; ``path`` path data in stage units from the place where it stands; ``tells`` what a clip is told.
    """

    wipe: tuple[str, str, bool] = ("", "", False)
    off: Range = (0.0, 0.0)
    scale: Range | None = None
    opacity: Range | None = None
    turned: float = 0.0
    colour: str = ""
    path: str = ""
    tells: str = ""
    returns: bool = False


class Found(NamedTuple):
    """Our kind and effect for a motion, with its settings; ``exact``: it is what the motion was."""

    kind: Kind
    effect: str
    params: Mapping[str, Any] = {}
    exact: bool = True


_FAR, _NEAR = 0.5, 0.12
"""What comes from farther than that share of the stage slides in, from nearer than this rises; between, what fades."""

_TOLD: Mapping[str, Kind] = {
    "play": "play",
    "playFrom": "play",
    "resume": "play",
    "pause": "pause",
    "togglePause": "pause",
    "toggle-pause": "pause",
    "stop": "pause",
}
_BARS = {
    ("leftToRight", False): "left",
    ("leftToRight", True): "right",
    ("topToBottom", False): "top",
    ("topToBottom", True): "bottom",
}
_SIDES = {"fromLeft": "left", "fromRight": "right", "fromTop": "top", "fromBottom": "bottom"}
_OPPOSITE = {"left": "right", "right": "left", "top": "bottom", "bottom": "top"}
_ROUND = ("ellipseWipe", "irisWipe", "roundRectWipe")


def found_for(kind: Kind, motion: Motion, stage: tuple[float, float]) -> Found:
    """Return which of our effects a motion is, or comes nearest to; ``stage`` is its width and height."""
    if motion.tells:
        told = _TOLD.get(motion.tells)
        return Found(told or "play", told or "play", {}, told is not None and motion.tells != "stop")
    if motion.path:
        return Found("path", "follow", {"path": motion.path})
    if kind == "path":
        return Found("path", "appear", {}, exact=False)
    return _lasting(motion) if kind == "emphasis" else _passing(kind, motion, stage)


def _passing(kind: Kind, motion: Motion, stage: tuple[float, float]) -> Found:
    """Return the effect of an entrance or an exit."""
    across, down = motion.off
    if across or down:
        return _coming(kind, across, down, stage, fades=motion.opacity is not None)
    if motion.wipe[0]:
        return _wiped(kind, motion)
    if motion.scale is not None:
        small = motion.scale[0 if kind == "entrance" else 1]
        if motion.turned:
            return Found(kind, "spin", {"turns": max(1.0, round(abs(motion.turned) / 360))})
        if small > 1:
            return Found(kind, "shrink", {"size": min(400.0, small * 100)})
        return Found(kind, "grow", {"size": min(95.0, max(0.0, small * 100))})
    if motion.turned:
        return Found(kind, "spin", {"turns": 1}, exact=False)
    if motion.opacity is not None and motion.opacity[0] != motion.opacity[1]:
        return Found(kind, "fade")
    return Found(kind, "appear")


def _coming(kind: Kind, across: float, down: float, stage: tuple[float, float], fades: bool) -> Found:
    sides = [("left" if across < 0 else "right") if across else "", ("top" if down < 0 else "bottom") if down else ""]
    if hypot(across, down) > _FAR or (not fades and hypot(across, down) > _NEAR):
        return Found(kind, "slide", {"side": "-".join(filter(None, sides[::-1]))})
    flat = abs(across) * stage[0] >= abs(down) * stage[1]
    side = sides[0] if flat else {"top": "above", "bottom": "below"}[sides[1]]
    distance = abs(across) * stage[0] if flat else abs(down) * stage[1]
    return Found(kind, "rise", {"side": side, "distance": max(1.0, round(distance, 2))}, exact=not (across and down))


def _wiped(kind: Kind, motion: Motion) -> Found:
    type_, subtype, reverse = motion.wipe
    if type_ == "fade":
        return Found(kind, "fade")
    if type_ == "barWipe":
        return Found(kind, "wipe", {"side": _BARS.get((subtype, reverse), "left")})
    if type_ in ("slideWipe", "pushWipe"):
        side = _SIDES.get(subtype, "left")
        return Found(kind, "slide", {"side": _OPPOSITE[side] if reverse else side})
    if type_ == "barnDoorWipe":
        return Found(kind, "split", {"line": "lying" if subtype == "horizontal" else "upright"})
    if type_ in _ROUND:
        return Found(kind, "iris", {}, exact=type_ == "ellipseWipe")
    return Found(kind, "fade", {}, exact=False)


def _lasting(motion: Motion) -> Found:
    """Return the effect of an emphasis."""
    if motion.colour:
        return Found(
            "emphasis", "recolour", {"colour": motion.colour, "stays": "returns" if motion.returns else "stays"}
        )
    if motion.turned:
        return Found("emphasis", "turn", {"angle": motion.turned})
    if motion.scale is not None:
        size = round(motion.scale[1] * 100, 2)
        return (
            Found("emphasis", "pulse", {"peak": size})
            if motion.returns
            else Found("emphasis", "resize", {"size": size})
        )
    if motion.opacity is not None and not motion.returns:
        return Found("emphasis", "dim", {"opacity": round(motion.opacity[1] * 100, 2)})
    return Found("emphasis", "pulse", {}, exact=False)
