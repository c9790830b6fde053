"""The plates that words stand on: one behind each paragraph, as wide as what stands in it."""

from ritornel.core.model import Text
from ritornel.core.model.box import Box
from ritornel.core.text.layout import SetParagraph

_BESIDE = 0.35
"""How far a plate reaches beyond the words, to the left and the right, in sizes of the text."""

_ABOVE = 0.16
"""How far it reaches above and below, if the gap between paragraphs leaves room for two of them."""


def plate_box(text: Text, paragraph: SetParagraph) -> Box | None:
    """Return the plate behind a paragraph, in stage units from the paragraph's corner; None where it has no words."""
    there = (*paragraph.lines, *([paragraph.marker] if paragraph.marker else []))
    lines = [line for line in there if line.text.strip()]
    if not lines:
        return None
    beside = _BESIDE * text.size
    above = min(_ABOVE, text.gap / 2) * text.size if len(text.paragraphs) > 1 else _ABOVE * text.size
    left = min(line.x for line in lines) - beside
    right = max(line.x + line.width for line in lines) + beside
    return Box(left, -above, right - left, paragraph.height + 2 * above)
