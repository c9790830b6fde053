"""By character: letters come as they are written, evenly or as they are spoken."""

from collections.abc import Sequence

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect, Letter, Param
from ritornel.core.motion.uncovering import MARGIN, Places, rectangle


def _curves(asked: Asked) -> Sequence[Curve]:
    if not asked.letters:
        width, height = asked.box.width, asked.box.height
        start = rectangle(-MARGIN, -MARGIN, 0, height + MARGIN)
        return (("clip", ((0, start), (1, rectangle(-MARGIN, -MARGIN, width + MARGIN, height + MARGIN)))),)
    spoken = asked.params["pace"] == "spoken"
    weights = [letter.said if spoken else 1.0 for letter in asked.letters]
    whole = sum(weights)
    seen = _until(asked.letters[0], asked, begun=False)
    keys: list[tuple[float, Places]] = [(0, seen)]
    said = 0.0
    for letter, weight in zip(asked.letters, weights, strict=True):
        keys.append((said / whole, seen))
        seen = _until(letter, asked, begun=True)
        keys.append((said / whole, seen))
        said += weight
    return (("clip", (*keys, (1, seen), (1, _everything(asked)))),)


def _until(letter: Letter, asked: Asked, *, begun: bool) -> Places:
    """Return all lines above a letter's, and its own up to it, as a polygon of six corners."""
    width, line = asked.box.width, letter.line
    top, bottom = (line.y, line.y + line.height) if begun or line.y > 0 else (-MARGIN, -MARGIN)
    far, wide = width + MARGIN, -MARGIN  # a line that runs to the left is the mirror of one that runs to the right
    at = (letter.left if letter.rtl else letter.right) if begun else (far if letter.rtl else wide)
    one, other = (far, wide) if letter.rtl else (wide, far)
    return (one, -MARGIN, other, -MARGIN, other, top, at, top, at, bottom, one, bottom)


def _everything(asked: Asked) -> Places:
    right, bottom = asked.box.width + MARGIN, asked.box.height + MARGIN
    return (-MARGIN, -MARGIN, right, -MARGIN, right, bottom, right, bottom, right, bottom, -MARGIN, bottom)


EFFECTS = (
    Effect(
        name="letters",
        label="By letters",
        verbs={"entrance": "is written", "exit": "is unwritten"},
        help="Its letters come one by one, evenly or as they are spoken.",
        duration_ms=1500,
        easing={"entrance": "linear", "exit": "linear"},
        curves=_curves,
        params=(Param("pace", "Written", "evenly", choices=(("evenly", "evenly"), ("spoken", "as it is spoken"))),),
        paced=True,
        reads=True,
    ),
)
