"""What beds are anchored to follows every edit: slides that go, and builds that go or move."""

from collections.abc import Sequence

from msgspec.structs import replace

from ritornel.core.model.show import Anchor, Bed, Show


def anchored(before: Show, after: Show) -> Show:
    """Return a show after an edit with its beds anchored to what is there.

    A bed set on a build that is on a slide of its own now, as where one was split, goes along. One whose slide is gone
    goes to the slide that came after it: to its start. Where none is left, it begins with the
    last slide, or ends with the show. One whose build is gone begins, or ends, with its slide.
    """
    if not after.beds:
        return after
    builds = {s.id: {step.id for step in s.running_order} for s in after.slides}
    places = {s.id: n for n, s in enumerate(before.slides)}

    def moved(anchor: Anchor | None, *, starts: bool) -> Anchor | None:
        if anchor is None or (anchor.slide in builds and (not anchor.cue or anchor.cue in builds[anchor.slide])):
            return anchor
        parted = next((s.id for s in after.slides if s.id not in places and anchor.cue in builds[s.id]), None)
        if parted is not None and anchor.cue:
            return replace(anchor, slide=parted)
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


def onto(beds: Sequence[Bed], gone: str, slide: str, cue: str) -> tuple[Bed, ...]:
    """Return beds of which those on a slide that is ``gone`` are set on another, into which it went at a ``cue``."""

    def moved(anchor: Anchor | None) -> Anchor | None:
        return anchor if anchor is None or anchor.slide != gone else replace(anchor, slide=slide, cue=anchor.cue or cue)

    return tuple(replace(bed, start=moved(bed.start), end=moved(bed.end)) for bed in beds)
