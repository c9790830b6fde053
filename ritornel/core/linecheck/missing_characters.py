"""A text has characters that no shipped face has: they are left out of the picture."""

from collections.abc import Iterable

from ritornel.core.linecheck.finding import NOTICED, Finding, Rule, Size
from ritornel.core.model import Slide, Text
from ritornel.core.text.fonts import face_of, faces_for, has_all
from ritornel.core.text.naming import object_name
from ritornel.core.text.runs import stretches, style_of
from ritornel.core.time.slide_clock import SlideTime

_TOLD = 5


def _look(number: int, slide: Slide, time: SlideTime, stage: Size) -> Iterable[Finding]:
    for thing in slide.objects:
        if isinstance(thing, Text) and (missing := _missing(thing)):
            told = " ".join(missing[:_TOLD]) + (" …" if len(missing) > _TOLD else "")
            message = f"slide {number}: no face has {told} in “{object_name(thing, {})}”: it is left out of the picture"
            yield Finding("missing-characters", slide.id, message, object=thing.id)


def _missing(text: Text) -> list[str]:
    found: dict[str, None] = {}
    for paragraph in text.paragraphs:
        for first, last, style in stretches(paragraph, style_of(text)):
            words, face = paragraph.text[first:last], face_of(style.font, style.weight, style.italic)
            if not has_all(words, face):
                for start, end, chosen in faces_for(words, face):
                    if chosen is None:
                        found.update(dict.fromkeys(words[start:end]))
    return list(found)


RULE = Rule(
    "missing-characters",
    "Characters that no face has",
    _look,
    weight=NOTICED,
    why="The audience sees empty boxes in place of letters.",
)
