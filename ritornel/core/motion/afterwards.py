"""What parts of a text do when the next of their family comes: stay, become faint, or go."""

from bisect import bisect_right
from collections.abc import Mapping, Sequence
from operator import attrgetter

from ritornel.core.model import Slide
from ritornel.core.model.slide import Afterwards
from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Build, Contribution
from ritornel.core.motion.easing import parse
from ritornel.core.motion.track import TrackBuilder

_DIMMED = 0.35
_LEAVES: Mapping[Afterwards, Curve] = {
    "dims": ("opacity", ((0, 1.0), (1, _DIMMED))),
    "goes": ("opacity", ((0, 1.0), (1, 0.0))),
}
_EASED = parse("ease-in-out")
_START = attrgetter("start_ms")


def leaving(builds: Sequence[Build], slide: Slide) -> Contribution:
    """Return how parts go back for the next of their family that begins after them."""
    leave = {(b.thing.id, b.step.part.unit) for b in builds if b.step.afterwards != "stays" and b.step.part is not None}
    if not leave:
        return Contribution()
    families: dict[tuple[str, str], list[Build]] = {family: [] for family in leave}
    for build in builds:
        if build.step.kind == "entrance" and build.step.part is not None:
            family = (build.thing.id, build.step.part.unit)
            if family in leave:
                families[family].append(build)
    found: dict[str, TrackBuilder] = {}
    for coming in families.values():
        coming.sort(key=_START)
        starts = [b.start_ms for b in coming]
        for build in coming:
            later = bisect_right(starts, build.start_ms)
            if build.step.afterwards != "stays" and later < len(coming):
                after = coming[later]
                lasts = after.uncut_end_ms - after.start_ms
                tracks = found.setdefault(build.key, TrackBuilder())
                tracks.add(_LEAVES[build.step.afterwards], after.start_ms, lasts, _EASED, lasts=True)
    return Contribution(tracks={key: tracks.tracks() for key, tracks in found.items()})
