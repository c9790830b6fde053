"""Others going back for one object: what the builds of a slide that make something stand out do to everything else."""

from collections.abc import Iterable

from ritornel.core.model import Object, Slide, Sound
from ritornel.core.motion.builds import EFFECTS, effect_for
from ritornel.core.motion.declared import Dimming, params_of
from ritornel.core.motion.easing import HOLD, Easing, parse
from ritornel.core.motion.track import Track
from ritornel.core.time.rounding import rounded
from ritornel.core.time.slide_clock import StepTime

_OTHERS = {name for name, effect in EFFECTS.items() if effect.others is not None}
_EASED = parse("ease-in-out")
_COMES = 0.3
"""One that passes takes so much of its time to come, and as much to go."""


def dimmed(slide: Slide, steps: Iterable[StepTime]) -> dict[str, Track]:
    """Return for each object that goes back for others the track of its opacity, by its id.

    An object that stands out itself comes back for that; what is of one group stands out together.
    """
    builds = sorted(
        (s for s in steps if s.step.effect in _OTHERS and s.step.kind == "emphasis"), key=lambda s: s.start_ms
    )
    if not builds:
        return {}
    groups = {o.id: o.group for o in slide.objects}
    found = {}
    for thing in slide.objects:
        track = None if isinstance(thing, Sound) else _track(thing, builds, groups)
        if track is not None:
            found[thing.id] = track
    return found


def _track(thing: Object, builds: list[StepTime], groups: dict[str, str]) -> Track | None:
    keys: list[tuple[int, float, Easing]] = [(0, 1.0, HOLD)]
    for timed in builds:
        step = timed.step
        others = effect_for(step.kind, step.effect).others
        if others is None or step.object not in groups:
            continue
        dimming: Dimming = others(params_of(effect_for(step.kind, step.effect), step.params))
        own = step.object == thing.id or bool(thing.group and groups[step.object] == thing.group)
        _add(keys, timed, 1.0 if own else dimming.opacity, dimming.passing)
    if all(value == 1.0 for _, value, _ in keys):
        return None
    times, values, easings = zip(*keys, strict=True)
    return Track("opacity", times, values, easings[:-1])


def _add(keys: list[tuple[int, float, Easing]], timed: StepTime, opacity: float, passing: bool) -> None:
    now = keys[-1][1]
    start = max(timed.start_ms, keys[-1][0])
    end = max(timed.end_ms, start)
    if not passing:
        if opacity != now:
            keys.extend([(start, now, _EASED), (end, opacity, HOLD)])
        return
    comes = rounded((end - start) * _COMES)
    keys.extend([(start, now, _EASED), (start + comes, min(now, opacity), HOLD)])
    keys.extend([(end - comes, min(now, opacity), _EASED), (end, now, HOLD)])
