"""A table as texts: a cell each, in columns as wide as what stands in them, where the style has its list."""

from collections.abc import Sequence

from msgspec.structs import replace

from ritornel.core.model import Paragraph, Slide, Style, Text
from ritornel.core.model.box import Box
from ritornel.core.styles.dressing import noted
from ritornel.core.styles.giving import PLACE, Room, box_of, letters_of, placing_for
from ritornel.core.text.fitting import excess, shrunk
from ritornel.core.time.rounding import tenths

_GAP = 16
_LEAST_SHARE = 0.4
_BOLD = 600


def with_table(slide: Slide, rows: Sequence[Sequence[str]], style: Style, room: Room) -> Slide:
    """Return the slide with a text for every cell; those of the first row are the heads of their columns."""
    columns = max(map(len, rows), default=0)
    if not columns:
        return slide
    box = _room_for(slide, style, room)
    shares = _widths(rows, columns)
    gap = min(_GAP, box.height / (3 * len(rows)))
    high = (box.height - gap * (len(rows) - 1)) / len(rows)
    letters = {**letters_of(style, "body", room), "gap": 0.0}
    taken = {o.id for o in slide.objects}
    cells = []
    for down, row in enumerate(rows):
        x, y = box.x, box.y + down * (high + gap)
        for across, said in enumerate(row):
            wide = (box.width - _GAP * (columns - 1)) * shares[across]
            name = next(i for n in range(1, 10_000) if (i := f"cell-{down + 1}-{across + 1}-{n}") not in taken)
            called = f"Row {down + 1}, column {across + 1}"
            cell = Text(id=name, role="body", name=called, paragraphs=(Paragraph(said),))
            place = dict(zip(PLACE, map(tenths, (x, y, wide, high)), strict=True))
            cells.append(
                replace(cell, **letters, **place, own=noted({*PLACE, "size"} if down else {*PLACE, "size", "weight"}))
            )
            x += wide + _GAP
    size = min((shrunk(cell) if excess(cell) else cell).size for cell in cells)
    head = len(rows[0])
    same = (replace(cell, size=size, **({"weight": _BOLD} if n < head else {})) for n, cell in enumerate(cells))
    return replace(slide, objects=(*slide.objects, *same))


def _room_for(slide: Slide, style: Style, room: Room) -> Box:
    """Return where the table stands: in the place of the list."""
    slot = next((s for s in placing_for(style, slide).slots if s.role == "body"), None)
    if slot is not None:
        return box_of(slot, room)
    width, height = room.stage
    return Box(width * 0.08, height * 0.3, width * 0.84, height * 0.6)


def _widths(rows: Sequence[Sequence[str]], columns: int) -> list[float]:
    """Return how much of the width each column has: by what is longest in it, none less than a share of the others."""
    longest = [max((len(row[n]) for row in rows if n < len(row)), default=1) or 1 for n in range(columns)]
    held = [max(length, _LEAST_SHARE * max(longest)) for length in longest]
    return [length / sum(held) for length in held]
