"""The stretches of a slide in which nothing on the stage changes: films and players do no work inside them."""

from itertools import pairwise

from ritornel.core.score.parts import SlideScore


def still_spans(slide: SlideScore) -> tuple[tuple[int, int], ...]:
    """Return the stretches of slide time in which nothing on the stage changes."""
    moving: list[tuple[int, int]] = [(0, slide.transition.duration_ms)] if slide.transition.duration_ms else []
    for target in slide.targets:
        for track in target.tracks:
            if track.run is not None:
                moving.append((track.run[0], track.run[2]))
                continue
            steps = zip(track.easings, pairwise(track.values), pairwise(track.times), strict=True)
            for easing, (value, then), (start, end) in steps:
                if value != then:
                    moving.append((start if easing else end, end))
    still: list[tuple[int, int]] = []
    reached = 0
    for start, end in sorted(moving):
        if start > reached:
            still.append((reached, start))
        reached = max(reached, end)
    if slide.length_ms > reached:
        still.append((reached, slide.length_ms))
    return tuple(still)
