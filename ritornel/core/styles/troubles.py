"""What a style cannot help: words that are not read, lie on others, or run off the slide, as somebody has set them."""

from typing import NamedTuple

from ritornel.core.drawing.colour import least_contrast, wanted_contrast
from ritornel.core.model import Slide, Text
from ritornel.core.model.box import Box
from ritornel.core.styles.arranging import meet
from ritornel.core.styles.giving import Room
from ritornel.core.styles.inking import behind_words, on_plate
from ritornel.core.text.extent import words_box

_MOST = 60
_HAIR = 2.0

FAINT, OVER, OFF = "cannot be read on what is behind it", "lies on other words", "runs off the slide"


class Trouble(NamedTuple):
    """A text, and what is wrong with it, in words that follow its name."""

    object: str
    words: str


def troubles(slide: Slide, room: Room) -> list[Trouble]:
    """Return what of a slide's words cannot be read where it stands, one trouble a text at most, from the bottom up."""
    found = []
    earlier: list[Box] = []
    texts = [(n, o) for n, o in enumerate(slide.objects) if isinstance(o, Text)]
    for place, text in texts[:_MOST]:
        box = words_box(text)
        if box is None:
            continue
        wrong = _wrong(text, box, earlier, slide, place, room)
        if wrong:
            found.append(Trouble(text.id, wrong))
        earlier.append(box)
    return found


def _wrong(text: Text, box: Box, earlier: list[Box], slide: Slide, place: int, room: Room) -> str:
    if any(meet(box, other, -_HAIR) for other in earlier):
        return OVER
    width, height = room.stage
    if box.x < -_HAIR or box.y < -_HAIR or box.right > width + _HAIR or box.bottom > height + _HAIR:
        return OFF
    if text.colour == "none" or text.opacity < 1:
        return ""
    seen = behind_words(text, slide, place, room)
    if text.plate is not None:
        seen = on_plate(text.plate, seen)
    return FAINT if least_contrast(text.colour, *seen) < wanted_contrast(text.size / room.scale, text.weight) else ""
