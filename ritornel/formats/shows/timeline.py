"""A show for editors of film: a timeline of OpenTimelineIO, its slides, clips and sounds, by ``opentimelineio``.

Times are exact, in ms. Slides are clips without media, each with a marker at every cue; clips and sounds refer to the
files that lie beside the document in the show's zip, under ``media/``.
"""

from collections.abc import Iterable, Iterator, Mapping
from pathlib import Path
from typing import Any, NamedTuple

import opentimelineio as otio

from ritornel.core.model import Asset, Clip, Show
from ritornel.core.score import Score, compile
from ritornel.core.sound.spans import Span
from ritornel.core.text.naming import slide_title
from ritornel.formats.show_document import media_name
from ritornel.formats.shows import _losses
from ritornel.formats.shows._protocol import Format

_RATE = 1000
_MOST_PASSES = 2000
_DISSOLVES = ("fade", "crossfade")


class _Pass(NamedTuple):
    """A stretch of an asset on the clock of the show, in ms: from when to when, from where in it, and how fast."""

    start_ms: float
    end_ms: float
    from_ms: float
    rate: float
    asset: str


def write(show: Show, files: Mapping[str, Path]) -> Iterator[bytes]:
    """Yield the timeline as the JSON of OpenTimelineIO."""
    score = compile(show)
    assets = {asset.id: asset for asset in show.assets}
    timeline = otio.schema.Timeline(name=show.title)
    timeline.tracks.append(_slides(show, score))
    kinds = otio.schema.TrackKind
    for name, kind, passes in (
        ("clips", kinds.Video, _clips(show, score)),
        ("sounds", kinds.Audio, _sounds(show, score, assets)),
    ):
        for number, lane in enumerate(_lanes(passes), 1):
            timeline.tracks.append(_track(f"{name} {number}", kind, lane, assets))
    yield otio.adapters.write_to_string(timeline, "otio_json").encode()


def _slides(show: Show, score: Score) -> Any:
    track = otio.schema.Track(name="slides", kind=otio.schema.TrackKind.Video)
    rows = zip(show.slides, score.times, score.slides, strict=True)
    for number, (slide, time, part) in enumerate(rows, 1):
        if slide.skipped or not time.length_ms:
            continue
        if part.transition.duration_ms and len(track):
            dissolves = slide.transition.type in _DISSOLVES
            types = otio.schema.TransitionTypes
            track.append(
                otio.schema.Transition(
                    name=slide.transition.type,
                    transition_type=types.SMPTE_Dissolve if dissolves else types.Custom,
                    in_offset=_ms(0),
                    out_offset=_ms(part.transition.duration_ms),
                )
            )
        clip = otio.schema.Clip(
            name=slide_title(slide, number),
            media_reference=otio.schema.MissingReference(name=slide.id),
            source_range=otio.opentime.TimeRange(_ms(0), _ms(time.length_ms)),
        )
        for group in time.groups[1:]:
            at = otio.opentime.TimeRange(_ms(group.start_ms), _ms(0))
            clip.markers.append(otio.schema.Marker(name=f"cue {group.cue}", marked_range=at))
        track.append(clip)
    return track


def _clips(show: Show, score: Score) -> Iterator[_Pass]:
    for slide, part, start in zip(show.slides, score.slides, score.starts, strict=True):
        films = {thing.id for thing in slide.objects if isinstance(thing, Clip)}
        for span in part.spans:
            if span.source == "object" and span.id in films:
                yield from _passes(span, start)


def _sounds(show: Show, score: Score, assets: Mapping[str, Asset]) -> Iterator[_Pass]:
    for part, start in zip(score.slides, score.starts, strict=True):
        for span in part.spans:
            one = assets.get(span.asset)
            if not span.muted and one is not None and (one.kind == "sound" or one.has_sound):
                yield from _passes(span, start)
    for span in score.bed_spans:
        yield from _passes(span, 0)


def _passes(span: Span, offset: int) -> Iterator[_Pass]:
    """Yield a span as it goes through its asset: a pass each time it comes to its out point."""
    at, place = float(span.start_ms), span.from_ms
    for _ in range(_MOST_PASSES):
        ends = min(float(span.end_ms), at + max(1.0, (span.out_ms - place) / span.rate))
        yield _Pass(offset + at, offset + ends, place, span.rate, span.asset)
        at, place = ends, float(span.in_ms)
        if at >= span.end_ms:
            return


def _lanes(passes: Iterable[_Pass]) -> list[list[_Pass]]:
    """Return passes in as few lanes as there are, none of them over another in its lane."""
    lanes: list[list[_Pass]] = []
    for one in sorted(passes):
        lane = next((lane for lane in lanes if lane[-1].end_ms <= one.start_ms), None)
        if lane is None:
            lanes.append(lane := [])
        lane.append(one)
    return lanes


def _track(name: str, kind: str, lane: Iterable[_Pass], assets: Mapping[str, Asset]) -> Any:
    track = otio.schema.Track(name=name, kind=kind)
    reached = 0.0
    for one in lane:
        if one.start_ms > reached:
            track.append(otio.schema.Gap(source_range=otio.opentime.TimeRange(_ms(0), _ms(one.start_ms - reached))))
        asset = assets.get(one.asset)
        called = asset.name if asset is not None else one.asset
        reference = otio.schema.MissingReference(name=one.asset)
        if asset is not None:
            available = otio.opentime.TimeRange(_ms(0), _ms(asset.length_ms))
            reference = otio.schema.ExternalReference(media_name(asset), available)
        clip = otio.schema.Clip(
            name=called,
            media_reference=reference,
            source_range=otio.opentime.TimeRange(_ms(one.from_ms), _ms(one.end_ms - one.start_ms)),
        )
        if one.rate != 1:
            clip.effects.append(otio.schema.LinearTimeWarp(name="rate", time_scalar=one.rate))
        track.append(clip)
        reached = one.end_ms
    return track


def _ms(ms: float) -> Any:
    return otio.opentime.RationalTime(ms, _RATE)


def _drawn(show: Show) -> str:
    return "slides are named, not drawn: lay the film, or its stills, under them"


FORMAT = Format(
    name="timeline",
    says="timeline for editors of film",
    standard="OpenTimelineIO, Timeline.1",
    endings=(".otio",),
    mime="application/json",
    brought="",
    writes=write,
    loses=_losses.of(_drawn, _losses.builds),
)
