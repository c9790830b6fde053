"""What was heard of a script in a voice: its words in time, how sure each is, and what does not go with the script."""

from typing import Literal

from msgspec import Struct

Way = Literal["words", "pauses"]
"""Found by the sounds of its words, or by its pauses and the lengths of what stands between them."""

SURE = 60
"""Words less sure than that, in percent, are said to be unsure."""


class HeardWord(Struct, frozen=True, array_like=True, gc=False):
    """A word of a script in a voice: its instants in ms of the voice, and how sure it is, 0 to 100."""

    start_ms: int
    end_ms: int
    sure: int


class Heard(Struct, frozen=True, kw_only=True):
    """What was heard of a script in a voice of ``length_ms``: a word for every one of its tokens, in their order.

    ``spoken`` are the spans in which somebody speaks, ``beside`` those of them that say no word of the script, and
    ``skipped`` the runs of words (first, end) that do not seem to be said. ``again`` are the spans in which something
    is said that is said once more later, ``quiet`` the quietest instants between what is said. ``follows``: the voice
    says this script.
    """

    words: tuple[HeardWord, ...]
    way: Way
    follows: bool
    length_ms: int
    spoken: tuple[tuple[int, int], ...] = ()
    beside: tuple[tuple[int, int], ...] = ()
    skipped: tuple[tuple[int, int], ...] = ()
    again: tuple[tuple[int, int], ...] = ()
    quiet: tuple[int, ...] = ()
