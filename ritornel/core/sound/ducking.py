"""Where somebody speaks, and how a bed gives room to it (timing, section 8)."""

from collections.abc import Iterable, Mapping, Sequence

from ritornel.core.model.asset import SoundFacts
from ritornel.core.model.show import Duck
from ritornel.core.sound.gain import Point
from ritornel.core.sound.spans import Span
from ritornel.core.time.rounding import rounded

Stretches = tuple[tuple[int, int], ...]
_MOST_SPANS = 2_000


def speech_in(spans: Iterable[Span], sounds: Mapping[str, SoundFacts], talks: Iterable[str] = ()) -> Stretches:
    """Return when somebody speaks in what is heard of a slide, in its time: narrations, and objects that ``talks``.

    A voice that was not measured counts as speech from its beginning to its end.
    """
    speaking = set(talks)
    found: list[tuple[int, int]] = []
    for span in spans:
        if span.muted or not (span.source == "narration" or (span.source == "object" and span.id in speaking)):
            continue
        facts = sounds.get(span.asset)
        if facts is None:
            found.append((span.start_ms, span.end_ms))
            continue
        found += _heard(span, facts.speech)
    return merged(found, 1)


def _heard(span: Span, speech: Sequence[tuple[int, int]]) -> Iterable[tuple[int, int]]:
    """Yield when spans of an asset are heard while it plays from its place, perhaps again and again."""
    whole = span.out_ms - span.in_ms
    played, length = span.from_ms - span.in_ms, (span.end_ms - span.start_ms) * span.rate
    for turn in range(int(played // whole), int((played + length) // whole) + 1) if whole > 0 else ():
        base = turn * whole - played
        for first, last in speech:
            begins = max(0.0, base + max(first, span.in_ms) - span.in_ms)
            ends = min(length, base + min(last, span.out_ms) - span.in_ms)
            if ends > begins:
                yield rounded(span.start_ms + begins / span.rate), rounded(span.start_ms + ends / span.rate)


def merged(spans: Iterable[tuple[int, int]], hold_ms: int) -> Stretches:
    """Return spans in their order, those as one that overlap or have a gap shorter than ``hold_ms`` between them."""
    made: list[list[int]] = []
    for start, end in sorted(spans):
        if made and start - made[-1][1] < max(1, hold_ms):
            made[-1][1] = max(made[-1][1], end)
        else:
            made.append([start, end])
    return tuple((start, end) for start, end in made)


def ducked(speech: Sequence[tuple[int, int]], duck: Duck, start_ms: int, end_ms: int) -> list[Point]:
    """Return how a bed goes down for speech, as points (ms, dB) with straight lines between, for a bed from to.

    From 0 at ``attack`` before a span to the depth at its start, and back to 0 at ``release`` after its end; where two
    meet, the lower. What is spoken beyond the bed's own time does not count.
    """
    attack, release = max(1, duck.attack_ms), max(1, duck.release_ms)
    near = [(a, b) for a, b in speech if b + release > start_ms and a - attack < end_ms]
    hold = duck.hold_ms
    spans = merged(near, hold)
    while len(spans) > _MOST_SPANS:  # no bed goes up and down so often that it could not be sent
        hold = 2 * hold + 1000
        spans = merged(near, hold)
    points: list[Point] = []
    for number, (a, b) in enumerate(spans):
        before = spans[number - 1][1] if number else None
        if before is None or before + release <= a - attack:
            points.append((a - attack, 0.0))
        points += [(a, duck.depth_db), (b, duck.depth_db)]
        following = spans[number + 1][0] if number + 1 < len(spans) else None
        if following is None or b + release <= following - attack:
            points.append((b + release, 0.0))
        else:  # it comes up until the next one brings it down again
            both = attack + release
            at = (following * release + b * attack) / both
            share = (at - b) / release
            points.append((rounded(at), duck.depth_db * (1 - share)))
    return points
