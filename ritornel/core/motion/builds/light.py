"""Light: everything around an object goes dark, and the light goes with it, and on to the next that is lit."""

from collections.abc import Sequence
from itertools import zip_longest

from ritornel.core.model import Slide
from ritornel.core.model.keys import target_key
from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Build, Contribution, Effect, Mark, Param
from ritornel.core.motion.easing import HOLD, parse
from ritornel.core.motion.track import Track

_EASED = parse("ease-in-out")


def _curves(asked: Asked) -> Sequence[Curve]:
    return (("opacity", ((0, 0.0), (1, 1.0))),)


def _light(asked: Asked) -> Mark:
    return Mark("", "#000000", asked.params["room"], asked.params["dark"] / 100, behind=True)


def _from_one_to_the_next(builds: Sequence[Build], slide: Slide) -> Contribution:
    """Return when each object that is lit stands over everything else, and how the dark around one goes while that
    around the next comes.
    """
    fronts: dict[str, list[tuple[int, float]]] = {}
    tracks: dict[str, Sequence[Track]] = {}
    for build, following in zip_longest(builds, builds[1:]):
        own = fronts.setdefault(build.thing.id, [(0, 0.0)])
        own.append((build.start_ms, 1.0))
        if following is None:
            continue
        tracks[build.key] = (Track("opacity", (following.start_ms, following.end_ms), (1.0, 0.0), (_EASED,)),)
        if following.thing.id != build.thing.id:
            own.append((following.end_ms, 0.0))
    tracks |= {target_key(name): (_held(sorted(own)),) for name, own in fronts.items()}
    return Contribution(tracks=tracks)


def _held(keys: list[tuple[int, float]]) -> Track:
    times, values = zip(*keys, strict=True)
    return Track("front", times, values, (HOLD,) * (len(keys) - 1))


EFFECTS = (
    Effect(
        name="light",
        label="Light",
        verbs={"emphasis": "is lit"},
        help="Everything around it goes dark; the light goes with it, and on to the next that is lit.",
        duration_ms=800,
        easing={"emphasis": "ease-in-out"},
        curves=_curves,
        mark=_light,
        together=_from_one_to_the_next,
        params=(
            Param("dark", "Around it dark by", 70, least=10, most=95, unit="%"),
            Param("room", "Room", 60, least=0, most=400, unit="stage units"),
        ),
    ),
)
