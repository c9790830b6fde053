"""Where the things of a slide stand in a house style, if somebody has set some of them elsewhere by hand.

What was placed by hand, and what has no place in the style, stays where it is. What would lie on that stands in the
nearest room that is left for it; a rule of the style that would strike through words is left out. All of it follows
from the slide and the style alone, so that coming back to a style gives what it gave before.
"""

from collections.abc import Iterable, Mapping, Sequence

import numpy as np
from msgspec.structs import replace
from numpy.typing import NDArray

from ritornel.core.model import Clip, Object, Picture, Placing, Shape, Slide, Slot, Style, Text
from ritornel.core.model.box import Box
from ritornel.core.model.roles import ORNAMENT, SPEAKER
from ritornel.core.styles.giving import PLACE, Room, box_of, slots_of, wanted
from ritornel.core.text.extent import words_box
from ritornel.core.time.rounding import tenths

_WHOLE = 0.6
"""A picture that covers so much of the stage is what the slide stands on; words may lie on it."""

_MOST = 60
"""Of so many things the places are kept free; the rest of a slide that has more is passed over."""

_GAP = 24
_MARGIN = 48
_LEAST = 0.3
"""No place is narrower, or lower, than this share of what the style has for it."""

_ABOVE = 0.4
"""So much worse is a place above what is read before."""

_THIN = 20
_TOUCH = 2.0


def arranged(slide: Slide, style: Style, placing: Placing, room: Room) -> dict[str, Box]:
    """Return where the things stand that have a place in the style and were not placed by hand, by their ids."""
    slots = slots_of(slide, placing)
    follow = {o.id: o for o in slide.objects if o.id in slots and not placed_by_hand(o)}
    taken = [box for o in slide.objects if o.id not in follow for box in _held(o, room)][:_MOST]
    words = [box for o in slide.objects if isinstance(o, Text) and o.id not in follow for box in _held(o, room)][:_MOST]
    found: dict[str, Box] = {}
    for name, slot in sorted(slots.items(), key=lambda pair: placing.slots.index(pair[1])):
        if name not in follow:
            continue
        thing, box = follow[name], box_of(slot, room)
        others = words if slot.role == SPEAKER else taken  # who speaks may well stand before a picture
        if others and _meets(_reached(thing, box, style, placing, slot, room), others):
            box = _nearest_room(box, others, room, _read_before(slide, slots, placing, slot)) or box
        found[name] = box
        reached = box if isinstance(thing, Picture | Clip) else _reached(thing, box, style, placing, slot, room)
        taken.append(reached)
        if isinstance(thing, Text):
            words.append(reached)
    return found


def placed_by_hand(thing: Object) -> bool:
    """Tell whether a thing stands where somebody has put it."""
    return bool(set(PLACE) & set(thing.own))


def not_struck(ornaments: Iterable[Shape], objects: Sequence[Object]) -> list[Shape]:
    """Return the ornaments without rules and frames that would strike through words."""
    words = [box for o in objects if isinstance(o, Text) for box in [words_box(o)] if box is not None][:_MOST]
    return [o for o in ornaments if not any(_strikes(o, box) for box in words)]


def meet(one: Box, other: Box, gap: float = 0.0) -> bool:
    """Tell whether two boxes lie on each other, or nearer than ``gap``."""
    across = one.x < other.right + gap and other.x < one.right + gap
    return across and one.y < other.bottom + gap and other.y < one.bottom + gap


def _held(thing: Object, room: Room) -> list[Box]:
    """Return the box that a thing keeps for itself, if it does."""
    if isinstance(thing, Text):
        box = words_box(thing)
        return [box] if box is not None else []
    if not isinstance(thing, Picture | Clip) or thing.role == ORNAMENT:
        return []
    if thing.width * thing.height >= _WHOLE * room.stage[0] * room.stage[1]:
        return []
    return [Box(thing.x, thing.y, thing.width, thing.height)]


def _reached(thing: Object, box: Box, style: Style, placing: Placing, slot: Slot, room: Room) -> Box:
    """Return what a thing covers if it stands in a box: of a text its words, or the box where it has none yet."""
    if not isinstance(thing, Text):
        return box
    dressed = replace(thing, **wanted(thing, style, placing, slot, box, room))
    return words_box(dressed) or box


def _meets(box: Box, taken: Iterable[Box]) -> bool:
    return any(meet(box, other, -_TOUCH) for other in taken)


def _read_before(slide: Slide, slots: Mapping[str, Slot], placing: Placing, slot: Slot) -> float:
    """Return how far down words reach that were placed by hand and are read before what has a place."""
    earlier = placing.slots[: placing.slots.index(slot)]
    there = [o for o in slide.objects if isinstance(o, Text) and placed_by_hand(o) and slots.get(o.id) in earlier]
    return max((box.bottom for o in there for box in [words_box(o)] if box is not None), default=0.0)


def _nearest_room(box: Box, taken: Sequence[Box], room: Room, below: float) -> Box | None:
    """Return the free place that is most like a box: as large as can be, and not far from it; None if there is none.

    One that begins ``below`` a height is better than one above.
    """
    width, height = room.stage
    gap, margin = _GAP * room.scale, min(_MARGIN * room.scale, box.x, box.y)
    xs = {max(0.0, margin), width - max(0.0, margin), *(o.x - gap for o in taken), *(o.right + gap for o in taken)}
    ys = {max(0.0, margin), height - max(0.0, margin), *(o.y - gap for o in taken), *(o.bottom + gap for o in taken)}
    free = _free(_spans(xs, width, _LEAST * box.width), _spans(ys, height, _LEAST * box.height), taken)
    if not len(free):
        return None
    left, top, right, bottom = free.T
    wide, high = np.minimum(right - left, box.width), np.minimum(bottom - top, box.height)
    x = np.clip(box.x, left, right - wide)
    y = np.clip(box.y, top, bottom - high)
    large = np.minimum(wide * high / (box.width * box.height), 0.6) / 0.6
    far = (np.abs(x - box.x) / width + np.abs(y - box.y) / height) * 1.2
    best = int(np.argmax(large - far - np.where(y < below, _ABOVE, 0)))
    return Box(*(tenths(float(values[best])) for values in (x, y, wide, high)))


def _spans(edges: Iterable[float], end: float, least: float) -> NDArray[np.float64]:
    inside = np.array(sorted({edge for edge in edges if 0 <= edge <= end}))
    if len(inside) < 2:
        return np.zeros((0, 2))
    first, last = np.triu_indices(len(inside), 1)
    spans = np.stack([inside[first], inside[last]], axis=1)
    wide: NDArray[np.float64] = spans[spans[:, 1] - spans[:, 0] >= least]
    return wide


def _free(across: NDArray[np.float64], down: NDArray[np.float64], taken: Sequence[Box]) -> NDArray[np.float64]:
    """Return boxes (left, top, right, bottom) of all pairs of spans on which nothing lies."""
    free = np.ones((len(across), len(down)), dtype=bool)
    for o in taken:
        over = (across[:, 0] < o.right) & (across[:, 1] > o.x)
        beside = (down[:, 0] < o.bottom) & (down[:, 1] > o.y)
        free &= ~(over[:, None] & beside[None, :])
    columns, rows = np.nonzero(free)
    return np.stack([across[columns, 0], down[rows, 0], across[columns, 1], down[rows, 1]], axis=1)


def _strikes(ornament: Shape, words: Box) -> bool:
    """Tell whether a rule, or the line of a frame, goes through words."""
    box = Box(ornament.x, ornament.y, ornament.width, ornament.height)
    if ornament.line != "none":
        width = ornament.line_width
        inner = Box(box.x + width, box.y + width, box.width - 2 * width, box.height - 2 * width)
        inside = (
            inner.x <= words.x and inner.y <= words.y and words.right <= inner.right and words.bottom <= inner.bottom
        )
        return meet(box, words) and not inside
    return min(ornament.width, ornament.height) <= _THIN and meet(box, words, -_TOUCH)


def boxes_of(slide: Slide, slots: Mapping[str, Slot], found: Mapping[str, Box], room: Room) -> dict[str, Box]:
    """Return the place of every object that the style has one for: as arranged, or as the style draws it."""
    return {name: found.get(name) or box_of(slot, room) for name, slot in slots.items()}
