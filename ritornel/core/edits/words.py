"""Edits of words: the script of a slide, the text of an object. What was written meanwhile elsewhere is kept too."""

from typing import Annotated

from msgspec import Meta

from ritornel.core.edits.command import BadEdit, Command, slide_of
from ritornel.core.edits.merging import merged
from ritornel.core.edits.objects import SetObjects
from ritornel.core.edits.slides import SetSlides
from ritornel.core.model import Show, Slide, Text, limits

Lines = Annotated[list[str], Meta(max_length=limits.PARAGRAPHS_IN_A_TEXT)]


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
    """Write the paragraphs of a text. ``was`` are the paragraphs that the writer had before them when they began."""

    slide: str
    object: str
    paragraphs: Lines
    was: Lines = []

    def apply(self, show: Show) -> Show:
        """Return the show with what was written; merged by words where the text is not what it ``was`` any more."""
        theirs = "\n".join(p.text for p in _text(slide_of(show, self.slide), self.object).paragraphs)
        lines = merged("\n".join(self.was), "\n".join(self.paragraphs), theirs)
        values = {"paragraphs": [{"text": line} for line in lines.split("\n")]}
        return SetObjects(slide=self.slide, values={self.object: values}).apply(show)

    @property
    def merges(self) -> bool:
        """Words of both are kept."""
        return True

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "edit the text"


def _text(slide: Slide, name: str) -> Text:
    thing = next((o for o in slide.objects if o.id == name), None)
    if not isinstance(thing, Text):
        raise BadEdit("that text is not on the slide any more")
    return thing
