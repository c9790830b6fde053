"""Where captions stand over a picture, and how large they are. The page follows (play/captions.js)."""

from ritornel.core.model import Show, Slide, Text

HEIGHTS = {"small": 0.036, "usual": 0.044, "large": 0.056}
"""Of a letter, in heights of the stage."""
SIDES = 0.06
"""So far from its sides captions are at least, in widths of the stage."""
FROM_EDGE = 0.055
"""So far from its foot, or its head, in heights of the stage."""
_FOOT = 0.76
"""Below this share of its height is the foot of a picture."""


def is_above(slide: Slide, show: Show) -> bool:
    """Tell whether captions stand at the head: as the show has it, or as a text stands at the foot and none there."""
    if show.captions.place != "free":
        return show.captions.place == "head"
    texts = [thing for thing in slide.objects if isinstance(thing, Text)]
    at_foot = any(text.y + text.height > show.height * _FOOT for text in texts)
    at_head = any(text.y < show.height * (1 - _FOOT) for text in texts)
    return at_foot and not at_head
