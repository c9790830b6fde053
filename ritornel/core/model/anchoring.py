"""What beds are anchored to follows every edit: slides that go, and builds that go or move."""

from msgspec.structs import replace

from ritornel.core.model.show import Anchor, Bed, Show


def anchored(before: Show, after: Show) -> Show:
    """Return a show after an edit with its beds anchored to what is there.

    A bed whose slide is gone goes to the slide that came after it: to its start. Where none is left, it begins with the
    last slide, or ends with the show. One whose build is gone begins, or ends, with its slide.
    """
    if not after.beds:
        return after
    builds = {s.id: {step.id for step in s.running_order} for s in after.slides}
    places = {s.id: n for n, s in enumerate(before.slides)}

    def moved(anchor: Anchor | None, *, starts: bool) -> Anchor | None:
        if anchor is None or (anchor.slide in builds and (not anchor.cue or anchor.cue in builds[anchor.slide])):
            return anchor
        if anchor.slide in builds:
            return replace(anchor, cue="")
        later = before.slides[places.get(anchor.slide, len(before.slides)) + 1 :]
        following = next((s.id for s in later if s.id in builds), None)
        if following is not None:
            return Anchor(slide=following)
        return Anchor(slide=after.slides[-1].id) if starts and after.slides else None

    def held(bed: Bed) -> Bed:
        start, end = moved(bed.start, starts=True), moved(bed.end, starts=False)
        return bed if (start, end) == (bed.start, bed.end) else replace(bed, start=start, end=end)

    beds = tuple(map(held, after.beds))
    return after if beds == after.beds else replace(after, beds=beds)
