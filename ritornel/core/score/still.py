"""The stretches of a slide in which nothing on the stage changes: films and players do no work inside them."""

from collections.abc import Iterable, Iterator

from ritornel.core.motion.target import Target
from ritornel.core.score.parts import SlideScore


def moving_spans(target: Target) -> Iterator[tuple[int, int]]:
    """Yield the stretches of slide time in which a target changes; one that changes at once has no length."""
    for track in target.tracks:
        if track.run is not None:
            yield track.run[0], track.run[2]
            continue
        times, values, easings = track.times, track.values, track.easings
        if len(values) == 2:  # as when something comes
            if values[0] != values[1]:
                yield times[0] if easings[0] else times[1], times[1]
            continue
        for n, easing in enumerate(easings):
            if values[n] != values[n + 1]:
                yield times[n] if easing else times[n + 1], times[n + 1]


def still_spans(slide: SlideScore, also: Iterable[tuple[int, int]] = ()) -> tuple[tuple[int, int], ...]:
    """Return the stretches of slide time in which nothing on the stage changes; in those of ``also`` something does."""
    moving = [*also, *(span for target in slide.targets for span in moving_spans(target))]
    if slide.transition.duration_ms:
        moving.append((0, slide.transition.duration_ms))
    still: list[tuple[int, int]] = []
    reached = 0
    for start, end in sorted(moving):
        if start > reached:
            still.append((reached, start))
        reached = max(reached, end)
    if slide.length_ms > reached:
        still.append((reached, slide.length_ms))
    return tuple(still)
