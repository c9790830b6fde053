"""From timed steps to the tracks of every object, part and mark on a slide.

Every build moves its own target by the curves of its effect; what builds do together is asked of their effects. No
effect is known here.
"""

from collections.abc import Iterable, Mapping, Sequence
from functools import lru_cache
from operator import attrgetter, itemgetter

from ritornel.core.model import Slide
from ritornel.core.model.keys import target_key
from ritornel.core.motion.afterwards import leaving
from ritornel.core.motion.builds import effect_for
from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Build, Contribution
from ritornel.core.motion.easing import HOLD, Easing
from ritornel.core.motion.resolving import Given, builds_of, curves_anywhere, curves_of
from ritornel.core.motion.running import Keys, add, keys_of
from ritornel.core.motion.target import Target
from ritornel.core.motion.track import Track, TrackBuilder
from ritornel.core.time.running_order import StepTime

_START = attrgetter("start_ms")
_INSTANT = itemgetter(0)
_COMES = (0.0, 1.0)
_AT_ONCE: tuple[Easing, ...] = (HOLD,)


def choreograph(slide: Slide, steps: Iterable[StepTime], stage_width: int, stage_height: int) -> list[Target]:
    """Return the targets that the steps move, with their tracks: objects and parts by their first step, then marks."""
    builds = builds_of(slide, steps)
    curves, besides = _contributed(builds, slide)
    moved: dict[str, list[Build]] = {}
    for build in builds:
        moved.setdefault(build.key, []).append(build)
    targets: list[Target] = []
    drawn: list[Target] = []
    for key, own in moved.items():
        tracks = _tracks(own, curves, stage_width, stage_height)
        if key in besides:
            tracks += tuple(besides.pop(key))
        shown = _visibility(own)
        first = own[0]
        marks = first.effect.mark is not None
        target = Target(
            key, first.thing.id, None if marks else first.step.part, tracks if shown is None else (shown, *tracks)
        )
        (drawn if marks else targets).append(target)
    names = {target_key(o.id): o.id for o in slide.objects}
    targets += [Target(key, names[key], None, tuple(tracks)) for key, tracks in besides.items()]
    return targets + drawn


def _contributed(builds: Sequence[Build], slide: Slide) -> tuple[Mapping[str, Sequence[Curve]], dict[str, list[Track]]]:
    """Return what builds do together: curves by the ids of their steps, tracks by the keys of what is moved."""
    asked: dict[int, list[Build]] = {}
    for build in builds:
        if build.effect.together is not None:
            asked.setdefault(id(build.effect.together), []).append(build)
    found = [leaving(builds, slide)]
    for alike in asked.values():
        together = alike[0].effect.together
        found.append(together(sorted(alike, key=_START), slide) if together is not None else Contribution())
    curves: dict[str, Sequence[Curve]] = {}
    tracks: dict[str, list[Track]] = {}
    for contribution in found:
        curves.update(contribution.curves)
        for key, more in contribution.tracks.items():
            tracks.setdefault(key, []).extend(more)
    return curves, tracks


def _tracks(
    builds: Sequence[Build], curves: Mapping[str, Sequence[Curve]], stage_width: int, stage_height: int
) -> tuple[Track, ...]:
    """Return the tracks of one target, of all the builds that move it."""
    if len(builds) == 1 and builds[0].step.id not in curves:  # of a letter, as of most things
        keys = _keys_of(builds[0], stage_width, stage_height)
        if keys is not None:
            start = builds[0].start_ms
            return tuple([track.begun(start) for track in keys])
    builder = TrackBuilder()
    for build in builds:
        own = curves.get(build.step.id)
        add(builder, build, curves_of(build, stage_width, stage_height) if own is None else own)
    return builder.tracks()


def _keys_of(build: Build, stage_width: int, stage_height: int) -> tuple[Keys, ...] | None:
    """Return the tracks of a build, the same for all that are alike but for their start; None for one unlike others."""
    step = build.step
    if not build.start_ms or step.repeat != 1 or build.end_ms != build.uncut_end_ms or build.effect.reads:
        return None
    given = tuple(sorted(step.params.items())) if step.params else ()
    return _alike(step.kind, step.effect, given, stage_width, stage_height, build.end_ms - build.start_ms, build.easing)


@lru_cache(maxsize=4096)
def _alike(
    kind: str, name: str, given: Given, stage_width: int, stage_height: int, each: int, easing: Easing
) -> tuple[Keys, ...] | None:
    curves = curves_anywhere(kind, name, given, stage_width, stage_height)
    if curves is None:
        return None
    return keys_of(curves, each, easing, kind, as_a_whole=effect_for(kind, name).paced)


def _visibility(builds: Sequence[Build]) -> Track | None:
    """Return when the target is there: hidden before a first entrance, gone after an exit."""
    if len(builds) == 1 and builds[0].comes:
        return Track("visible", (0, builds[0].start_ms), _COMES, _AT_ONCE)
    changes = [
        (build.start_ms, 1.0) if build.comes else (build.end_ms, 0.0)
        for build in sorted(builds, key=_START)
        if build.comes or build.step.kind == "exit"
    ]
    if not changes:
        return None
    before = 1.0 - changes[0][1]
    changes.sort(key=_INSTANT)
    times, values = zip(*changes, strict=True)
    return Track("visible", (0, *times), (before, *values), _AT_ONCE * len(changes))
