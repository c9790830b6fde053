"""Builds of one cue one after another, as both formats have them: in containers that begin when the one before ends."""

from collections.abc import Iterable, Iterator

from ritornel.core.model import Step
from ritornel.core.motion.builds import EFFECTS


def clusters(steps: Iterable[Step]) -> Iterator[tuple[int, list[Step]]]:
    """Yield the builds of a cue that begin together, and when they do, in ms from its beginning."""
    found: list[list[Step]] = []
    for step in steps:
        if not found or step.trigger == "following":
            found.append([])
        found[-1].append(step)
    at = 0
    for cluster in found:
        yield at, cluster
        at += max(step.delay_ms + lasts(step) * step.repeat for step in cluster)


def lasts(step: Step) -> int:
    """Return how long a build lasts once, in ms, as it says or as its effect does; 0 for one that tells a clip."""
    if step.acts:
        return 0
    effect = EFFECTS.get(step.effect)
    return step.duration_ms if step.duration_ms is not None else effect.duration_ms if effect else 0
