"""Where in its script somebody is who is speaking just now: the words of the last seconds, found by their sounds.

A Viterbi search by PocketSphinx over a grammar of the words around the place where they were: begun anywhere, left
anywhere, each followed by the next. About 0.2 s for 4 s of voice, most of it for loading the model.
"""

import re
from collections.abc import Sequence
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ritornel.core.voice.spoken import Token
from ritornel.formats.hearing import RATE, as_heard, with_words

SECONDS = 4.0
"""So much of what was said last is listened to."""
BEFORE, AFTER = 12, 16
"""Words around the last place among which one is."""
_LEAST_WORDS = 3
_BEAMS = {"beam": 1e-60, "wbeam": 1e-40}
_ANYWHERE, _LEFT = 0.5, 0.1


def said_last(samples: NDArray[np.float32], rate: int, words: Sequence[Token], after: int) -> int | None:
    """Return the number of the word that mono ``samples`` (-1..1, ``rate`` in Hz) end with; None if that is not found.

    ``after``: the number of the word at which one was before. Call it in a child process with bounds.
    """
    first = max(0, after - BEFORE)
    said = [(word, n) for n, token in enumerate(words[first : after + AFTER], first) for word in token.said]
    if not said or not len(samples):
        return None
    places = np.arange(len(samples) * RATE // rate) * rate / RATE
    heard = _search(np.interp(places, np.arange(len(samples)), samples).astype(np.float32), [word for word, _ in said])
    if len(heard) < min(_LEAST_WORDS, len(said)):
        return None
    texts = [word for word, _ in said]
    ends = [at + len(heard) for at in range(len(said)) if texts[at : at + len(heard)] == heard]
    return min((said[end - 1][1] for end in ends), key=lambda n: abs(n - after), default=None)


def _search(samples: NDArray[np.float32], words: Sequence[str]) -> list[str]:
    from pocketsphinx import Decoder

    decoder = with_words(Decoder(lm=None, loglevel="FATAL", **_BEAMS), words)
    decoder.add_fsg("around", decoder.create_fsg("around", 0, len(words) + 2, _grammar(words)))
    decoder.activate_search("around")
    decoder.start_utt()
    decoder.process_raw(as_heard(samples), full_utt=True)
    decoder.end_utt()
    if decoder.hyp() is None:
        return []
    return [re.sub(r"\(\d+\)$", "", s.word) for s in decoder.seg() if not s.word.startswith(("<", "[", "("))]


def _grammar(words: Sequence[str]) -> list[tuple[Any, ...]]:
    """Return the transitions (from, to, probability, word): state n + 1 is before the n-th word; the last ends."""
    end = len(words) + 2
    begins = [(0, n + 1, _ANYWHERE if n == 0 else 1 / len(words)) for n in range(len(words))]
    leaves = [(n + 1, end, _LEFT if n < len(words) else 1.0) for n in range(len(words) + 1)]
    return [*begins, *((n + 1, n + 2, 1.0, word) for n, word in enumerate(words)), *leaves]
