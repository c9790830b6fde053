"""The line check: what will go wrong in a show, found before it goes out. One file per rule.

A file states ``RULE``, a ``Rule``: its name, a title, its weight, why it matters, and how it looks: at one slide by
itself (``look``), at one as it runs (``look_at``), at one and the media that are there, or at the whole show. What it
finds says what, where, and, where that can be computed, what mends it. A new rule is one new file here.
"""

import importlib
import pkgutil
from collections.abc import Iterable
from typing import Any, NamedTuple

from ritornel.core.linecheck.finding import Finding, Here, Rule
from ritornel.core.model import Show, Slide
from ritornel.core.model.memory import Memory, Recalled
from ritornel.core.model.uses import assets_of
from ritornel.core.score import Score, SlideScore, compile
from ritornel.core.time.slide_clock import SlideTime

__all__ = ["RULES", "Finding", "Found", "Rule", "divided", "findings", "found", "missing_media"]

_NO_RULES = ("finding", "named_things", "seen_when")

RULES: dict[str, Rule] = {
    rule.name: rule
    for module in sorted(m.name for m in pkgutil.iter_modules(__path__) if m.name not in _NO_RULES)
    for rule in [importlib.import_module(f"{__name__}.{module}").RULE]
}


_MOST_BYTES = 4 * 1024 * 1024
_on_slides: Recalled[list[Finding]] = Recalled(8 * _MOST_BYTES)
"""Enough for two shows of 300 slides with 80 findings each: to look at all anew would take a second at every edit."""
_in_shows: Recalled[tuple[Finding, ...]] = Recalled(_MOST_BYTES)


class _Place(NamedTuple):
    """A slide as it stands in a show, and what was found on it there."""

    slide: Slide
    time: SlideTime
    part: SlideScore
    before: Slide | None
    after: SlideScore | None
    found: list[Finding]

    def stands(
        self, slide: Slide, time: SlideTime, part: SlideScore, before: Slide | None, after: SlideScore | None
    ) -> bool:
        """Tell whether these are the very things on which it was found."""
        return (
            self.slide is slide
            and self.time is time
            and self.part is part
            and self.before is before
            and self.after is after
        )


class _Run(NamedTuple):
    """A show as it was looked through last: what all its slides have in common, and each."""

    alike: tuple[Any, ...]
    places: list[_Place]


_runs: Memory[str, _Run] = Memory(4 * _MOST_BYTES)


class Found(NamedTuple):
    """What was found: what is to be looked at, and what was set aside, each with why."""

    open: tuple[Finding, ...]
    aside: tuple[tuple[Finding, str], ...] = ()


def findings(show: Show, score: Score) -> tuple[Finding, ...]:
    """Return what every rule finds in a show and its score and nobody set aside, in the order of the slides."""
    return divided(show, _all_findings(show, score)).open


def found(show: Show, score: Score, also: Iterable[Finding] = ()) -> Found:
    """Return what is found, and what was set aside; ``also`` is what was found elsewhere."""
    place = {slide.id: number for number, slide in enumerate(show.slides)}
    every = sorted([*_all_findings(show, score), *also], key=lambda one: place.get(one.slide, len(place)))
    return divided(show, every)


def divided(show: Show, every: Iterable[Finding]) -> Found:
    """Return findings, those apart that were set aside."""
    if not show.set_aside:
        return Found(tuple(every))
    reasons = {(one.kind, one.slide, one.build, one.object): one.reason for one in show.set_aside}
    told = [(one, reasons.get((one.rule, one.slide, one.build, one.object))) for one in every]
    return Found(
        tuple(one for one, reason in told if reason is None),
        tuple((one, reason) for one, reason in told if reason is not None),
    )


def _all_findings(show: Show, score: Score) -> tuple[Finding, ...]:
    known = _in_shows.get(show, score)
    if known is not None:
        return known
    found = tuple(_check(show, score))
    return _in_shows.put(found, 600 + 600 * len(found), show, score)


def _check(show: Show, score: Score) -> list[Finding]:
    found: list[Finding] = []
    there = {asset.id: asset for asset in show.assets}
    stage = show.width, show.height
    last = _runs.get(show.id)
    alike = (show.assets, show.pace, stage, show.language)
    known = last.places if last is not None and last.alike == alike else []
    places: list[_Place] = []
    before: Slide | None = None
    followers = (*score.slides[1:], None)[: len(score.slides)]
    rows = zip(show.slides, score.times, score.slides, followers, strict=True)
    for number, (slide, time, part, after) in enumerate(rows, 1):
        place = known[number - 1] if number <= len(known) else None
        if place is None or not place.stands(slide, time, part, before, after):
            used = {name: there[name] for name in assets_of(slide) if name in there}
            leaves = frozenset() if after is None else frozenset(was for was, _ in after.transition.carried)
            here = Here(number, slide, time, part, before, show.pace, stage, show.language, used, leaves)
            place = _Place(slide, time, part, before, after, [] if slide.skipped else _looked(here))
        places.append(place)
        found += place.found
        before = before if slide.skipped else slide
    _runs.put(show.id, _Run(alike, places), 2000 + 200 * len(places) + 600 * len(found))
    found += (f for rule in RULES.values() for f in rule.look_over(show, score))
    return found


def _looked(here: Here) -> list[Finding]:
    """Return what is found on a slide as it runs: what was found, if nothing of it has changed."""
    things = (here.slide, here.time, here.part, *([here.before] if here.before is not None else ()))
    assets = tuple((one.id, one.mime, one.name, one.length_ms) for one in here.assets.values())
    by = (here.number, here.pace, here.stage, here.language, assets, here.leaves)
    known = _on_slides.get(*things, by=by)
    if known is not None:
        return known
    found: list[Finding] = []
    for rule in RULES.values():
        found += rule.look(here.number, here.slide, here.time, here.stage)
        found += rule.look_at(here)
    return _on_slides.put(found, 600 + 600 * len(found), *things, by=by)


def missing_media(show: Show) -> list[Finding]:
    """Return what of a show's pictures, clips and sounds is not there."""
    return [one for one in _all_findings(show, compile(show)) if one.rule == "missing-media"]
