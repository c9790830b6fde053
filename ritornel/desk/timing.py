"""When a slide's builds run, as the desk draws them on the timeline and lists them in the prompt book."""

from collections.abc import Mapping
from functools import lru_cache
from typing import Any

import msgspec

from ritornel.core.model import Object, Show, Slide, Step, Text
from ritornel.core.model.memory import Held
from ritornel.core.motion.builds import effect_for
from ritornel.core.motion.easing import Easing, eased
from ritornel.core.motion.resolving import easing_of
from ritornel.core.text.naming import part_name, view_name
from ritornel.core.time.rounding import rounded
from ritornel.core.time.running_order import StepTime
from ritornel.core.time.script import passages, said_in
from ritornel.core.time.slide_clock import GroupTime, SlideTime

ENVELOPE_SAMPLES = 16

_TOLD_BYTES = 32 * 1024 * 1024
_told: Held[msgspec.Raw] = Held(_TOLD_BYTES)


def spoken(slide: Slide, show: Show, time: SlideTime) -> dict[str, Any]:
    """Return how many words a slide's script has, how long they take to say, in ms, and so for each of its passages."""
    said = passages(slide.script, len(time.groups) - 1)
    each = [(rounded(p.words), said_in(p, show.pace)) for p in said]
    return {"words": rounded(sum(p.words for p in said)), "ms": sum(ms for _, ms in each), "passages": each}


def group_told(
    group: GroupTime, slide: Slide, steps: Mapping[str, Step], things: Mapping[str, Object], names: Mapping[str, str]
) -> dict[str, Any]:
    """Return a group with its steps; ``steps`` are the slide's own, ``things`` its objects with their ``names``."""
    return {
        "cue": group.cue,
        "start": group.start_ms,
        "settle": group.settle_ms,
        "wait": group.wait_ms,
        "reason": group.reason,
        "steps": _told_steps(group.steps, slide, steps, things, names),
    }


def _told_steps(
    timed: tuple[StepTime, ...],
    slide: Slide,
    steps: Mapping[str, Step],
    things: Mapping[str, Object],
    names: Mapping[str, str],
) -> msgspec.Raw:
    """Return the builds of a group, encoded; those of one that was laid out before are told as they were."""
    called = (slide.views, *((names[o.id], o.paragraphs if isinstance(o, Text) else ()) for o in things.values()))
    known = _told.get(timed, by=called)
    if known is None:
        known = msgspec.Raw(msgspec.json.encode([_step(one, slide, steps, things, names) for one in timed]))
        _told.put(known, 200 + len(known) + 300 * len(timed), timed, by=called)
    return known


class _Told(msgspec.Struct, gc=False):
    """A build as the desk has it: what it moves, how, and when."""

    id: str
    object: str
    paragraph: int | None
    part: str
    kind: str
    effect: str
    verb: str
    name: str
    off: bool
    start: int
    end: int
    duration: int | None
    envelope: msgspec.Raw


def _step(
    timed: StepTime, slide: Slide, steps: Mapping[str, Step], things: Mapping[str, Object], names: Mapping[str, str]
) -> _Told:
    step = timed.step
    if not step.object:  # what is off plays as nothing
        step = steps.get(step.id, step)
    thing = things.get(step.object)
    effect = effect_for(step.kind, step.effect)
    part = "" if step.part is None else part_name(step.part, thing)
    name = "Pause" if thing is None else names[thing.id]
    if step.kind == "view":
        name = view_name(step.view, slide)
    return _Told(
        step.id,
        step.object,
        step.part.paragraph if step.part else None,
        part,
        step.kind,
        effect.name,
        effect.verbs.get(step.kind, step.kind) if step.object or step.kind == "view" else "takes time",
        f"{name}, {part}" if part and thing is not None else name,
        step.off,
        timed.start_ms,
        timed.end_ms,
        step.duration_ms,
        envelope(timed),
    )


def envelope(timed: StepTime) -> msgspec.Raw:
    """Return the heights, 0..1 at even steps of its time, of a build's envelope: what the timeline draws.

    An entrance rises along its easing, an exit falls along it; an emphasis swells and comes back. One that is cut
    has as much of its envelope as it has time for.
    """
    whole = timed.uncut_end_ms - timed.start_ms
    part = (timed.end_ms - timed.start_ms) / whole if whole else 1.0
    return _envelope(timed.step.kind, easing_of(timed.step), part)


@lru_cache(maxsize=4096)
def _envelope(kind: str, easing: Easing, part: float) -> msgspec.Raw:
    shares = [part * n / (ENVELOPE_SAMPLES - 1) for n in range(ENVELOPE_SAMPLES)]
    if kind == "exit":
        heights = [1 - eased(easing, s) for s in shares]
    elif kind == "emphasis":
        heights = [eased(easing, 2 * s if s <= 0.5 else 2 - 2 * s) for s in shares]
    else:
        heights = [eased(easing, s) for s in shares]
    return msgspec.Raw(msgspec.json.encode([round(height, 3) for height in heights]))
