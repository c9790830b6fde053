"""The stretches of a slide in which nothing on the stage changes: films and players do no work inside them."""

from ritornel.core.score.parts import SlideScore


def still_spans(slide: SlideScore) -> tuple[tuple[int, int], ...]:
    """Return the stretches of slide time in which nothing on the stage changes."""
    moving: list[tuple[int, int]] = [(0, slide.transition.duration_ms)] if slide.transition.duration_ms else []
    for target in slide.targets:
        for track in target.tracks:
            if track.run is not None:
                moving.append((track.run[0], track.run[2]))
                continue
            for i, easing in enumerate(track.easings):
                if track.values[i] != track.values[i + 1]:
                    moving.append((track.times[i] if easing else track.times[i + 1], track.times[i + 1]))
    still: list[tuple[int, int]] = []
    reached = 0
    for start, end in sorted(moving):
        if start > reached:
            still.append((reached, start))
        reached = max(reached, end)
    if slide.length_ms > reached:
        still.append((reached, slide.length_ms))
    return tuple(still)
