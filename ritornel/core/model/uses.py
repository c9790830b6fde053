"""Which assets a slide and a show use, and where."""

from collections.abc import Mapping
from typing import NamedTuple

from ritornel.core.model.asset import SoundFacts
from ritornel.core.model.memory import Recalled
from ritornel.core.model.objects import Clip, Picture, Sound
from ritornel.core.model.show import Show
from ritornel.core.model.slide import Slide, Spot

_MEDIA = (Picture, Clip, Sound)


_MOST_BYTES = 8 * 1024 * 1024
_known: Recalled[tuple[str, ...]] = Recalled(_MOST_BYTES)
_all_known: Recalled[frozenset[str]] = Recalled(_MOST_BYTES)
_lengths: Recalled[dict[str, int]] = Recalled(_MOST_BYTES)
_sounds: Recalled[dict[str, SoundFacts]] = Recalled(_MOST_BYTES)


def asset_lengths(show: Show) -> Mapping[str, int]:
    """Return how long each of a show's assets lasts, in ms, by its id; not to be changed."""
    known = _lengths.get(show)
    if known is not None:
        return known
    found = {a.id: a.length_ms for a in show.assets}
    return _lengths.put(found, 200 + 150 * len(found), show)


def asset_sounds(show: Show) -> Mapping[str, SoundFacts]:
    """Return what was measured of a show's sounds, by the ids of their assets; not to be changed."""
    known = _sounds.get(show)
    if known is not None:
        return known
    found = {a.id: a.sound for a in show.assets if a.sound is not None}
    return _sounds.put(found, 200 + 100 * len(found), show)


def assets_of(slide: Slide) -> tuple[str, ...]:
    """Return the ids of the assets of a slide's objects, in order, its ground, narration and spot sounds."""
    known = _known.get(slide)
    if known is not None:
        return known
    used = tuple(o.asset for o in slide.objects if isinstance(o, _MEDIA))
    if slide.ground is not None and slide.ground.asset:
        used += (slide.ground.asset,)
    if slide.narration is not None:
        used += (slide.narration.asset,)
        if slide.narration.source:
            used += (slide.narration.source,)
    used += tuple(spot.asset for spot in spots_of(slide))
    return _known.put(used, 400 + 70 * len(used), slide)


def spots_of(slide: Slide) -> list[Spot]:
    """Return the spot sounds of a slide's transition and builds."""
    spots = (slide.transition.sound, *(step.sound for step in slide.running_order))
    return [spot for spot in spots if spot is not None]


def assets_used(show: Show) -> frozenset[str]:
    """Return the ids of all assets that objects, narrations and beds name."""
    known = _all_known.get(show)
    if known is not None:
        return known
    used = {asset for slide in show.slides for asset in assets_of(slide)}
    used |= {bed.asset for bed in show.beds}
    used |= {step.sound.asset for effect in show.effects for step in effect.steps if step.sound is not None}
    return _all_known.put(frozenset(used - {""}), 500 + 150 * len(used), show)


class Uses(NamedTuple):
    """Where a show uses an asset: the numbers of its slides, from 1, and whether it is a bed."""

    slides: tuple[int, ...] = ()
    bed: bool = False


def uses_of(show: Show) -> dict[str, Uses]:
    """Return where each asset of a show is used, in the order in which the show comes to them; beds last."""
    slides: dict[str, list[int]] = {}
    for number, slide in enumerate(show.slides, 1):
        for asset in dict.fromkeys(assets_of(slide)):
            slides.setdefault(asset, []).append(number)
    beds = {bed.asset for bed in show.beds}
    found = {asset: Uses(tuple(numbers), asset in beds) for asset, numbers in slides.items() if asset}
    return found | {asset: Uses((), True) for asset in sorted(beds - set(found) - {""})}


def seen_from_near(show: Show) -> frozenset[str]:
    """Return the ids of the assets that lie on planes, where the stage may come near to them."""
    return frozenset(name for slide in show.slides if slide.plane is not None for name in assets_of(slide))
