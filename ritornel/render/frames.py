"""Frames of a show as pixels: what ``core.score.frame`` says is drawn at an instant.

Everything is drawn once as a sprite and then only placed. From one frame to the next only what changed is drawn anew.
"""

from collections.abc import Mapping
from pathlib import Path

import cv2
import numpy as np

from ritornel.core.model import Show
from ritornel.core.score import Score
from ritornel.core.score.frame import STANDS, Frame, Sheet, frame_at
from ritornel.render.slide_sprites import SlideSprites
from ritornel.render.stamping import Part, Stamping, thinner
from ritornel.render.surfaces import (
    NONE,
    Area,
    Stamp,
    Surface,
    blurred,
    brightened,
    cut,
    drawn_mask,
    moved,
    placed,
    plain,
    rgb,
)

_LARGE = 0.2
"""When more than this share of the stage is drawn anew, it is worth while to look what hides something else."""


class _Content:
    """What stands on a sheet, before it is cut, made brighter, blurred and placed: redrawn where it changed."""

    def __init__(self, width: int, height: int) -> None:
        self.whole = Area(0, 0, width, height)
        self.sheet: Sheet | None = None
        self.parts: dict[str, Part] = {}
        self.pixels: Surface = np.zeros((height, width, 4), np.uint8)
        self._is_own = True

    def show(self, stamp: Stamp) -> None:
        """Be what hides all, with nothing over it: its own pixels, which are not drawn on."""
        self.pixels, self._is_own = stamp.pixels, False

    def to_draw_on(self) -> Surface:
        """Return pixels that are nobody else's."""
        if not self._is_own:
            self.pixels, self._is_own = self.pixels.copy(), True
        return self.pixels


class Frames:
    """A show's frames, ``width`` x ``height`` pixels; ``files`` are the pictures and clips by their assets."""

    def __init__(self, show: Show, score: Score, files: Mapping[str, Path], width: int, height: int) -> None:
        """Take a show and its score. The stage fills the frame."""
        self._show, self._score, self._size = show, score, (width, height)
        self._scale = width / show.width
        self._units = np.diag((self._scale, self._scale, 1.0))
        self._sprites = SlideSprites(show, score, files, self._size)
        self._stamping = Stamping(self._sprites, self._scale)
        self._contents: dict[tuple[str, int], _Content] = {}
        self._shown: _Content | None = None

    def at(self, time: float, stays: bool = False) -> tuple[Surface, Area]:
        """Return the frame at an instant of the show in ms, and what of it changed since the one before.

        It is valid until the next one is asked for. What is to be looked at as it ``stays`` is drawn with all its
        detail, also where a build has left it larger or turned.
        """
        return self.of(frame_at(self._show, self._score, time), stays)

    def of(self, frame: Frame, stays: bool = False) -> tuple[Surface, Area]:
        """Return a frame as pixels, and what of it may be other than in the one before."""
        whole = Area(0, 0, *self._size)
        contents = []
        numbers: dict[str, int] = {}
        for sheet in frame.sheets:
            number = numbers[sheet.slide] = numbers.get(sheet.slide, -1) + 1
            contents.append(self._content(sheet, number, stays))
        used = {(slide, n) for slide, most in numbers.items() for n in range(most + 1)}
        self._contents = {key: content for key, content in self._contents.items() if key in used}
        self._sprites.keep_only(set(numbers))
        if len(frame.sheets) == 1 and _is_plain(frame.sheets[0]):
            content, changed = contents[0]
            is_new, self._shown = self._shown is not content, content
            return content.pixels, whole if is_new else changed
        self._shown = None
        canvas = plain(*self._size, rgb(frame.backdrop))
        for sheet, (content, _) in zip(frame.sheets, contents, strict=True):
            self._put(canvas, sheet, content.pixels)
        return canvas, whole

    def close(self) -> None:
        """Let go of all files."""
        self._sprites.keep_only(set())

    def _content(self, sheet: Sheet, number: int, stays: bool) -> tuple[_Content, Area]:
        """Return the content of a sheet, and what of it changed; of equal pieces of a slide there is one."""
        if not stays:
            for (slide, _), known in self._contents.items():
                if slide == sheet.slide and known.sheet is not None and _same_content(known.sheet, sheet):
                    return known, NONE
        content = self._contents.get((sheet.slide, number))
        if content is None:
            content = self._contents[sheet.slide, number] = _Content(*self._size)
        return content, self._redraw(content, sheet, stays)

    def _redraw(self, content: _Content, sheet: Sheet, stays: bool) -> Area:
        """Bring a content up to date; return what of it changed."""
        whole, before, was = content.whole, content.sheet, content.parts
        parts = self._stamping.parts(sheet, whole, stays, was)
        is_other = before is None or (before.ground, before.grounded) != (sheet.ground, sheet.grounded)
        changed = whole if is_other else _changed(was, parts).common(whole)
        content.parts, content.sheet = parts, sheet
        if changed:
            self._draw(content, sheet, [stamp for part in parts.values() for stamp in part.stamps], changed)
        return changed

    def _draw(self, content: _Content, sheet: Sheet, stamps: list[Stamp], part: Area) -> None:
        """Draw a part of a sheet anew: its ground and what stands on it, but for what is hidden by something else."""
        large = part.size > _LARGE * self._size[0] * self._size[1]
        first = next((n for n in range(len(stamps) - 1, -1, -1) if stamps[n].hides(part)), None) if large else None
        if first is not None and first == len(stamps) - 1 and part == content.whole == stamps[first].area:
            content.show(stamps[first])
            return
        pixels = content.to_draw_on()
        if first is None:
            ground = plain(part.right - part.left, part.bottom - part.top, rgb(sheet.ground), sheet.grounded)
            pixels[part.top : part.bottom, part.left : part.right] = ground
        for stamp in stamps[first or 0 :]:
            stamp.put(pixels, part)

    def _put(self, canvas: Surface, sheet: Sheet, pixels: Surface) -> None:
        """Put a sheet's content over a canvas: cut, made brighter, blurred, placed, as opaque as it is."""
        if sheet.opacity <= 0:
            return
        if _is_plain(sheet):
            canvas[:] = pixels
            return
        whole = Area(0, 0, *self._size)
        left = top = 0
        if sheet.mask is not None:
            seen = drawn_mask(sheet.mask, (self._show.width, self._show.height), self._units, *self._size)
            left, top, wide, high = cv2.boundingRect(seen)
            if not wide:
                return
            here = np.s_[top : top + high, left : left + wide]
            pixels = cut(pixels[here], seen[here])
        if sheet.brightness != 1:
            pixels = brightened(pixels, sheet.brightness)
        if sheet.blur:
            pixels, grown = blurred(pixels, sheet.blur * self._scale)
            left, top = left - grown, top - grown
        into = self._units @ np.array(sheet.place).reshape(3, 3) @ np.linalg.inv(self._units) @ moved(left, top)
        stamp = placed(pixels, into, whole)
        if stamp is None:
            return
        if sheet.opacity < 1 and sheet.mask is None and not sheet.blur and sheet.grounded >= 1 and stamp.area == whole:
            cv2.addWeighted(stamp.pixels, sheet.opacity, canvas, 1 - sheet.opacity, 0, dst=canvas)
            return
        thinner(stamp, sheet.opacity).put(canvas, whole)


def _is_plain(sheet: Sheet) -> bool:
    """Tell whether a sheet is all that a frame is: nothing is below it that could be seen."""
    is_whole = sheet.grounded >= 1 and sheet.opacity >= 1 and sheet.mask is None
    return is_whole and sheet.brightness == 1 and not sheet.blur and sheet.place == STANDS


def _same_content(one: Sheet, other: Sheet) -> bool:
    return (one.ground, one.grounded, one.things) == (other.ground, other.grounded, other.things)


def _changed(before: dict[str, Part], now: dict[str, Part]) -> Area:
    """Return where something is other than it was."""
    changed = NONE
    for key in before.keys() | now.keys():
        one, other = before.get(key), now.get(key)
        if one is not other:
            changed = changed.around(one.area if one else NONE).around(other.area if other else NONE)
    if [key for key in before if key in now] != [key for key in now if key in before]:  # something came to the front
        for part in (*before.values(), *now.values()):
            changed = changed.around(part.area)
    return changed
