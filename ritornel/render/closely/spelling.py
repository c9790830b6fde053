"""Words that are not spelt as any dictionary knows them, in texts and in what is said."""

from collections.abc import Iterable, Iterator
from typing import NamedTuple

from ritornel.core.linecheck.finding import BETTER, Finding, Mend
from ritornel.core.model import Slide, Text
from ritornel.core.model.slide import MARK
from ritornel.core.text.naming import object_name
from ritornel.core.text.spelling import count_words, misspelt, nearest
from ritornel.render.closely.declared import Close, CloseRule

_MOST = 20
"""So many words of a slide are told; whoever mends them is told the rest."""

_MOST_OFFERED = 8
"""Of so many it is looked what they were meant to be."""

_FOREIGN, _OF = 0.5, 10
"""Where more than half of so many words are not known, another language is spoken."""


class _Place(NamedTuple):
    """Where words stand: the words, what that is called, and its object (none: the script)."""

    words: str
    name: str
    object: str


def _look(close: Close) -> Iterable[Finding]:
    slide, language, learnt = close.slide, close.show.language, close.show.words
    places = list(_places(slide))
    found = [(place, wrong) for place in places for wrong in misspelt(place.words, language, learnt)]
    words = sum(count_words(place.words) for place in places)
    if len(found) > _FOREIGN * words and words >= _OF:
        message = (
            f"most of its words are in no dictionary of the show's language, “{language}”; set another, or learn them"
        )
        yield Finding("spelling", slide.id, message)
        return
    told: dict[tuple[str, str], None] = {}
    for place, wrong in found:
        key = place.object, wrong.word
        if key in told or len(told) >= _MOST:
            continue
        told[key] = None
        meant = nearest(wrong.word, language) if len(told) <= _MOST_OFFERED else ""
        command = {"do": "respell", "slide": slide.id, "object": place.object, "word": wrong.word, "instead": meant}
        mend = Mend(f"Write “{meant}”", command) if meant else None
        words_told = f"“{wrong.word}” in {place.name} is in no dictionary"
        yield Finding("spelling", slide.id, words_told, object=place.object, mend=mend)


def _places(slide: Slide) -> Iterator[_Place]:
    yield _Place(MARK.sub(lambda mark: " " * len(mark[0]), slide.script), "the script", "")
    for thing in slide.objects:
        if isinstance(thing, Text) and not thing.tells:
            words = "\n".join(paragraph.text for paragraph in thing.paragraphs)
            yield _Place(words, f"“{object_name(thing, {})}”", thing.id)


RULE = CloseRule(
    "spelling",
    "Words that are spelt in another way",
    _look,
    weight=BETTER,
    why="Who finds a slip of the pen looks for the next one, and not at what is shown.",
)
