"""In which order the sentences of a script are said: some may be left out, said twice, or before others.

A Viterbi search by PocketSphinx over a grammar in which every sentence is its words, and is followed by the next one,
or, less likely, by one near it.
"""

import re
from collections.abc import Callable, Mapping, Sequence
from itertools import pairwise
from typing import Any

from ritornel.core.voice.spoken import Token

Run = tuple[int, int]
"""Words by number, from the first to before the end."""

_NEAR = 8
"""So many sentences before and after one may follow it."""
_NEXT, _ELSEWHERE = 0.95, 0.05
_SENTENCE = re.compile(r"[.!?…:;]")
_BEAMS = {"beam": 1e-60, "pbeam": 1e-60, "wbeam": 1e-40}
WIDEST = {"beam": 1e-120, "pbeam": 1e-120, "wbeam": 1e-80}
"""Beams in which the order is found nearly always; 0.1 s for a second of voice."""


def sentences_of(script: str, words: Sequence[Token]) -> list[Run]:
    """Return the sentences of a script."""
    ends = [n + 1 for n, (one, other) in enumerate(pairwise(words)) if _SENTENCE.search(script[one.end : other.start])]
    return list(pairwise([0, *ends, len(words)])) if words else []


def said_order(
    content: bytes,
    words: Sequence[Token],
    sentences: Sequence[Run],
    beams: Mapping[str, float],
    with_words: Callable[[Any, Sequence[str]], Any],
) -> list[Run] | None:
    """Return the sentences in the order in which they are said; None where the search does not come through.

    ``content`` are samples as a decoder wants them; ``with_words`` teaches it words.
    """
    from pocketsphinx import Decoder

    told = [word for token in words for word in token.said]
    decoder = with_words(Decoder(lm=None, loglevel="FATAL", **{**_BEAMS, **beams}), told)
    grammar, states = _grammar(words, sentences)
    decoder.add_fsg("order", decoder.create_fsg("order", 0, states, grammar))
    decoder.activate_search("order")
    decoder.start_utt()
    decoder.process_raw(content, full_utt=True)
    decoder.end_utt()
    if decoder.hyp() is None:
        return None
    heard = [re.sub(r"\(\d+\)$", "", s.word) for s in decoder.seg() if not s.word.startswith(("<", "[", "("))]
    return _in_sentences(heard, words, sentences)


def _grammar(words: Sequence[Token], sentences: Sequence[Run]) -> tuple[list[tuple[Any, ...]], int]:
    """Return the transitions (from, to, probability, word) and the last state; 0 is the first."""
    made: list[tuple[Any, ...]] = []
    state = 1
    begins, leaves = [], []
    for first, end in sentences:
        begins.append(state)
        for word in (word for token in words[first:end] for word in token.said):
            made.append((state, state + 1, 1.0, word))
            state += 1
        leaves.append(state)
        state += 1
    last = state
    made += [(0, begin, _NEXT if n == 0 else _ELSEWHERE / len(begins)) for n, begin in enumerate(begins)]
    for n, leave in enumerate(leaves):
        near = [m for m in range(max(0, n - _NEAR), min(len(begins), n + _NEAR + 1)) if m != n + 1]
        made += [(leave, begins[m], _ELSEWHERE / (len(near) + 1)) for m in near]
        if n + 1 < len(begins):
            made.append((leave, begins[n + 1], _NEXT))
        made.append((leave, last, _NEXT if n + 1 == len(begins) else _ELSEWHERE / (len(near) + 1)))
    return made, last


def _in_sentences(heard: Sequence[str], words: Sequence[Token], sentences: Sequence[Run]) -> list[Run] | None:
    """Return which sentences were heard; of those that are alike the one that comes next."""
    texts = [[word for token in words[first:end] for word in token.said] for first, end in sentences]
    found: list[Run] = []
    at, expected = 0, 0
    while at < len(heard):
        fits = [n for n, text in enumerate(texts) if list(heard[at : at + len(text)]) == text]
        if not fits:
            return None
        n = min(fits, key=lambda n: (n != expected, abs(n - expected)))
        found.append(sentences[n])
        at, expected = at + len(texts[n]), n + 1
    return found
