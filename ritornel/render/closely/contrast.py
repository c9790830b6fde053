"""Words that cannot be made out on what is really behind them: letters against the pixels right around them."""

from collections.abc import Iterable, Iterator, Sequence
from typing import NamedTuple

import cv2
import numpy as np
from msgspec.structs import replace
from numpy.typing import NDArray

from ritornel.core.drawing.colour import light_of, luminance, wanted_contrast
from ritornel.core.linecheck.finding import NOTICED, Finding, Mend
from ritornel.core.linecheck.seen_when import seen_when
from ritornel.core.linecheck.texts_meet import meeting
from ritornel.core.model import Show, Text
from ritornel.core.model.roles import ORNAMENT
from ritornel.core.motion.views import is_readable, seen_at
from ritornel.core.styles import style_of
from ritornel.core.text.naming import object_name
from ritornel.render.closely.declared import Close, CloseRule
from ritornel.render.frames import Frames

_WIDE = 1280
_MOST_TEXTS = 40
_MOST_INSTANTS = 24
_CELL = 48
"""Pixels of a cell in which letters are compared with what is around them: about one word, or less."""

_FEWEST = 12
"""Pixels of letters, and of what is around them, that a cell must have."""

_INSIDE, _OUTSIDE = 200, 8
"""Letters are where their mask is over the one; nothing of them is where it is under the other."""

_AROUND = np.ones((5, 5), np.uint8)
_EDGE = np.ones((3, 3), np.uint8)
_WORST = 0.15
"""So much of what is around the letters of a cell may be worse: the corner of a stroke is no word."""

_SHARE = 0.1
"""More of a text's letters than this must be hard to make out."""

_DIMMED = 0.05
"""Letters whose light has changed by more have been dimmed, or lit, on purpose."""

_GROWN_MS = 1
_OTHERS = {"dark": "#14111b", "light": "#fffdf7"}

Grey = NDArray[np.float64]

_LIGHTS = light_of(np.arange(256) / 255)


class _Cell(NamedTuple):
    """Letters in a cell: how many pixels of them, their light, and that of what is around them."""

    letters: int
    light: float
    around: Grey


def _look(close: Close) -> Iterable[Finding]:
    slide, show = close.slide, close.show
    meet = {text.id for pair in meeting(close.here) for text in pair}
    texts = [o for o in slide.objects if isinstance(o, Text) and o.role != ORNAMENT and _is_written(o)][:_MOST_TEXTS]
    texts = [text for text in texts if text.id not in meet]  # these are found already
    instants = _instants(close)
    if not texts or not instants:
        return
    size = _size(show)
    frames = Frames(show, close.score, close.files, *size)
    seen = {at: light_of_pixels(frames.at(close.start_ms + at, stays=True)[0]) for at in instants}
    frames.close()
    when = seen_when(slide, close.time)
    for text in texts:
        there = [at for at in instants if when[text.id][0] <= at < when[text.id][1] and _is_read(close, text, at)]
        cells = list(_cells(close, text, there, seen, size))
        wanted = wanted_contrast(text.size * 720 / show.height, text.weight)
        letters = sum(cell.letters for cell in cells)
        faint = [cell for cell in cells if _contrast(cell.light, cell.around) < wanted]
        if letters and sum(cell.letters for cell in faint) > _SHARE * letters:
            worst = min(_contrast(cell.light, cell.around) for cell in faint)
            words = f"“{object_name(text, {})}” has {worst:.1f} : 1 to what is behind it, and needs {wanted:g} : 1"
            yield Finding("contrast", slide.id, words, object=text.id, mend=_mend(show, slide.id, text, cells, wanted))


def _is_read(close: Close, text: Text, at: int) -> bool:
    seen = seen_at(close.score.slides[close.place].targets, at)
    return seen is None or is_readable(text, seen, close.show.width, close.show.height)


def _is_written(text: Text) -> bool:
    return text.opacity > 0 and any(p.text.strip() for p in text.paragraphs)


def _instants(close: Close) -> list[int]:
    """Return the instants at which all that a cue began has settled, and the end."""
    last = close.time.length_ms - _GROWN_MS
    settled = sorted({min(group.settle_ms, last) for group in close.time.groups} | {last})
    return [at for at in settled if at >= close.time.transition_ms][:_MOST_INSTANTS] if last > 0 else []


def _size(show: Show) -> tuple[int, int]:
    width = min(_WIDE, show.width)
    return width, round(width * show.height / show.width)


def _cells(
    close: Close, text: Text, instants: Sequence[int], seen: dict[int, Grey], size: tuple[int, int]
) -> Iterator[_Cell]:
    """Yield the letters of a text, each where they stand still first; again where what is behind them has changed."""
    frames = Frames(_alone(close.show, close.place, text), close.score, {}, *size)
    told: dict[tuple[int, int], list[float]] = {}
    for at in instants:
        mask = frames.at(close.start_ms + at, stays=True)[0][..., 2]
        if not mask.any():
            continue
        for (row, column), cell in _in_cells(mask, seen[at], luminance(_colour(text))):
            before = told.setdefault((row, column), [])
            if before and abs(before[0] - cell.light) > _DIMMED:
                continue
            before.append(cell.light)
            yield cell
    frames.close()


def _alone(show: Show, place: int, text: Text) -> Show:
    """Return a show in which nothing is seen of a slide but the letters of a text, white on black."""
    bare = [replace(run, colour=None) for p in text.paragraphs for run in p.runs]
    runs = iter(bare)
    paragraphs = tuple(replace(p, runs=tuple(next(runs) for _ in p.runs)) for p in text.paragraphs)
    white = replace(text, paragraphs=paragraphs, colour="#ffffff", outline="none", plate=None, shadow=None, opacity=1.0)
    slide = show.slides[place]
    objects = tuple(white if o.id == text.id else replace(o, opacity=0.0) for o in slide.objects)
    dark = replace(slide, objects=objects, background="#000000", ground=None)
    return replace(show, slides=(*show.slides[:place], dark, *show.slides[place + 1 :]))


def _in_cells(mask: NDArray[np.uint8], light: Grey, own: float) -> Iterator[tuple[tuple[int, int], _Cell]]:
    """Yield cells with letters; where these are too thin to have an inside, their light is their ``own``."""
    letters = (mask > _OUTSIDE).astype(np.uint8)
    around = (cv2.dilate(letters, _AROUND) - cv2.dilate(letters, _EDGE)).astype(bool)
    inside = mask > _INSIDE
    rows, columns = np.nonzero(letters)
    top, bottom, left, right = rows.min(), rows.max() + 1, columns.min(), columns.max() + 1
    for row in range(top, bottom, _CELL):
        for column in range(left, right, _CELL):
            part = slice(row, row + _CELL), slice(column, column + _CELL)
            count, ring = int(letters[part].sum()), light[part][around[part]]
            if count < _FEWEST or len(ring) < _FEWEST:
                continue
            core = light[part][inside[part]]
            told = float(np.median(core)) if len(core) >= _FEWEST else own
            yield (int(row), int(column)), _Cell(count, told, ring)


def _contrast(light: float, around: Grey) -> float:
    ratios = (np.maximum(light, around) + 0.05) / (np.minimum(light, around) + 0.05)
    return float(np.quantile(ratios, _WORST))


def light_of_pixels(pixels: NDArray[np.uint8]) -> Grey:
    """Return the relative luminance of pixels (WCAG 2.2)."""
    linear = _LIGHTS[pixels[..., :3]]
    return np.asarray(linear @ np.array([0.0722, 0.7152, 0.2126]))


def _colour(text: Text) -> str:
    return text.colour if len(text.colour) >= len("#123456") else "#808080"


def _mend(show: Show, slide: str, text: Text, cells: Sequence[_Cell], wanted: float) -> Mend | None:
    """Return another colour in which all letters are made out: the style's own that does best, else dark or light."""
    style = style_of(show)
    offered = {name: colour for name, colour in (style.palette if style else {}).items() if colour != text.colour}
    for some in (offered, _OTHERS):
        best = max(
            ((min(_contrast(luminance(colour), cell.around) for cell in cells), name) for name, colour in some.items()),
            default=(0.0, ""),
        )
        if best[0] >= wanted:
            command = {"do": "style-texts", "slide": slide, "objects": [text.id], "values": {"colour": some[best[1]]}}
            return Mend(f"{best[1].replace('-', ' ').capitalize()} letters", command)
    return None


RULE = CloseRule(
    "contrast",
    "Words that are hard to make out",
    _look,
    weight=NOTICED,
    why="On a bright projection, and for many eyes, such words are not there (WCAG 1.4.3).",
)
