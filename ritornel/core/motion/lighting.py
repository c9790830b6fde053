"""A light that goes from one object to the next: what builds that light do to objects and to the dark around them."""

from collections.abc import Iterable
from itertools import zip_longest
from typing import NamedTuple

from ritornel.core.motion.builds import EFFECTS
from ritornel.core.motion.easing import HOLD, Easing, parse
from ritornel.core.motion.track import Track
from ritornel.core.time.slide_clock import StepTime

_LIGHTS = {name for name, effect in EFFECTS.items() if effect.lights}
_EASED = parse("ease-in-out")


class Lighting(NamedTuple):
    """By their ids: of objects, when each stands over everything else; of builds, how the dark that each made goes."""

    fronts: dict[str, Track]
    leaves: dict[str, Track]


def lighting(steps: Iterable[StepTime]) -> Lighting:
    """Return what the builds that light do: the dark around one goes while that around the next comes."""
    lit = sorted((t for t in steps if t.step.effect in _LIGHTS and t.step.kind == "emphasis"), key=lambda t: t.start_ms)
    keys: dict[str, list[tuple[int, float]]] = {}
    leaves: dict[str, Track] = {}
    for timed, following in zip_longest(lit, lit[1:]):
        own = keys.setdefault(timed.step.object, [(0, 0.0)])
        own.append((timed.start_ms, 1.0))
        if following is None:
            continue
        leaves[timed.step.id] = _leaves(following.start_ms, following.end_ms, _EASED)
        if following.step.object != timed.step.object:
            own.append((following.end_ms, 0.0))
    fronts = {name: _held(sorted(own)) for name, own in keys.items()}
    return Lighting(fronts, leaves)


def _leaves(start_ms: int, end_ms: int, easing: Easing) -> Track:
    return Track("opacity", (start_ms, end_ms), (1.0, 0.0), (easing,))


def _held(keys: list[tuple[int, float]]) -> Track:
    times, values = zip(*keys, strict=True)
    return Track("front", times, values, (HOLD,) * (len(keys) - 1))
