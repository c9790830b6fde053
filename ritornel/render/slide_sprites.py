"""The sprites of a show's slides: each drawn once, at the scale that is needed, and kept within a bound of memory."""

from collections.abc import Mapping
from pathlib import Path

import cv2
import numpy as np
from msgspec.structs import replace
from numpy.typing import NDArray

from ritornel.core.model import Clip, Picture, Show
from ritornel.core.model.memory import Memory
from ritornel.core.score import Score
from ritornel.core.score.frame import Ink, Thing
from ritornel.core.text.layout import set_text
from ritornel.render.clip_frames import ClipFrames, opened
from ritornel.render.drawings import Drawing, Drawings
from ritornel.render.filtered import softly
from ritornel.render.framed_media import FramedMedia
from ritornel.render.gaps import gap_svg, gap_text
from ritornel.render.inked import inked
from ritornel.render.near import Near, near
from ritornel.render.picture import faces_of
from ritornel.render.pictures import picture_pixels
from ritornel.render.sprites import Sprite, drawn_sprite
from ritornel.render.surfaces import Map, faded

_SPRITES_BYTES = 96 * 1024 * 1024
_PICTURES_BYTES = 48 * 1024 * 1024
_SLIDES = 3
"""So many slides' drawings are kept beside those that are seen."""
_DARK_SHARE = 0.25
"""The dark around something has no detail: it is drawn so much coarser."""
_GAP_BYTES = 1_000_000
_CLIP_PIXELS = 4
"""Frames of clips have no more than so many times the pixels of the stage."""


class SlideSprites:
    """Gives the sprites of things on slides; ``files`` are the pictures and clips by their assets."""

    def __init__(self, show: Show, score: Score, files: Mapping[str, Path], size: tuple[int, int]) -> None:
        """Take a show, and how many pixels its stage has."""
        self._show, self._files, self._size = show, files, size
        self._slides = {slide.id: slide for slide in show.slides}
        self._apart = _moved_of(score)
        self._drawings: dict[str, Drawings] = {}
        self._sprites: Memory[tuple[object, ...], Sprite] = Memory(_SPRITES_BYTES)
        self._pictures: Memory[str, NDArray[np.uint8]] = Memory(_PICTURES_BYTES)
        self._framed: dict[tuple[str, str, bytes, float], FramedMedia] = {}
        self._clips: dict[tuple[str, str], ClipFrames | None] = {}
        self._near: dict[tuple[str, str], Near | None] = {}
        self._picture_sizes = {asset.id: (asset.width, asset.height) for asset in show.assets}

    def drawing(self, slide: str, key: str) -> Drawing | None:
        """Return what a thing is drawn of; None for what is none of its slide's."""
        if slide not in self._drawings:
            self._drawings[slide] = Drawings(self._slides[slide], self._show, self._apart.get(slide, frozenset()))
        return self._drawings[slide][key]

    def sprite(self, slide: str, thing: Thing, drawing: Drawing, rests: Map, scale: float, ink: Ink | None) -> Sprite:
        """Return a thing as it is painted now, where ``rests`` (in stage units) has it, ``scale`` pixels to a unit."""
        if drawing.media is not None:
            sprite = self._media(slide, thing, drawing, rests, scale)
            whole = 1.0 if ink is None else (ink.outline + ink.filled) / 2
            return sprite._replace(pixels=faded(sprite.pixels, whole))
        if drawing.reaches:
            scale *= _DARK_SHARE
        box = thing.box[2], thing.box[3]
        if ink is None or ink == Ink():
            return self._kept(slide, drawing, None, rests, box, scale)
        if ink.colour is not None and ink.outline >= 1 and ink.filled >= 1:
            red, green, blue, share = ink.colour
            own = self._kept(slide, drawing, None, rests, box, scale)
            over = self._kept(slide, drawing, Ink((red, green, blue, 1.0)), rests, box, scale)
            return _between(own, over, share)
        return self._kept(slide, drawing, ink, rests, box, scale)

    def near(self, slide: str, drawing: Drawing) -> Near | None:
        """Return a picture as it can be looked at from near; None for anything else."""
        thing = drawing.media
        if not isinstance(thing, Picture) or thing.asset not in self._files or drawing.softly is not None:
            return None
        key = slide, drawing.key
        if key not in self._near:
            size = self._picture_sizes.get(thing.asset, (0, 0))
            self._near[key] = near(thing, self._files[thing.asset], size, drawing.at)
        return self._near[key]

    def keep_only(self, slides: set[str]) -> None:
        """Let go of the clips of other slides; of their drawings, when there are many."""
        for key in [key for key in self._clips if key[0] not in slides]:
            clip = self._clips.pop(key)
            if clip is not None:
                clip.close()
        if len(self._drawings) > _SLIDES:
            self._drawings = {slide: one for slide, one in self._drawings.items() if slide in slides}
            self._framed = {key: frame for key, frame in self._framed.items() if key[0] in slides}
            self._near = {key: one for key, one in self._near.items() if key[0] in slides}

    def _kept(
        self, slide: str, drawing: Drawing, ink: Ink | None, rests: Map, box: tuple[float, float], scale: float
    ) -> Sprite:
        """Return a drawing as a sprite: one that was made, also for another slide that has the same, or a new one."""
        key = (slide, drawing.key, ink, rests.tobytes(), round(scale, 6))
        known = self._sprites.get(key)
        if known is not None:
            return known
        svg = drawing.draw()
        if ink is not None and svg:
            svg = inked(f'<svg xmlns="http://www.w3.org/2000/svg" overflow="visible">{svg}</svg>', ink)
        same = (svg, drawing.softly, rests.tobytes(), round(scale, 6))
        known = self._sprites.get(same)
        if known is None:
            known = drawn_sprite(svg, rests, box, scale, drawing.faces)
            known = known if drawing.softly is None else softly(known, drawing.softly)
        self._sprites.put(key, known, 400)
        return self._sprites.put(same, known, known.pixels.nbytes + 400)

    def _media(self, slide: str, thing: Thing, drawing: Drawing, rests: Map, scale: float) -> Sprite:
        """Return a picture, or what a clip shows at its instant, in its frame."""
        media = drawing.media
        assert media is not None
        is_clip = isinstance(media, Clip)
        key = (slide, thing.key, rests.tobytes(), round(scale, 6))
        known = self._sprites.get(key)
        if known is not None:
            return known
        pixels = self._clip(slide, thing, media.asset) if is_clip else self._picture(media.asset)
        if pixels is None:
            return self._sprites.put(key, _gap(media, thing, rests, scale), _GAP_BYTES)
        frame = self._framed.get(key)
        if frame is None:
            size = pixels.shape[1], pixels.shape[0]
            hard = media if is_clip else replace(media, shadow=None, soft_edge=0)
            frame = self._framed[key] = FramedMedia(hard, size, drawing.at, rests, scale)
        sprite = frame.with_pixels(pixels)
        if is_clip:
            return sprite
        if drawing.softly is not None:  # of what is clear in a picture there is no shadow
            sprite = softly(sprite, drawing.softly)
        return self._sprites.put(key, sprite, sprite.pixels.nbytes + 200)

    def _picture(self, asset: str) -> NDArray[np.uint8] | None:
        known = self._pictures.get(asset)
        if known is None and asset in self._files:
            known = picture_pixels(self._files[asset], 2 * max(self._size))
            if known is not None:
                self._pictures.put(asset, known, known.nbytes)
        return known

    def _clip(self, slide: str, thing: Thing, asset: str) -> NDArray[np.uint8] | None:
        key = slide, thing.key
        if key not in self._clips:
            path = self._files.get(asset)
            most = _CLIP_PIXELS * self._size[0] * self._size[1]
            self._clips[key] = None if path is None else opened(path, most)
        clip = self._clips[key]
        return None if clip is None else clip.at(thing.media_ms or 0.0)


def _moved_of(score: Score) -> dict[str, frozenset[str]]:
    """Return what builds and transitions move on each slide, by the keys that tracks have."""
    found = {slide.id: {target.key for target in slide.targets} for slide in score.slides}
    before: str | None = None
    for slide in score.slides:
        for piece in slide.transition.pieces:
            whose = slide.id if piece.of == "new" else before
            if whose is not None:
                found[whose] |= {target.key for target in piece.targets}
        before = slide.id if slide.length_ms else before
    return {slide: frozenset(keys) for slide, keys in found.items()}


def _gap(media: Picture | Clip, thing: Thing, rests: Map, scale: float) -> Sprite:
    """Return what stands where a picture or a clip cannot be read."""
    faces = faces_of(set_text(gap_text(media)))
    return drawn_sprite(gap_svg(media), rests, (thing.box[2], thing.box[3]), scale, faces)


def _between(own: Sprite, over: Sprite, share: float) -> Sprite:
    """Return a sprite on its way to another of the same form."""
    if share <= 0 or own.pixels.shape != over.pixels.shape:
        return own if share < 0.5 else over
    return own._replace(pixels=cv2.addWeighted(own.pixels, 1 - share, over.pixels, share, 0))  # type: ignore[arg-type]
