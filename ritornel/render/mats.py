"""A stage in a frame of another shape: whole, with the slide's ground around it; or what comes on it, followed."""

import cv2
import numpy as np

from ritornel.core.model import Show
from ritornel.core.score import Score
from ritornel.core.score.evaluating import NOTHING, slide_before
from ritornel.core.score.following import Follower, View
from ritornel.render.surfaces import Area, Surface, rgb


class Matted:
    """Puts stages, which have ``self.width`` x ``self.height`` pixels, into frames of ``width`` x ``height``."""

    def __init__(self, show: Show, score: Score, width: int, height: int) -> None:
        """Find how large the stage is in the frame."""
        scale = min(width / show.width, height / show.height)
        self.width, self.height = (max(2, round(side * scale / 2) * 2) for side in (show.width, show.height))
        self._show, self._score = show, score
        self._left, self._top = (width - self.width) // 2, (height - self.height) // 2
        self._is_whole = (self.width, self.height) == (width, height)
        self._canvas = np.zeros((height, width, 4), np.uint8)
        self._ground: tuple[int, ...] = ()

    def framed(self, pixels: Surface, changed: Area, place: int, time: float) -> tuple[Surface, Area]:
        """Return a stage in its frame, on the slide at a place and its time in ms, and what of the frame changed."""
        if self._is_whole:
            return pixels, changed
        left, top = self._left, self._top
        ground = _ground_at(self._show, self._score, place, time)
        whole = Area(0, 0, self._canvas.shape[1], self._canvas.shape[0])
        moved = Area(changed.left + left, changed.top + top, changed.right + left, changed.bottom + top)
        if ground != self._ground:
            self._ground, moved = ground, whole
            self._canvas[:] = ground
        self._canvas[top : top + self.height, left : left + self.width] = pixels
        return self._canvas, moved if changed or moved == whole else changed


class Followed:
    """Puts what is looked at of a stage, which has ``self.width`` x ``self.height`` pixels, into frames."""

    def __init__(self, show: Show, score: Score, follower: Follower, width: int, height: int) -> None:
        """Find how large the stage must be so that the least of it that is seen fills the frame."""
        self._follower = follower
        self._show, self._score, self._size = show, score, (width, height)
        self._is_across = self._follower.axis == "across"
        self._along = width if self._is_across else height
        scale = height / show.height if self._is_across else width / show.width
        self.width, self.height = (max(2, round(side * scale / 2) * 2) for side in (show.width, show.height))
        self._scale = scale
        self._shown: tuple[View, tuple[int, ...]] | None = None
        self._canvas = np.zeros((height, width, 4), np.uint8)

    def framed(self, pixels: Surface, changed: Area, place: int, time: float) -> tuple[Surface, Area]:
        """Return what is looked at on a slide at its time in ms, filling the frame, and what of the frame changed."""
        view = self._follower.at(place, time)
        ground = _ground_at(self._show, self._score, place, time)
        if (view, ground) == self._shown and not changed:
            return self._canvas, changed
        self._shown = view, ground
        smaller = self._along / (view.length * self._scale)
        width, height = self._size
        if smaller < 1:
            across, down = (max(2, round(side * smaller)) for side in (self.width, self.height))
            pixels = cv2.resize(pixels, (across, down), interpolation=cv2.INTER_AREA)  # type: ignore[assignment]
        begin = self._along / 2 - view.middle * self._scale * smaller
        if self._follower.stands(place, time):
            begin = round(begin)
        beside = round((height - pixels.shape[0]) / 2 if self._is_across else (width - pixels.shape[1]) / 2)
        left, top = (begin, beside) if self._is_across else (beside, begin)
        into = np.array([(1.0, 0.0, left), (0.0, 1.0, top)])
        cv2.warpAffine(pixels, into, self._size, dst=self._canvas, flags=cv2.INTER_LINEAR, borderValue=ground)
        return self._canvas, Area(0, 0, width, height)


def _ground_at(show: Show, score: Score, place: int, time: float) -> tuple[int, ...]:
    """Return the ground of a slide, on its way there from that of the one before while a transition runs."""
    now = rgb(show.slides[place].background)
    lasts = score.slides[place].transition.duration_ms
    if time >= lasts:
        return (*now[::-1], 255)
    before = slide_before(score, place)
    was = rgb("none" if before == NOTHING else show.slides[before].background)
    share = time / lasts
    return (*(round(a + (b - a) * share) for a, b in zip(was[::-1], now[::-1], strict=True)), 255)
