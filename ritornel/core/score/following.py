"""What a film in another shape looks at when it follows what comes: a view, as high or as wide as the stage.

A view begins with everything that stands on its slide, and goes to what comes, changes or is pointed at, wherever a
build does that. It is no narrower than the film's shape lets the whole height (or width) of the stage fill it, and
wider where what it looks at is: nothing that it follows is ever cut. It stays where it is as long as that holds what
is to be seen and is not much wider: a view that moves at everything is as tiring as one that misses things.
"""

from collections.abc import Iterable, Iterator
from typing import Literal, NamedTuple

from ritornel.core.model import Object, Show, Text
from ritornel.core.model.keys import target_key
from ritornel.core.score.evaluating import NOTHING, slide_before
from ritornel.core.score.frame import Thing, frame_at
from ritornel.core.score.parts import Score, SlideScore
from ritornel.core.score.still import moving_spans
from ritornel.core.text.extent import words_box

Axis = Literal["across", "down"]

MOVE_MS = 800
"""So long a view takes to where something comes."""
TOGETHER_MS = 700
"""What begins within this is looked at together."""
_SETTLED_MS = 4000
"""What still moves then is looked at where it is then."""
_MARGIN = 0.05
"""Around what is looked at there is so much of the shorter side of the stage."""
_MUCH_WIDER = 1.3
_GROUND_SHARE = 0.9
"""What is not words and covers so much of the stage is what others stand on."""
_VISIBLE = 0.05
_NEXT_TO_NOTHING = 0.5
_LAST_MS = 1


class View(NamedTuple):
    """A stretch of the stage along its axis: where its middle is, and how long it is, in stage units."""

    middle: float
    length: float


class Move(NamedTuple):
    """A view on its way between two instants of slide time in ms; from its end on it stays."""

    start_ms: int
    end_ms: int
    old: View
    new: View


class _Seen(NamedTuple):
    """An object that is seen, by its id, and from where to where; whether it is words."""

    object: str
    low: float
    high: float
    is_words: bool

    def is_cut_at(self, place: float) -> bool:
        return self.low + _NEXT_TO_NOTHING < place < self.high - _NEXT_TO_NOTHING


class Follower:
    """Where a film of some ``ratio`` of width to height looks at a show's slides."""

    def __init__(self, show: Show, score: Score, ratio: float) -> None:
        """Find along which axis the stage is longer than the film's shape, and how much of that is seen at least."""
        self._show, self._score = show, score
        self.axis: Axis = "across" if show.width / show.height > ratio else "down"
        self._whole = float(show.width if self.axis == "across" else show.height)
        self._margin = _MARGIN * min(show.width, show.height)
        self.least = min(self._whole, show.height * ratio if self.axis == "across" else show.width / ratio)
        self._moves: dict[int, tuple[Move, ...]] = {}
        self._found: dict[int, tuple[Move, ...]] = {}

    def moves(self, place: int) -> tuple[Move, ...]:
        """Return how the view moves on a slide; while a transition runs it comes from where it was before."""
        if place not in self._moves:
            first, *more = self._views(place)
            before = slide_before(self._score, place) if first.end_ms else NOTHING
            if before != NOTHING:
                was = view_at(self._views(before), self._score.slides[before].length_ms)
                first = first._replace(old=was)
            self._moves[place] = (first, *more)
        return self._moves[place]

    def at(self, place: int, time: float) -> View:
        """Return the view at an instant of a slide's time in ms."""
        return view_at(self.moves(place), time)

    def stands(self, place: int, time: float) -> bool:
        """Tell whether the view stands still at an instant of a slide's time in ms."""
        return not any(move.start_ms <= time < move.end_ms for move in self.moves(place))

    def _views(self, place: int) -> tuple[Move, ...]:
        """Return how the view moves on a slide by itself, as if nothing was before it."""
        if place not in self._found:
            slide = self._score.slides[place]
            comes = min(slide.transition.duration_ms, slide.length_ms)
            first = self._looking(place, comes, None) or View(self._whole / 2, self.least)
            done = [Move(0, comes, first, first)]
            for start, end, objects in _arrivals(slide, comes):
                view = self._looking(place, min(end, start + _SETTLED_MS), objects, done[-1].new)
                if view is not None and view != done[-1].new:
                    done.append(Move(start, min(start + MOVE_MS, slide.length_ms), view_at(done, start), view))
            self._found[place] = tuple(done)
        return self._found[place]

    def _looking(self, place: int, time: int, only: frozenset[str] | None, was: View | None = None) -> View | None:
        """Return the view of what stands on a slide then, or of some objects; the one that ``was`` if that may stay.

        None if there is nothing to look at.
        """
        seen = self._seen(place, time)
        wanted = [one for one in seen if only is None or one.object in only]
        if not wanted:
            return None
        low, high = min(one.low for one in wanted) - self._margin, max(one.high for one in wanted) + self._margin
        view = self._view(max(0.0, low), min(self._whole, high))
        if was is not None and view.length * _MUCH_WIDER >= was.length and _is_in(was, low, high, self._whole):
            view = was
        while True:  # words at an edge are seen as a whole, too
            begin, end = view.middle - view.length / 2, view.middle + view.length / 2
            cut = [one for one in seen if one.is_words and (one.is_cut_at(begin) or one.is_cut_at(end))]
            if not cut:
                return view
            low = min(begin, *(one.low - self._margin for one in cut))
            high = max(end, *(one.high + self._margin for one in cut))
            view = self._view(max(0.0, low), min(self._whole, high))

    def _seen(self, place: int, time: int) -> list[_Seen]:
        """Return what stands on a slide then, but for what others stand on."""
        slide = self._score.slides[place]
        within = max(0, min(time, slide.length_ms - _LAST_MS))
        sheet = frame_at(self._show, self._score, self._score.starts[place] + within).sheets[-1]
        objects = {target_key(o.id): o for o in self._show.slides[place].objects}
        found = []
        for thing in sheet.things:
            drawn = objects.get(thing.key)
            if drawn is None or thing.opacity < _VISIBLE:
                continue
            low, high = _stretch(thing, drawn, self.axis)
            low, high = max(0.0, low), min(self._whole, high)
            is_words = isinstance(drawn, Text)
            is_ground = not is_words and high - low >= _GROUND_SHARE * self._whole
            if high > low and not is_ground:
                found.append(_Seen(drawn.id, low, high, is_words))
        return found

    def _view(self, low: float, high: float) -> View:
        """Return the view that holds a stretch."""
        length = max(self.least, high - low)
        return View(min(max((low + high) / 2, length / 2), self._whole - length / 2), length)


def view_at(moves: Iterable[Move], time: float) -> View:
    """Return where a view is at an instant: on its last move that has begun, slowly at both ends."""
    move = [one for n, one in enumerate(moves) if n == 0 or one.start_ms <= time][-1]
    if time >= move.end_ms:
        return move.new
    share = max(0.0, (time - move.start_ms) / (move.end_ms - move.start_ms))
    share = share * share * (3 - 2 * share)
    return View(*(a + (b - a) * share for a, b in zip(move.old, move.new, strict=True)))


def _is_in(view: View, low: float, high: float, whole: float) -> bool:
    """Tell whether a view holds a stretch, as far as that is on the stage."""
    begin, end = view.middle - view.length / 2, view.middle + view.length / 2
    return begin <= max(0.0, low) and min(whole, high) <= end


def _arrivals(slide: SlideScore, comes: int) -> Iterator[tuple[int, int, frozenset[str]]]:
    """Yield when something comes or changes after a slide has come, when that has ended, and which objects do."""
    spans = sorted(
        (start, end, target.object) for target in slide.targets for start, end in moving_spans(target) if start >= comes
    )
    while spans:
        first = spans[0][0]
        together = [span for span in spans if span[0] <= first + TOGETHER_MS]
        yield first, max(end for _, end, _ in together), frozenset(name for *_, name in together)
        spans = spans[len(together) :]


def _stretch(thing: Thing, drawn: Object, axis: Axis) -> tuple[float, float]:
    """Return from where to where a thing reaches along an axis, as it is placed."""
    x, y, width, height = thing.box
    box = words_box(drawn) if isinstance(drawn, Text) else None
    left, top, right, bottom = (x, y, x + width, y + height) if box is None else (box.x, box.y, box.right, box.bottom)
    middle = x + width / 2, y + height / 2
    a, b, c, d, e, f, g, h, i = thing.place
    corners = []
    for px, py in ((left, top), (right, top), (left, bottom), (right, bottom)):
        u, v = px - middle[0], py - middle[1]
        depth = g * u + h * v + i
        corners.append((middle[0] + (a * u + b * v + c) / depth, middle[1] + (d * u + e * v + f) / depth))
    along = [corner[0 if axis == "across" else 1] for corner in corners]
    return min(along), max(along)
