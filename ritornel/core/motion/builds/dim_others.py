"""Dim the others: everything else on the slide goes back, until another object is brought forward."""

from collections.abc import Mapping, Sequence

from ritornel.core.model import Object, Slide, Sound
from ritornel.core.model.keys import target_key
from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Build, Contribution, Effect, Param
from ritornel.core.motion.easing import HOLD, Easing, parse
from ritornel.core.motion.track import Track
from ritornel.core.time.rounding import rounded

_EASED = parse("ease-in-out")
_COMES = 0.3
"""One that passes takes so much of its time to come, and as much to go."""


def _curves(asked: Asked) -> Sequence[Curve]:
    return ()


def _others(builds: Sequence[Build], slide: Slide) -> Contribution:
    """Return how each object goes back for others. One that stands out itself comes back for that; what is of one group
    stands out together.
    """
    groups = {o.id: o.group for o in slide.objects}
    tracks = {
        target_key(thing.id): _track(thing, builds, groups) for thing in slide.objects if not isinstance(thing, Sound)
    }
    return Contribution(tracks={key: (track,) for key, track in tracks.items() if track is not None})


def _track(thing: Object, builds: Sequence[Build], groups: Mapping[str, str]) -> Track | None:
    keys: list[tuple[int, float, Easing]] = [(0, 1.0, HOLD)]
    for build in builds:
        own = build.thing.id == thing.id or bool(thing.group and groups[build.thing.id] == thing.group)
        params = build.params
        _add(keys, build, 1.0 if own else params["opacity"] / 100, params["stays"] == "goes")
    if all(value == 1.0 for _, value, _ in keys):
        return None
    times, values, easings = zip(*keys, strict=True)
    return Track("opacity", times, values, easings[:-1])


def _add(keys: list[tuple[int, float, Easing]], build: Build, opacity: float, passing: bool) -> None:
    now = keys[-1][1]
    start = max(build.start_ms, keys[-1][0])
    end = max(build.end_ms, start)
    if not passing:
        if opacity != now:
            keys.extend([(start, now, _EASED), (end, opacity, HOLD)])
        return
    comes = rounded((end - start) * _COMES)
    keys.extend([(start, now, _EASED), (start + comes, min(now, opacity), HOLD)])
    keys.extend([(end - comes, min(now, opacity), _EASED), (end, now, HOLD)])


EFFECTS = (
    Effect(
        name="dim-others",
        label="Dim the others",
        verbs={"emphasis": "stands out"},
        help="Everything else becomes faint, until another object stands out or all of it comes back.",
        duration_ms=700,
        easing={"emphasis": "ease-in-out"},
        curves=_curves,
        together=_others,
        params=(
            Param("opacity", "The others at", 25, least=0, most=100, unit="%"),
            Param("stays", "Until", "stays", choices=(("stays", "another does"), ("goes", "its time is over"))),
        ),
    ),
)
