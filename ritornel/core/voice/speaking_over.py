"""A stretch of a voice spoken again: what is known of the voice moves to where it is in the new one."""

from collections.abc import Mapping, Sequence

from msgspec.structs import replace

from ritornel.core.model import Narration
from ritornel.core.model.slide import Stretch
from ritornel.core.time.rounding import rounded


def spoken_over(
    voice: Narration, over: Stretch, length_ms: int, asset: str, cues: Mapping[int, int] | None = None
) -> Narration:
    """Return a voice in whose asset the stretch ``over`` (ms of it) was replaced by ``length_ms`` of speech.

    What was kept and known before and after stays; in between nothing is known until it is heard. ``cues``: instants
    in ms of the new speech at which cues were given, which are by hand then.
    """
    start, end = over
    more = length_ms - (end - start)

    def moved(at: int) -> int:
        if at <= start:
            return at
        if at >= end:
            return at + more
        return start + rounded((at - start) * length_ms / (end - start))

    first = moved(voice.in_ms)
    given = {cue: start + at - first for cue, at in (cues or {}).items()}
    marks = [None if m is None else moved(m + voice.in_ms) - first for m in voice.marks]
    marks += [None] * (max(given, default=0) - len(marks))
    for cue, at in given.items():
        marks[cue - 1] = max(0, at)
    inside = {n + 1 for n, m in enumerate(voice.marks) if m is not None and start < m + voice.in_ms < end}
    return replace(
        voice,
        asset=asset,
        in_ms=first,
        out_ms=None if voice.out_ms is None else moved(voice.out_ms),
        marks=tuple(marks),
        by_hand=tuple(sorted({*given, *(set(voice.by_hand) - inside)})),
        kept=_kept(voice.kept, over, more),
        said=tuple(
            replace(word, start_ms=moved(word.start_ms), end_ms=moved(word.end_ms))
            for word in voice.said
            if not start <= (word.start_ms + word.end_ms) // 2 < end
        ),
        beside=tuple((moved(s), moved(e)) for s, e in voice.beside if not start <= (s + e) // 2 < end),
        again=tuple(moved(at) for at in voice.again if not start <= at < end),
        quiet=tuple(moved(at) for at in voice.quiet if not start <= at < end),
        heard="",
        scratch=False,
        source="",
    )


def alone(voice: Narration, first_ms: int, last_ms: int) -> Narration:
    """Return a voice in a sound that has only its own stretch of its asset, ``first_ms`` to ``last_ms``."""

    def within(start: int, end: int) -> bool:
        return first_ms <= (start + end) // 2 < last_ms

    return replace(
        voice,
        in_ms=max(0, voice.in_ms - first_ms),
        out_ms=None,
        kept=tuple((s - first_ms, e - first_ms) for s, e in voice.kept),
        said=tuple(
            replace(w, start_ms=max(0, w.start_ms - first_ms), end_ms=w.end_ms - first_ms)
            for w in voice.said
            if within(w.start_ms, w.end_ms)
        ),
        beside=tuple((max(0, s - first_ms), e - first_ms) for s, e in voice.beside if within(s, e)),
        again=tuple(at - first_ms for at in voice.again if first_ms <= at < last_ms),
        quiet=tuple(at - first_ms for at in voice.quiet if first_ms <= at < last_ms),
    )


def _kept(kept: Sequence[Stretch], over: Stretch, more: int) -> tuple[Stretch, ...]:
    """Return stretches that are kept, with the new one between what was before and after it."""
    if not kept:
        return ()
    start, end = over
    before = [(s, min(e, start)) for s, e in kept if s < start]
    after = [(max(s, end) + more, e + more) for s, e in kept if e > end]
    joined: list[Stretch] = []
    for s, e in [*before, (start, end + more), *after]:
        if joined and s <= joined[-1][1]:
            joined[-1] = (joined[-1][0], max(e, joined[-1][1]))
        else:
            joined.append((s, e))
    return tuple(joined)
