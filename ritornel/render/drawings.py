"""What the things of a slide are drawn of, each by itself: an object, a line of a text, a word or letter, a mark."""

from collections.abc import Callable, Iterator, Mapping
from functools import partial
from typing import NamedTuple, TypeVar

from msgspec.structs import replace

from ritornel.core.drawing.grounds import ground_key, ground_objects
from ritornel.core.model import Clip, Object, Part, Picture, Show, Slide, Text
from ritornel.core.model.keys import target_key
from ritornel.core.motion.marks import marks_of
from ritornel.core.motion.parting import parted_lines
from ritornel.core.motion.placing import Matrix, matrix
from ritornel.core.score.frame import STANDS
from ritornel.core.text.fonts import Face
from ritornel.core.text.layout import SetParagraph, set_text
from ritornel.core.text.parts import Unit, part_places
from ritornel.render.filtered import Softness, softness_of
from ritornel.render.gaps import gap_text
from ritornel.render.picture import faces_of, object_svg
from ritornel.render.sheets import piece_svg
from ritornel.render.svg import mark_svg, paragraph_svg, parted_svg

_MIDDLE = (0.5, 0.5)
T = TypeVar("T", bound=Object)


class Drawing(NamedTuple):
    """Something drawn as one piece: how, as SVG from the corner of its box, with which faces and how softly.

    ``rests`` is its place where no build moves it, about the middle of its box. A picture or a clip is drawn of
    ``media``, of which ``at`` stays in sight where it is cut. What ``reaches`` far is the dark around something.
    """

    key: str
    draw: Callable[[], str]
    faces: frozenset[Face] = frozenset()
    rests: Matrix = STANDS
    media: Picture | Clip | None = None
    at: tuple[float, float] = _MIDDLE
    reaches: bool = False
    softly: Softness | None = None


class Drawings:
    """All that is drawn of one slide, by its keys. Of a text that no build takes apart there is one drawing of all."""

    def __init__(self, slide: Slide, show: Show, apart: frozenset[str]) -> None:
        """Take a slide; ``apart`` are the keys of what builds move."""
        self.slide = slide
        self._found: dict[str, Drawing] = {}
        sizes = {asset.id: (asset.width, asset.height) for asset in show.assets}
        grounds = [(ground_key(thing), thing, at) for thing, at in ground_objects(slide, show.width, show.height)]
        objects = [(target_key(thing.id), thing, _MIDDLE) for thing in slide.objects]
        parted = parted_lines(slide)
        for key, thing, at in grounds + objects:
            if isinstance(thing, Text):
                self._text(thing, dict(parted.get(thing.id, ())), apart)
            else:
                self._object(key, thing, at, sizes)
        for found in marks_of(slide, show.width, show.height).values():
            for placed in found:
                drawn = mark_svg(placed.mark, placed.box.width, placed.box.height)
                self._found[placed.key] = Drawing(placed.key, lambda d=drawn: d, reaches=not placed.mark.path)

    def __getitem__(self, key: str) -> Drawing | None:
        return self._found.get(key)

    def _object(self, key: str, thing: Object, at: tuple[float, float], sizes: Mapping[str, tuple[int, int]]) -> None:
        is_media = isinstance(thing, Picture | Clip)
        media = thing if is_media and thing.asset in sizes else None
        faces = faces_of(set_text(gap_text(thing))) if is_media and media is None else frozenset()
        hard = _hard(thing)
        rests, softly = matrix(thing.rotation, {}), softness_of(thing)
        self._found[key] = Drawing(key, lambda: object_svg(hard, _none, at), faces, rests, media, at, softly=softly)

    def _text(self, text: Text, parted: Mapping[int, Unit], apart: frozenset[str]) -> None:
        whole, set_ = target_key(text.id), set_text(text)
        lines = [target_key(text.id, Part(number)) for number in range(len(set_))]
        rests = matrix(text.rotation, {})
        # what lies behind words has no shadow: then the words are drawn with theirs
        softly = softness_of(text) if text.plate is None else None
        hard = _hard(text) if text.plate is None else replace(text, rotation=0.0)
        if not parted and not any(line in apart for line in lines):
            drawn = Drawing(whole, lambda: object_svg(hard, _none, _MIDDLE), faces_of(set_), rests, softly=softly)
            self._found[whole] = drawn
            return
        self._found[whole] = Drawing(whole, str, rests=rests)
        for number, (key, line) in enumerate(zip(lines, set_, strict=True)):
            faces, unit = faces_of([line]), parted.get(number)
            if unit is None:
                self._found[key] = Drawing(key, partial(paragraph_svg, hard, line), faces, softly=softly)
            else:
                self._found[key] = Drawing(key, str)
                self._found |= {one.key: one for one in _pieces(hard, number, line, unit, faces, softly)}


def _none(_asset: str) -> None:
    return None


def _hard(thing: T) -> T:
    """Return an object upright, without soft edge and shadow."""
    return replace(thing, rotation=0.0, shadow=None, soft_edge=0)


def _pieces(
    text: Text, number: int, line: SetParagraph, unit: Unit, faces: frozenset[Face], softly: Softness | None
) -> Iterator[Drawing]:
    parted = parted_svg(text, line)
    for n, place in enumerate(part_places(text, number, unit)):
        if place is None:
            continue
        key = target_key(text.id, Part(number, **{unit: n}))
        corner = place.x, place.y - line.top
        yield Drawing(key, partial(piece_svg, parted, corner, n, place), faces, softly=softly)
