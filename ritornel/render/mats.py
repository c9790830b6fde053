"""A stage in a frame of another shape: whole, with the slide's ground around it."""

import numpy as np

from ritornel.core.model import Show
from ritornel.core.score import Score
from ritornel.core.score.evaluating import NOTHING, slide_before
from ritornel.render.surfaces import Area, Surface, rgb


class Matted:
    """Puts stages, which have ``self.width`` x ``self.height`` pixels, into frames of ``width`` x ``height``."""

    def __init__(self, show: Show, width: int, height: int) -> None:
        """Find how large the stage is in the frame."""
        scale = min(width / show.width, height / show.height)
        self.width, self.height = (max(2, round(side * scale / 2) * 2) for side in (show.width, show.height))
        self._show = show
        self._left, self._top = (width - self.width) // 2, (height - self.height) // 2
        self._is_whole = (self.width, self.height) == (width, height)
        self._canvas = np.zeros((height, width, 4), np.uint8)
        self._ground: tuple[int, ...] = ()

    def around(self, pixels: Surface, changed: Area, score: Score, place: int, time: float) -> tuple[Surface, Area]:
        """Return a stage in its frame, on the slide at a place and its time in ms, and what of the frame changed."""
        if self._is_whole:
            return pixels, changed
        left, top = self._left, self._top
        ground = self._ground_at(score, place, time)
        whole = Area(0, 0, self._canvas.shape[1], self._canvas.shape[0])
        moved = Area(changed.left + left, changed.top + top, changed.right + left, changed.bottom + top)
        if ground != self._ground:
            self._ground, moved = ground, whole
            self._canvas[:] = ground
        self._canvas[top : top + self.height, left : left + self.width] = pixels
        return self._canvas, moved if changed or moved == whole else changed

    def _ground_at(self, score: Score, place: int, time: float) -> tuple[int, ...]:
        """Return the ground of a slide, on its way there from that of the one before while a transition runs."""
        now = rgb(self._show.slides[place].background)
        lasts = score.slides[place].transition.duration_ms
        if time >= lasts:
            return (*now[::-1], 255)
        before = slide_before(score, place)
        was = rgb("none" if before == NOTHING else self._show.slides[before].background)
        share = time / lasts
        return (*(round(a + (b - a) * share) for a, b in zip(was[::-1], now[::-1], strict=True)), 255)
