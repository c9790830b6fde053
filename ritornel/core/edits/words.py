"""Edits of words: the script of a slide, the text of an object. What was written meanwhile elsewhere is kept too."""

from collections.abc import Sequence
from difflib import SequenceMatcher
from typing import Annotated, Any

from msgspec import Meta
from msgspec.structs import replace

from ritornel.core.edits.command import BadEdit, Command, slide_of
from ritornel.core.edits.merging import merged
from ritornel.core.edits.objects import SetObjects
from ritornel.core.edits.slides import SetSlides
from ritornel.core.model import Paragraph, Show, Slide, Text, limits
from ritornel.core.model.reading import convert
from ritornel.core.model.writing import plain
from ritornel.core.text.runs import carried

Lines = Annotated[list[str], Meta(max_length=limits.PARAGRAPHS_IN_A_TEXT)]
Written = Annotated[list[str | dict[str, Any]], Meta(max_length=limits.PARAGRAPHS_IN_A_TEXT)]
"""Paragraphs as words alone, or as documents: words with their runs, marker, level."""


class WriteScript(Command, frozen=True, kw_only=True):
    """Write the script of a slide. ``was`` is the script that the writer had before them when they began."""

    slide: str
    script: str
    was: str = ""

    def apply(self, show: Show) -> Show:
        """Return the show with what was written; merged by words where the script is not what it ``was`` any more."""
        script = merged(self.was, self.script, slide_of(show, self.slide).script)
        return SetSlides(slides=[self.slide], values={"script": script}).apply(show)

    @property
    def merges(self) -> bool:
        """Words of both are kept."""
        return True

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "write the script"


class WriteText(Command, frozen=True, kw_only=True):
    """Write the paragraphs of a text. ``was`` are the words that the writer had before them when they began.

    Paragraphs that come as words alone keep the runs and markers that they have.
    """

    slide: str
    object: str
    paragraphs: Written
    was: Lines = []

    def apply(self, show: Show) -> Show:
        """Return the show with what was written; merged by words where the text is not what it ``was`` any more."""
        theirs = _text(slide_of(show, self.slide), self.object).paragraphs
        mine = [p if isinstance(p, str) else convert(p, Paragraph) for p in self.paragraphs]
        words = [p if isinstance(p, str) else p.text for p in mine]
        lines = merged("\n".join(self.was), "\n".join(words), "\n".join(p.text for p in theirs)).split("\n")
        looks = [p for p in mine if isinstance(p, Paragraph)]
        values = {
            "paragraphs": [
                plain(p) for p in (looks if looks == mine and lines == words else _dressed(lines, looks or theirs))
            ]
        }
        return SetObjects(slide=self.slide, values={self.object: values}).apply(show)

    @property
    def merges(self) -> bool:
        """Words of both are kept."""
        return True

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "edit a text"


def _dressed(lines: Sequence[str], looks: Sequence[Paragraph]) -> list[Paragraph]:
    """Return lines as paragraphs that look as those of the same words, or else of the same place, do."""
    if not looks:
        return [Paragraph(line) for line in lines]
    like: dict[int, int] = {}
    for kind, a, a_end, b, b_end in SequenceMatcher(a=[p.text for p in looks], b=lines, autojunk=False).get_opcodes():
        for n in range(b, b_end):
            like[n] = a + n - b if kind == "equal" else min(max(a, a_end - 1), a + n - b)
    dressed = []
    for number, line in enumerate(lines):
        look = looks[max(0, min(like[number], len(looks) - 1))]
        dressed.append(replace(look, text=line, runs=carried(look.runs, look.text, line)))
    return dressed


def _text(slide: Slide, name: str) -> Text:
    thing = next((o for o in slide.objects if o.id == name), None)
    if not isinstance(thing, Text):
        raise BadEdit("that text is not on the slide any more")
    return thing
