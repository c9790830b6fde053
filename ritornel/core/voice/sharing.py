"""One long recording shared out among slides: cut where what is said on one ends and on the next begins."""

from collections.abc import Sequence
from itertools import pairwise

from msgspec.structs import replace

from ritornel.core.model import Narration
from ritornel.core.model.slide import HeardBy, Said
from ritornel.core.voice.heard import Heard
from ritornel.core.voice.pauses import joint_between
from ritornel.core.voice.spoken import MARK, tokens

_AROUND_MS = 350
"""So much silence is left before the first word of all and after the last."""
_BETWEEN = "\n\n"


def joined(scripts: Sequence[str]) -> str:
    """Return scripts as one, without the marks of their cues: what a recording over all of them says."""
    return _BETWEEN.join(MARK.sub(lambda mark: " " * len(mark[0]), script) for script in scripts)


def shared_out(asset: str, scripts: Sequence[str], heard: Heard, language: str = "en") -> list[Narration]:
    """Return a narration for each script: a stretch of the asset in which ``joined(scripts)`` was ``heard``.

    The cuts lie at the quietest instants between them. A script without words gets the asset without a stretch.
    """
    counts = [len(tokens(script, language)) for script in scripts]
    places = [sum(counts[:n]) for n in range(len(counts) + 1)]
    pieces = [heard.words[first:last] for first, last in pairwise(places)]
    way: HeardBy = heard.way if heard.follows else "pauses"
    cuts = _cuts([(p[0].start_ms, p[-1].end_ms) for p in pieces if p], heard.length_ms, heard.quiet)
    made, cut = [], iter(cuts)
    for script, piece in zip(scripts, pieces, strict=True):
        if not piece:
            made.append(Narration(asset=asset))
            continue
        start, end = next(cut)
        words = zip(tokens(script, language), piece, strict=True)
        said = tuple(Said(script[w.start : w.end][:120], one.start_ms, one.end_ms, one.sure) for w, one in words)
        beside = tuple(sorted((s, e) for s, e in (*heard.beside, *heard.again) if start <= s and e <= end))
        again = tuple(s for s, e in heard.again if start <= s and e <= end)
        voice = Narration(asset=asset, in_ms=start, out_ms=max(start + 1, end), said=said, heard=way)
        quiet = tuple(at for at in heard.quiet if start <= at <= end)
        made.append(replace(voice, beside=beside, again=again, quiet=quiet))
    return made


def _cuts(said: Sequence[tuple[int, int]], length_ms: int, quiet: Sequence[int]) -> list[tuple[int, int]]:
    """Return the stretch for each of what is said from when to when."""
    if not said:
        return []
    between = [joint_between(quiet, one[1], other[0]) for one, other in pairwise(said)]
    starts = [max(0, said[0][0] - _AROUND_MS), *between]
    ends = [*between, min(length_ms, said[-1][1] + _AROUND_MS)]
    return list(zip(starts, ends, strict=True))
