"""Light that flashes as it is really seen: more than three times in a second, over a large part of the stage."""

from collections.abc import Iterable, Iterator

import cv2
import numpy as np
from numpy.typing import NDArray

from ritornel.core.linecheck import RULES
from ritornel.core.linecheck.finding import FAILS, Finding
from ritornel.core.score.still import still_spans
from ritornel.render.closely.contrast import light_of_pixels
from ritornel.render.closely.declared import Close, CloseRule
from ritornel.render.frames import Frames

_FPS = 25
_WIDE = 320
_ACROSS, _DOWN = 32, 18
_RESTS_MS = 500
"""What stands still for less lies between two flashes, perhaps."""

_MOST_S = 60
"""So much that moves is looked at of one slide."""

_CHANGE, _DARK = 0.1, 0.8
"""A flash is a pair of opposing changes of a tenth of the greatest light, where the darker is under 0.8 (WCAG 2.2)."""

_MOST = 3
_LARGE = 0.1
"""Of the stage: about a quarter of ten degrees of what one sees, on a screen at the usual distance."""

Grey = NDArray[np.float64]


def _look(close: Close) -> Iterable[Finding]:
    if any(RULES["flashes"].look(close.place + 1, close.slide, close.time, (close.show.width, close.show.height))):
        return  # that is found already
    most, when = 0, 0.0
    for start, end in _moving(close):
        lights = _lights(close, start, end)
        if len(lights) < 3:
            continue
        for at, count in _flashes(lights):
            if count > most:
                most, when = count, start + 1000 * at / _FPS
    if most > _MOST:
        words = (
            f"it flashes {most} times in the second after {when / 1000:.1f} s; more than three can bring on a seizure"
        )
        yield Finding("flashing", close.slide.id, words)


def _moving(close: Close) -> Iterator[tuple[int, int]]:
    """Yield the stretches of slide time in which something changes, a minute of them at most."""
    reached, room = 0, _MOST_S * 1000
    still = [(start, end) for start, end in still_spans(close.part) if end - start >= _RESTS_MS]
    for start, end in (*still, (close.part.length_ms, close.part.length_ms)):
        if start > reached and room > 0:
            yield reached, min(start, reached + room)
            room -= start - reached
        reached = end


def _lights(close: Close, start: int, end: int) -> Grey:
    """Return the light of the cells of the stage from frame to frame: frames x rows x columns."""
    show = close.show
    frames = Frames(show, close.score, close.files, _WIDE, round(_WIDE * show.height / show.width))
    found = []
    for number in range((end - start) * _FPS // 1000 + 1):
        pixels, _ = frames.at(close.start_ms + min(start + 1000 * number / _FPS, close.part.length_ms - 1))
        small = cv2.resize(pixels[..., :3], (_ACROSS, _DOWN), interpolation=cv2.INTER_AREA)
        found.append(light_of_pixels(small))
    frames.close()
    return np.array(found)


def _flashes(lights: Grey) -> Iterator[tuple[int, int]]:
    """Yield for the frames the most flashes in the second from each on, over a large part of the stage."""
    turns = _turns(lights)
    for first in range(0, max(1, len(turns) - _FPS + 1)):
        counts = turns[first : first + _FPS].sum(axis=0) // 2
        large = np.sort(counts, axis=None)[::-1][int(_LARGE * counts.size)]
        yield first, int(large)


def _turns(lights: Grey) -> NDArray[np.int64]:
    """Return where, and at which frame, the light of a cell has changed by enough, the other way than before."""
    turns = np.zeros(lights.shape, np.int64)
    low = high = lights[0]
    way = np.zeros(lights.shape[1:], np.int64)
    for number, now in enumerate(lights):
        low, high = np.minimum(low, now), np.maximum(high, now)
        up = (way <= 0) & (now - low >= _CHANGE) & (low < _DARK)
        down = (way >= 0) & (high - now >= _CHANGE) & (now < _DARK) & ~up
        turned = up | down
        turns[number][turned] = 1
        way = np.where(up, 1, np.where(down, -1, way))
        low, high = np.where(turned, now, low), np.where(turned, now, high)
    return turns


RULE = CloseRule(
    "flashing",
    "Flashes that are seen",
    _look,
    weight=FAILS,
    why="Light that flashes more than three times a second can bring on a seizure (WCAG 2.3.1).",
)
