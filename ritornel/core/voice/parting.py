"""A voice parted in two where its slide is, and two that are one recording put together again."""

from msgspec.structs import replace

from ritornel.core.model import Narration, limits
from ritornel.core.model.slide import Stretch


def parted(voice: Narration, at_ms: int, cue: int, opens: int) -> tuple[Narration | None, Narration | None]:
    """Return a voice as two, cut at an instant of its asset.

    The second begins with ``cue``: that one is its slide itself, or, with ``opens`` 1, its first cue. One of which
    nothing is heard is none.
    """
    before = tuple((start, min(end, at_ms)) for start, end in voice.kept if start < at_ms)
    after = tuple((max(start, at_ms), end) for start, end in voice.kept if end > at_ms)
    moved = at_ms - voice.in_ms
    first = replace(
        voice,
        out_ms=at_ms,
        tail_ms=0,
        marks=voice.marks[: cue - 1],
        by_hand=tuple(c for c in voice.by_hand if c < cue),
        kept=before,
        said=tuple(w for w in voice.said if (w.start_ms + w.end_ms) // 2 < at_ms),
        beside=tuple(b for b in voice.beside if b[0] < at_ms),
        quiet=tuple(at for at in voice.quiet if at < at_ms),
    )
    later = replace(
        voice,
        in_ms=at_ms,
        lead_ms=0,
        marks=tuple(None if m is None else max(0, m - moved) for m in voice.marks[cue - opens :]),
        by_hand=tuple(c - cue + opens for c in voice.by_hand if c - cue + opens > 0),
        kept=after,
        said=tuple(w for w in voice.said if (w.start_ms + w.end_ms) // 2 >= at_ms),
        beside=tuple(b for b in voice.beside if b[0] >= at_ms),
        quiet=tuple(at for at in voice.quiet if at >= at_ms),
    )
    return (None if voice.kept and not before else first), (None if voice.kept and not after else later)


def put_together(one: Narration, other: Narration, cue: int) -> Narration:
    """Return two voices as one: the second begins where the first ends, with ``cue``. Marks are the first's."""
    kept: tuple[Stretch, ...] = ()
    if one.kept or other.kept:
        first = one.kept or ((one.in_ms, other.in_ms),)
        later = other.kept or ((other.in_ms, limits.TIME_MS if other.out_ms is None else other.out_ms),)
        touches = first[-1][1] == later[0][0]
        kept = (*first[:-1], (first[-1][0], later[0][1]), *later[1:]) if touches else (*first, *later)
    return replace(
        one,
        out_ms=other.out_ms,
        tail_ms=other.tail_ms,
        by_hand=(*one.by_hand, *(c + cue for c in other.by_hand)),
        kept=kept,
        said=(*one.said, *other.said),
        beside=(*one.beside, *other.beside),
        quiet=(*one.quiet, *other.quiet),
        heard=one.heard if one.heard == other.heard else "",
    )
