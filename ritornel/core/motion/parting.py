"""Which lines of texts are drawn in words or letters, because builds move these by themselves."""

from ritornel.core.model import Slide
from ritornel.core.model.memory import Held
from ritornel.core.text.parts import Unit

Parted = tuple[tuple[int, Unit], ...]
"""Lines of a text, from 0, and what each of them is drawn in."""

_PARTED_BYTES = 4 * 1024 * 1024
_parted: Held[dict[str, Parted]] = Held(_PARTED_BYTES)


def parted_lines(slide: Slide) -> dict[str, Parted]:
    """Return which lines of which texts are drawn in parts, by the texts' ids; in words where both are asked for."""
    known = _parted.get(slide.running_order)
    if known is not None:
        return known
    found: dict[str, dict[int, Unit]] = {}
    for step in slide.running_order:
        if step.part is not None and step.part.unit != "line" and not step.off:
            lines = found.setdefault(step.object, {})
            unit = step.part.unit
            lines[step.part.paragraph] = "word" if lines.get(step.part.paragraph) == "word" else unit
    parted = {name: tuple(sorted(lines.items())) for name, lines in found.items()}
    return _parted.put(parted, 500 * (1 + len(slide.running_order)), slide.running_order)
