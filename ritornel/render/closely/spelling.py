"""Words that are not spelt as any dictionary knows them, in texts and in what is said."""

from collections.abc import Iterable

from ritornel.core.linecheck.finding import BETTER, Finding, Mend
from ritornel.core.model import Text
from ritornel.core.model.slide import MARK
from ritornel.core.text.naming import object_name
from ritornel.core.text.spelling import Misspelt, misspelt
from ritornel.render.closely.declared import Close, CloseRule

_MOST = 20
"""So many words of one text are told; whoever mends them is told the rest."""


def _look(close: Close) -> Iterable[Finding]:
    slide, language, learnt = close.slide, close.show.language, close.show.words
    told: dict[str, None] = {}
    for wrong in misspelt(MARK.sub(lambda mark: " " * len(mark[0]), slide.script), language, learnt):
        if wrong.word not in told and len(told) < _MOST:
            told[wrong.word] = None
            script = _mended(slide.script, wrong)
            command = {"do": "write-script", "slide": slide.id, "script": script, "was": slide.script}
            yield Finding("spelling", slide.id, _words(wrong, "the script"), mend=_mend(wrong, command))
    for thing in slide.objects:
        if not isinstance(thing, Text) or thing.tells:
            continue
        lines = [paragraph.text for paragraph in thing.paragraphs]
        name = f"“{object_name(thing, {})}”"
        for number, line in enumerate(lines):
            for wrong in misspelt(line, language, learnt):
                mended = [*lines[:number], _mended(line, wrong), *lines[number + 1 :]]
                command = {
                    "do": "write-text", "slide": slide.id, "object": thing.id, "paragraphs": mended, "was": lines,
                }  # fmt: skip
                yield Finding("spelling", slide.id, _words(wrong, name), object=thing.id, mend=_mend(wrong, command))


def _mended(text: str, wrong: Misspelt) -> str:
    return text[: wrong.start] + wrong.nearest + text[wrong.end :]


def _words(wrong: Misspelt, where: str) -> str:
    return f"“{wrong.word}” in {where} is in no dictionary"


def _mend(wrong: Misspelt, command: dict[str, object]) -> Mend | None:
    return Mend(f"Write “{wrong.nearest}”", command) if wrong.nearest else None


RULE = CloseRule(
    "spelling",
    "Words that are spelt in another way",
    _look,
    weight=BETTER,
    why="Who finds a slip of the pen looks for the next one, and not at what is shown.",
)
