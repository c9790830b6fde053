"""One word written in another way, wherever it stands in a script or in a text."""

import re
from typing import Annotated

from msgspec import Meta

from ritornel.core.edits.command import BadEdit, Command, slide_of
from ritornel.core.edits.words import WriteScript, WriteText
from ritornel.core.model import Show, Text

Word = Annotated[str, Meta(min_length=1, max_length=200)]


class Respell(Command, frozen=True, kw_only=True):
    """Write ``word`` as ``instead`` on a slide: in a text ``object``, or, without one, in the script."""

    slide: str
    word: Word
    instead: Word
    object: str = ""

    def apply(self, show: Show) -> Show:
        """Return the show with the word in its other way; ``BadEdit`` where it does not stand any more."""
        slide = slide_of(show, self.slide)
        if not self.object:
            script = self._written(slide.script)
            return WriteScript(slide=slide.id, script=script, was=slide.script).apply(show)
        text = next((o for o in slide.objects if o.id == self.object and isinstance(o, Text)), None)
        if text is None:
            raise BadEdit("that text is not on the slide any more")
        was = [paragraph.text for paragraph in text.paragraphs]
        written = self._written("\n".join(was)).split("\n")
        return WriteText(slide=slide.id, object=text.id, paragraphs=[*written], was=was).apply(show)

    def _written(self, words: str) -> str:
        whole = re.compile(rf"(?<![^\W\d_]){re.escape(self.word)}(?![^\W\d_])")
        written, count = whole.subn(lambda _: self.instead, words)
        if not count:
            raise BadEdit(f"“{self.word}” does not stand there any more")
        return written

    @property
    def label(self) -> str:
        """Name both."""
        return f"write “{self.instead}” for “{self.word}”"
