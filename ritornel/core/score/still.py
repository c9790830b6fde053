"""The stretches of a slide in which nothing on the stage changes: films and players do no work inside them."""

from itertools import pairwise

from ritornel.core.score.parts import SlideScore


def still_spans(slide: SlideScore) -> tuple[tuple[int, int], ...]:
    """Return the stretches of slide time in which nothing on the stage changes."""
    moving: list[tuple[int, int]] = [(0, slide.transition.duration_ms)] if slide.transition.duration_ms else []
    changing: dict[int, list[int]] = {}  # letters that come alike share their values
    for target in slide.targets:
        for track in target.tracks:
            if track.run is not None:
                moving.append((track.run[0], track.run[2]))
                continue
            times, values = track.times, track.values
            changes = changing.get(id(values))
            if changes is None:
                changes = changing[id(values)] = [n for n, (a, b) in enumerate(pairwise(values)) if a != b]
            for n in changes:
                moving.append((times[n] if track.easings[n] else times[n + 1], times[n + 1]))
    still: list[tuple[int, int]] = []
    reached = 0
    for start, end in sorted(moving):
        if start > reached:
            still.append((reached, start))
        reached = max(reached, end)
    if slide.length_ms > reached:
        still.append((reached, slide.length_ms))
    return tuple(still)
