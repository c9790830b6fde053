"""What one frame is: everything that is drawn at an instant, and how, from the bottom up.

This is the meaning of a score's properties, stated once. The page (``play/frame.js`` does the same arithmetic),
pictures of slides and films draw what stands here and decide nothing. Places are homographies: nine numbers row by row,
in stage units. What is hidden is not in a frame.
"""

from collections.abc import Iterator, Mapping, Sequence
from typing import Any

from msgspec import Struct
from msgspec.structs import replace

from ritornel.core.drawing.grounds import ground_key, ground_objects
from ritornel.core.model import Object, Part, Show, Slide, Sound, Text
from ritornel.core.model.keys import VIEW_KEY, target_key
from ritornel.core.model.roles import ORNAMENT
from ritornel.core.motion.flying import Seen, placed_through, seen_through
from ritornel.core.motion.marks import PlacedMark, marks_of
from ritornel.core.motion.parting import parted_lines
from ritornel.core.motion.placing import Matrix, matrix
from ritornel.core.motion.target import states_at
from ritornel.core.score.evaluating import NOTHING, evaluate
from ritornel.core.score.parts import FrameState, Layer, Score
from ritornel.core.text.layout import set_text
from ritornel.core.text.parts import Unit, part_places

SOFTLY = 0.4
"""A soft edge is blurred with a standard deviation of so much of how far it is soft."""

PEN = 3.0
"""What is drawn on and has no line of its own is drawn by a pen so many stage units wide, in the colour of its fill."""

PEN_OF_LETTERS = 1 / 36
"""Letters by one of so much of their size."""

STANDS: Matrix = (1.0, 0.0, 0.0, 0.0, 1.0, 0.0, 0.0, 0.0, 1.0)


class Mask(Struct, frozen=True, omit_defaults=True):
    """What is seen of something: polygons (x and y one after another, from its corner), their edges hard or blurred by
    that standard deviation; or the cells of a grid over it (columns, rows), row by row, each as far as it has come: 0
    to 1.
    """

    polygons: tuple[tuple[float, ...], ...] = ()
    blur: float = 0.0
    grid: tuple[int, int] | None = None
    cells: tuple[float, ...] = ()


class Ink(Struct, frozen=True, omit_defaults=True):
    """How something is painted: a colour laid over its own (red, green, blue 0 to 255, how opaque), how much of its
    outline is drawn, and how far it is filled (0 to 1). A picture, which has no outline, is as opaque as both together.
    """

    colour: tuple[float, ...] | None = None
    outline: float = 1.0
    filled: float = 1.0


class Thing(Struct, frozen=True, omit_defaults=True):
    """Something that is drawn: an object, a line, word or letter of a text, or a mark, by its ``key``.

    Its box is x, y, width, height in what holds it: the slide, the object, the line. It is placed about that box's
    centre. ``inside`` it are, from the bottom up, what stands in it; a mark that is ``behind`` is under what the object
    itself shows. ``media_ms`` is which instant of a clip's own time is shown.
    """

    key: str
    box: tuple[float, float, float, float]
    place: Matrix = STANDS
    opacity: float = 1.0
    blur: float = 0.0
    mask: Mask | None = None
    ink: Ink | None = None
    media_ms: float | None = None
    behind: bool = False
    inside: tuple["Thing", ...] = ()


class Sheet(Struct, frozen=True, omit_defaults=True):
    """A slide, or a piece of it, over what is below: its ``ground`` as opaque as ``grounded``, and its things on that.

    All of it is cut by its mask, made brighter, then blurred, then placed from the stage's corner, then as opaque as it
    is. ``slide`` is an id; none for the black before the first. Things on a plane are placed as that is seen through a
    ``view``, which puts places of the plane on the stage.
    """

    slide: str
    ground: str
    grounded: float = 1.0
    place: Matrix = STANDS
    opacity: float = 1.0
    brightness: float = 1.0
    blur: float = 0.0
    mask: Mask | None = None
    view: Matrix | None = None
    things: tuple[Thing, ...] = ()


class Frame(Struct, frozen=True, omit_defaults=True):
    """All that is seen at an instant: sheets from the bottom up over a colour.

    ``slide`` is the one that the show is at, ``time_ms`` its own time; ``carried`` the objects of the slide before that
    become objects of this one, by their ids, while they do.
    """

    slide: str
    time_ms: float
    width: int
    height: int
    backdrop: str
    sheets: tuple[Sheet, ...]
    carried: tuple[tuple[str, str], ...] = ()


def frame_at(show: Show, score: Score, time: float) -> Frame:
    """Return what is drawn at ``time`` ms of the show. Raises ``ValueError`` for a show without slides."""
    return frame_of(show, score, evaluate(score, time))


def frame_of(show: Show, score: Score, state: FrameState) -> Frame:
    """Return what is drawn in a state of a show's score."""
    sheets = tuple(sheet_of(show, layer) for layer in state.layers)
    plan = score.slides[state.slide].transition
    carried = plan.carried if state.time < plan.duration_ms else ()
    slide = show.slides[state.slide].id
    return Frame(slide, state.time, show.width, show.height, state.backdrop, sheets, carried)


def sheet_at(show: Show, score: Score, place: int, time: int) -> Sheet:
    """Return the slide at a place as it stands by itself, ``time`` ms after its beginning."""
    return sheet_of(show, Layer(place, time, {}, states_at(score.slides[place].targets, time)))


def sheet_of(show: Show, layer: Layer) -> Sheet:
    """Return a layer of a frame's state as it is drawn."""
    state = layer.properties
    slide = Slide(id="", background="#000000") if layer.slide == NOTHING else show.slides[layer.slide]
    seen = layer.targets.get(VIEW_KEY, {}).get("view")
    view = seen_through(Seen(*seen), show.width, show.height) if isinstance(seen, tuple) else None
    things = () if layer.slide == NOTHING else _things(slide, show.width, show.height, layer.targets, view)
    return Sheet(
        slide=slide.id,
        ground=slide.background,
        grounded=state.get("ground", 1.0),  # type: ignore[arg-type]
        place=state.get("homography", STANDS),  # type: ignore[arg-type]
        opacity=state.get("opacity", 1.0),  # type: ignore[arg-type]
        brightness=state.get("brightness", 1.0),  # type: ignore[arg-type]
        blur=state.get("blur", 0.0),  # type: ignore[arg-type]
        mask=_mask(state, layer.corners, layer.soft, layer.grid),
        view=view,
        things=things,
    )


def _things(
    slide: Slide, width: int, height: int, states: Mapping[str, Mapping[str, Any]], view: Matrix | None
) -> tuple[Thing, ...]:
    """Return what is seen of a slide, from the bottom up; what stands over everything else is topmost.

    Objects on a plane are placed where they are on the stage as that is seen; what lies under them stays, and so do the
    ornaments of the house style.
    """
    marks = marks_of(slide, width, height)
    parted = parted_lines(slide)
    found: list[tuple[bool, Thing]] = []
    for thing, _ in ground_objects(slide, width, height):
        state = states.get(ground_key(thing), {})
        drawn = _thing(ground_key(thing), _box(thing), state, thing.rotation, thing.opacity)
        found += [(bool(state.get("front")), drawn)] if drawn is not None else []
    for thing in slide.objects:
        key = target_key(thing.id)
        state = states.get(key, {})
        drawn_at = [_mark(mark, states) for mark in marks.get(thing.id, ())]
        inside = [m for m in reversed(drawn_at) if m is not None and m.behind]
        inside += (line for line in _lines(thing, dict(parted.get(thing.id, ())), states) if line is not None)
        inside += (m for m in drawn_at if m is not None and not m.behind)
        drawn = _thing(key, _box(thing), state, thing.rotation, thing.opacity, inside)
        if drawn is not None and view is not None and thing.role != ORNAMENT:
            drawn = replace(drawn, place=placed_through(view, drawn.box, drawn.place))
        if drawn is not None and not isinstance(thing, Sound):
            found.append((bool(state.get("front")), drawn))
    return tuple(drawn for _, drawn in sorted(found, key=lambda one: one[0]))


def _thing(
    key: str,
    box: tuple[float, float, float, float],
    state: Mapping[str, Any],
    rotation: float = 0.0,
    opacity: float = 1.0,
    inside: Sequence[Thing] = (),
    *,
    behind: bool = False,
) -> Thing | None:
    """Return something in its state as it is drawn; None while it is hidden."""
    if state.get("visible", 1.0) == 0:
        return None
    return Thing(
        key=key,
        box=box,
        place=matrix(rotation, state),
        opacity=opacity * state.get("opacity", 1.0),
        blur=state.get("blur", 0.0),
        mask=_mask(state, (), state.get("soft", 0.0), None),
        ink=_ink(state),
        media_ms=state.get("media_time"),
        behind=behind,
        inside=tuple(inside),
    )


def _ink(state: Mapping[str, Any]) -> Ink | None:
    """Return how something is painted; up to 1 what is ``drawn`` is its outline, from there to 2 it is filled."""
    colour, drawn = state.get("colour"), state.get("drawn")
    if colour is None and drawn is None:
        return None
    whole = 2.0 if drawn is None else drawn
    return Ink(colour, min(1.0, max(0.0, whole)), min(1.0, max(0.0, whole - 1.0)))


def _mask(state: Mapping[str, Any], corners: Sequence[int], soft: float, grid: tuple[int, int] | None) -> Mask | None:
    cells, clip = state.get("cells"), state.get("clip")
    if cells is not None:
        return Mask(grid=grid, cells=cells)
    if not clip:
        return None
    return Mask(tuple(_polygons(clip, corners)), SOFTLY * soft)


def _polygons(places: Sequence[float], corners: Sequence[int]) -> Iterator[tuple[float, ...]]:
    """Yield polygons of so many corners each; one of all places where nothing is said of corners."""
    at = 0
    for count in corners or (len(places) // 2,):
        yield tuple(places[at : at + 2 * count])
        at += 2 * count


def _mark(placed: PlacedMark, states: Mapping[str, Mapping[str, Any]]) -> Thing | None:
    return _thing(placed.key, (*placed.box,), states.get(placed.key, {}), behind=placed.behind)


def _lines(
    thing: Object, parted: Mapping[int, Unit], states: Mapping[str, Mapping[str, Any]]
) -> Iterator[Thing | None]:
    """Yield the lines of a text, those that are built in words or letters with these inside."""
    if not isinstance(thing, Text):
        return
    for number, line in enumerate(set_text(thing)):
        key = target_key(thing.id, Part(number))
        unit = parted.get(number)
        pieces = [] if unit is None else list(_pieces(thing, number, unit, line.top, states))
        yield _thing(key, (0.0, line.top, thing.width, line.height), states.get(key, {}), inside=pieces)


def _pieces(
    text: Text, number: int, unit: Unit, top: float, states: Mapping[str, Mapping[str, Any]]
) -> Iterator[Thing]:
    for n, place in enumerate(part_places(text, number, unit)):
        if place is None:
            continue
        key = target_key(text.id, Part(number, word=n) if unit == "word" else Part(number, character=n))
        drawn = _thing(key, (place.x, place.y - top, place.width, place.height), states.get(key, {}))
        if drawn is not None:
            yield drawn


def _box(thing: Object) -> tuple[float, float, float, float]:
    return thing.x, thing.y, thing.width, thing.height
