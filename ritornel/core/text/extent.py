"""Where the words of a text are."""

from ritornel.core.model import Text
from ritornel.core.model.box import Box
from ritornel.core.text.layout import set_text


def words_box(text: Text) -> Box | None:
    """Return the box around the words of a text on the stage, before it is turned; None where there are none."""
    lines = [(p, line) for p in set_text(text) for line in p.lines if line.text.strip()]
    if not lines:
        return None
    left = min(line.x for _, line in lines)
    right = max(line.x + line.width for _, line in lines)
    top, bottom = lines[0][0].top, lines[-1][0].top + lines[-1][0].height
    return Box(text.x + left, text.y + top, max(1.0, right - left), max(1.0, bottom - top))
