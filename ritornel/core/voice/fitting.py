"""Words put in time by pauses alone: for languages without an acoustic model, and voices that do not follow a script.

The words of a script are shared out among the spans in which somebody speaks, in their order, so that what is said in
a span takes about as long as it should, and sentences, clauses and cues end where the voice pauses. The best sharing
is found by dynamic programming (Bellman 1957) over words and spans: for W words, S spans and at most L words in a
span it takes O(W x S x L) steps; L is bounded by how many words fit into the longest span at three times the pace.
"""

import re
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from ritornel.core.time.rounding import rounded
from ritornel.core.voice.heard import HeardWord
from ritornel.core.voice.spoken import Token

_ENDS_SENTENCE, _ENDS_CLAUSE, _MARKED = 0.0, 0.25, 0.15
_ENDS_NOTHING = 1.6
"""What it costs to pause after a word: less where a sentence, a clause, or what comes before a cue ends."""
_EMPTY = 3.0
"""What it costs that nothing of the script is said in a span."""
_FASTEST = 3.0
_MOST_IN_SPAN = 400
_LETTERS_BESIDE = 2
_SURE, _SURER = 50, 70


def fitted(
    script: str, words: Sequence[Token], spans: Sequence[tuple[int, int]], pauses_before: Sequence[int] = ()
) -> tuple[HeardWord, ...]:
    """Return the words of a script in the spans of speech of a voice, in ms; none where nobody speaks.

    ``pauses_before`` are the numbers of words before which a cue's mark stands.
    """
    if not words or not spans:
        return tuple(HeardWord(0, 0, 0) for _ in words)
    weights = np.array([sum(map(len, w.said)) + _LETTERS_BESIDE * len(w.said) for w in words], float)
    lengths = np.array([end - start for start, end in spans], float)
    reached = np.concatenate(([0.0], np.cumsum(weights * lengths.sum() / weights.sum())))
    ends = _shared_out(reached, lengths, _pause_costs(script, words, pauses_before))
    return _in_spans(weights, spans, ends)


def _pause_costs(script: str, words: Sequence[Token], pauses_before: Sequence[int]) -> NDArray[np.float64]:
    """Return what a pause after so many words costs, for 0 to all of them."""
    costs = np.full(len(words) + 1, _ENDS_NOTHING)
    costs[[0, len(words)]] = 0.0
    for number in range(1, len(words)):
        between = script[words[number - 1].end : words[number].start]
        if re.search(r"[.!?…:\n]", between):
            costs[number] = _ENDS_SENTENCE
        elif re.search(r"[,;–—()]", between):
            costs[number] = _ENDS_CLAUSE
    for number in pauses_before:
        costs[number] = min(costs[number], _MARKED)
    return costs


def _shared_out(reached: NDArray[np.float64], lengths: NDArray[np.float64], pause: NDArray[np.float64]) -> list[int]:
    """Return after how many words each span ends. ``reached``: how long the first 0, 1, … words take, in ms."""
    count = len(reached)
    usual = max(1.0, float(np.median(lengths)))
    best = np.full(count, np.inf)
    best[0] = 0.0
    came: list[NDArray[np.int64]] = []
    for length in lengths:
        most = min(_MOST_IN_SPAN, int(np.searchsorted(reached, _FASTEST * length + usual)) + 1, count)
        before = np.arange(count)[:, None] - np.arange(most)[None, :]
        said = reached[:, None] - reached[np.maximum(before, 0)]
        off = np.square(said - length) / (length * usual)
        off[:, 0] = _EMPTY
        total = np.where(before >= 0, best[np.maximum(before, 0)] + off, np.inf) + pause[:, None]
        chosen = np.argmin(total, axis=1)
        came.append(np.arange(count) - chosen)
        best = total[np.arange(count), chosen]
    at = count - 1
    ends = []
    for back in reversed(came):
        ends.append(at)
        at = int(back[at])
    return ends[::-1]


def _in_spans(
    weights: NDArray[np.float64], spans: Sequence[tuple[int, int]], ends: Sequence[int]
) -> tuple[HeardWord, ...]:
    found: list[HeardWord] = []
    first = 0
    for (start, end), last in zip(spans, ends, strict=True):
        part = weights[first:last]
        places = start + (end - start) * np.concatenate(([0.0], np.cumsum(part) / max(1.0, part.sum())))
        for number in range(last - first):
            sure = _SURER if number == 0 else _SURE
            found.append(HeardWord(rounded(float(places[number])), rounded(float(places[number + 1])), sure))
        first = last
    return tuple(found)
