"""Timed acts of a presentation's sequence into the running order of a slide."""

from collections.abc import Iterable, Mapping
from typing import Any, Literal

from msgspec import Struct
from msgspec.structs import replace

from ritornel.core.model import Clip, Object, Part, Sound, Step, Text, limits
from ritornel.core.model.slide import Afterwards, Kind, Spot, Trigger
from ritornel.core.motion.builds import EFFECTS, is_known
from ritornel.core.motion.declared import params_of
from ritornel.formats.presentations.losses import Losses
from ritornel.formats.presentations.motions import Motion, found_for

_LONGEST_MS = 600_000


class Act(Struct, frozen=True, kw_only=True):
    """One effect of a sequence as a format has it, times in ms.

    ``target`` is an object's id, ``paragraph`` that of its text, from 0. ``effect`` and ``params`` are ours where the
    file says them. ``by`` is what it goes through one by one.
    """

    kind: Kind
    trigger: Trigger
    target: str
    paragraph: int | None = None
    delay_ms: float = 0
    duration_ms: float | None = None
    repeat: float = 1
    motion: Motion = Motion()
    effect: str = ""
    params: Mapping[str, Any] = {}
    easing: str = ""
    afterwards: Afterwards = "stays"
    sound: Spot | None = None
    by: Literal["", "word", "character"] = ""


def running_order(
    acts: Iterable[Act], objects: Mapping[str, Object], stage: tuple[float, float], losses: Losses
) -> tuple[Step, ...]:
    """Return the steps that acts make, in their order; what cannot be kept is counted in ``losses``."""
    steps: list[Step] = []
    for act in acts:
        thing = objects.get(act.target)
        if thing is None:
            losses.count("build of what is not there")
            continue
        if len(steps) == limits.BUILDS_ON_A_SLIDE:
            losses.count("build beyond what a slide can have")
            continue
        step = _step(act, thing, stage, losses)
        if step is not None:
            steps.append(replace(step, id=f"build-{len(steps) + 1}"))
    return tuple(steps)


def _step(act: Act, thing: Object, stage: tuple[float, float], losses: Losses) -> Step | None:
    kind, effect, params = act.kind, act.effect, act.params
    if not is_known(kind, effect):
        kind, effect, params, exact = found_for(act.kind, act.motion, stage)
        if not exact:
            label = EFFECTS[effect].label.lower()
            losses.count(
                "build",
                f"becomes “{label}”: what it was is not known here",
                f"become “{label}”: what they were is not known here",
            )
    if EFFECTS[effect].name in ("play", "pause", "seek", "rate", "volume") and not isinstance(thing, Clip | Sound):
        losses.count("build that plays what is no clip or sound")
        return None
    if act.by:
        losses.count(f"text that comes {act.by} by {act.by}", "comes as a whole", "come as a whole")
    part = None
    if act.paragraph is not None and isinstance(thing, Text) and len(thing.paragraphs) > 1:
        if act.paragraph >= len(thing.paragraphs):
            return None
        part = Part(act.paragraph)
    duration = None if act.duration_ms is None else round(min(max(0, act.duration_ms), _LONGEST_MS))
    return Step(
        id="build",
        object=thing.id,
        part=part,
        kind=kind,
        effect=effect,
        params=_own(effect, params),
        trigger=act.trigger,
        delay_ms=round(min(max(0, act.delay_ms), _LONGEST_MS)),
        duration_ms=None if kind in ("play", "pause") else duration,
        repeat=round(min(max(1, act.repeat), 1000)),
        easing=act.easing,
        afterwards=act.afterwards,
        sound=act.sound,
    )


def _own(effect: str, params: Mapping[str, Any]) -> dict[str, Any]:
    """Return the settings that are allowed, and not what the effect does by itself."""
    declared = EFFECTS[effect]
    plain = params_of(declared, {})
    return {name: value for name, value in params_of(declared, params).items() if value != plain[name]}
