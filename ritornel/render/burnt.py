"""Captions as part of the picture, as the page shows them (play/captions.js)."""

import numpy as np
from msgspec.structs import replace

from ritornel.core.model import Paragraph, Show, Slide, Text
from ritornel.core.model.captions import CaptionLook
from ritornel.core.model.memory import Memory
from ritornel.core.model.paint import Plate
from ritornel.core.text.layout import set_text
from ritornel.core.voice.caption_places import FROM_EDGE, HEIGHTS, SIDES, is_above
from ritornel.render.picture import faces_of, object_svg
from ritornel.render.sprites import NOTHING, Sprite, drawn_sprite
from ritornel.render.surfaces import NONE, Area, Stamp, Surface

_LINE = 1.32
_GROUNDS = {"dark": Plate(colour="#17131f", opacity=0.86), "light": Plate(colour="#fffdf7", opacity=0.92)}
_LETTERS = {"dark": "#fffdf7", "light": "#211c2b", "none": "#fffdf7"}
_EDGE = "#17131f"
_SPRITES_BYTES = 16 * 1024 * 1024


class Burnt:
    """Puts captions over the frames of a show's stage, which is ``width`` pixels wide."""

    def __init__(self, show: Show, width: int, as_it_fits: bool = False) -> None:
        """Begin with nothing said; the lines of captions are broken as they are, or ``as_it_fits``."""
        self._as_it_fits = as_it_fits
        self._show, self._scale = show, width / show.width
        self._sprites: Memory[tuple[str, bool], Sprite] = Memory(_SPRITES_BYTES)
        self._said: Area = NONE
        self._words: tuple[str, bool] | None = None
        self._canvas: Surface | None = None

    def over(self, pixels: Surface, changed: Area, slide: Slide, words: str) -> tuple[Surface, Area]:
        """Return a frame with what is said over it, and what of that changed."""
        words = words.replace("\n", " ") if self._as_it_fits else words
        said = (words, is_above(slide, self._show)) if words else None
        if said is None and self._words is None:
            return pixels, changed
        sprite = NOTHING if said is None else self._sprite(said)
        stamp = Stamp(sprite.left, sprite.top, sprite.pixels)
        if said != self._words:
            changed = changed.around(self._said).around(stamp.area)
        self._words, self._said = said, stamp.area if said else NONE
        if self._canvas is None:
            self._canvas = np.empty_like(pixels)
        self._canvas[:] = pixels
        whole = Area(0, 0, pixels.shape[1], pixels.shape[0])
        if said is not None:
            stamp.put(self._canvas, whole)
        return self._canvas, changed.common(whole)

    def _sprite(self, said: tuple[str, bool]) -> Sprite:
        known = self._sprites.get(said)
        if known is None:
            text = caption_text(self._show, *said)
            place = np.array([(1.0, 0.0, text.x), (0.0, 1.0, text.y), (0.0, 0.0, 1.0)])
            drawn = object_svg(replace(text, x=0.0, y=0.0), lambda _: None, (0.5, 0.5))
            box = text.width, text.height
            known = drawn_sprite(drawn, place, box, self._scale, faces_of(set_text(text)))
            self._sprites.put(said, known, known.pixels.nbytes + 400)
        return known


def caption_text(show: Show, words: str, above: bool) -> Text:
    """Return a caption as a text on the stage: at its foot, or at its head."""
    look: CaptionLook = show.captions
    lines = words.split("\n")
    size = HEIGHTS[look.size] * show.height
    height = size * _LINE * len(lines)
    edge = FROM_EDGE * show.height
    ground = look.ground
    outline = {"outline": _EDGE, "outline_width": size * 0.12} if ground == "none" else {"plate": _GROUNDS[ground]}
    return Text(
        id="caption",
        x=SIDES * show.width,
        y=edge if above else show.height - edge - height,
        width=(1 - 2 * SIDES) * show.width,
        height=height,
        size=round(size),
        line_height=_LINE,
        gap=0,
        align="centre",
        valign="top" if above else "bottom",
        colour=_LETTERS[ground],
        paragraphs=tuple(Paragraph(line) for line in lines),
        **outline,  # type: ignore[arg-type]
    )
