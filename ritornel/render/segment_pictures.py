"""The picture of a film, segment by segment: frames drawn, captions over them, encoded."""

from collections.abc import Iterable, Iterator, Mapping
from fractions import Fraction
from itertools import pairwise
from pathlib import Path
from typing import Any

from msgspec.structs import replace

from ritornel.core.model import Show, Slide
from ritornel.core.model.uses import asset_lengths, assets_of
from ritornel.core.motion.target import states_at
from ritornel.core.score import Score, compile
from ritornel.core.score.evaluating import NOTHING, slide_before
from ritornel.core.score.following import Follower
from ritornel.core.score.segments import Segment, instants, segments_of, stays
from ritornel.core.voice.captions import Caption, captions_of
from ritornel.render.burnt import Burnt
from ritornel.render.encoding import SegmentWriter
from ritornel.render.film_formats import FILM_FORMATS
from ritornel.render.filming import Drawn, Film, FilmSettings, Piece, named
from ritornel.render.frames import Frames
from ritornel.render.mats import Followed, Matted
from ritornel.render.surfaces import Area, Surface

_LARGE_PIXELS = 1_500_000
_SLIDE_WEIGHT = 12
_STILL_WEIGHT = Fraction(1, 4)
"""What the first frame of a slide takes beside its own, and one that follows as it was, in moving frames."""


def picture_pieces(show: Show, settings: FilmSettings) -> Iterator[Piece]:
    """Yield the segments of a film's picture."""
    score = compile(show)
    follower = follower_of(show, score, settings)
    for segment in segments_of(score):
        times = times_of(show, score, segment, settings, follower)
        still = sum(stays(at, following, settings.fps) for at, following in pairwise(times))
        yield Piece(
            name=named("picture", _shown(show, score, segment, settings, follower)),
            what="picture",
            weight=round(len(times) - still + still * _STILL_WEIGHT) + _SLIDE_WEIGHT,
            segment=segment,
            start_ms=score.starts[segment.slide] + segment.start_ms,
        )


class ShowPictures:
    """The frames of a show as it is wished: in the shape of the film, with captions if they are to be in it."""

    def __init__(self, show: Show, settings: FilmSettings, files: Mapping[str, Path]) -> None:
        """Take a show, and the files of its pictures and clips by their assets."""
        self.show, self.settings, self.score = show, settings, compile(show)
        self.size = settings.size(show)
        self._follower = follower_of(show, self.score, settings)
        if self._follower is None:
            self._mat: Matted | Followed = Matted(show, self.score, *self.size)
        else:
            self._mat = Followed(show, self.score, self._follower, *self.size)
        self._frames = Frames(show, self.score, files, self._mat.width, self._mat.height)
        self._burnt = None if settings.burnt is None else self._burnt_in(*self.size)

    def _burnt_in(self, width: int, height: int) -> Burnt:
        """Return what puts captions on the stage; on a view of it, as on a stage of its shape."""
        if self._follower is None:
            return Burnt(self.show, self._mat.width)
        return Burnt(replace(self.show, width=round(self.show.height * width / height)), width, as_it_fits=True)

    def frames(self, segment: Segment) -> Iterator[tuple[Fraction, Surface, Area]]:
        """Yield when each frame of a segment is shown, in ms of its slide, the frame, and what of it changed.

        A frame is valid until the next one comes.
        """
        times = times_of(self.show, self.score, segment, self.settings, self._follower)
        for at, following in zip(times, [*times[1:], Fraction(segment.end_ms)], strict=True):
            yield at, *self.frame(segment.slide, at, stays(at, following, self.settings.fps))

    def frame(self, place: int, at: Fraction, stays: bool) -> tuple[Surface, Area]:
        """Return the frame at an instant of a slide, and what of it changed."""
        pixels, changed = self._frames.at(self.score.starts[place] + float(at), stays)
        steps = (self._said_over, self._mat.framed) if self._follower is None else (self._mat.framed, self._said_over)
        for step in steps:
            pixels, changed = step(pixels, changed, place, at)
        return pixels, changed

    def _said_over(self, pixels: Surface, changed: Area, place: int, at: Fraction) -> tuple[Surface, Area]:
        if self._burnt is None:
            return pixels, changed
        said = _said(_captions(self.show, self.score, place, self.settings), at)
        return self._burnt.over(pixels, changed, self.show.slides[place], said)

    def close(self) -> None:
        """Let go of all files."""
        self._frames.close()


class Pictures:
    """Makes the segments of a film; what is encoded of one goes on while the next one is drawn."""

    def __init__(self, film: Film, files: Mapping[str, Path]) -> None:
        """Take a film, and the files of its pictures and clips by their assets."""
        self._pictures = ShowPictures(film.show, film.settings, files)
        self._settings = film.settings
        self._writing: SegmentWriter | None = None

    def __enter__(self) -> "Pictures":
        return self

    def __exit__(self, kind: object, error: object, trace: object) -> None:
        try:
            self._finish()
        finally:
            self._pictures.close()

    def make(self, piece: Piece, out: Path, drawn: Drawn = lambda _: None) -> None:
        """Draw a segment. It is whole when the next one is made, or when all is left."""
        assert piece.segment is not None
        if self._pictures.size[0] * self._pictures.size[1] > _LARGE_PIXELS:
            self._finish()  # two encoders of large frames take more memory than they save time
        kind = FILM_FORMATS[self._settings.kind]
        writer = SegmentWriter(out, kind, *self._pictures.size, Fraction(self._settings.fps))
        count = 0
        try:
            for at, pixels, changed in self._pictures.frames(piece.segment):
                writer.write(pixels, changed, at - piece.segment.start_ms)
                count += 1
                drawn(count)
        finally:
            writer.end()
        self._finish()
        self._writing = writer

    def _finish(self) -> None:
        if self._writing is not None:
            writing, self._writing = self._writing, None
            writing.close()


def times_of(
    show: Show, score: Score, segment: Segment, settings: FilmSettings, follower: Follower | None
) -> tuple[Fraction, ...]:
    """Return when frames of a segment are shown, in ms of its slide."""
    captions = _captions(show, score, segment.slide, settings)
    moving = [(move.start_ms, move.end_ms) for move in follower.moves(segment.slide)] if follower else []
    edges = sorted({edge for one in captions for edge in (one.start_ms, one.end_ms)})
    return instants(score.slides[segment.slide], segment, Fraction(settings.fps), edges, moving)


def _captions(show: Show, score: Score, place: int, settings: FilmSettings) -> tuple[Caption, ...]:
    """Return the captions that are part of the picture of a slide."""
    if settings.burnt is None:
        return ()
    return captions_of(show.slides[place], score.times[place], show, asset_lengths(show), settings.burnt)


def follower_of(show: Show, score: Score, settings: FilmSettings) -> Follower | None:
    """Return where a film looks that follows what comes; None for one that shows the whole stage."""
    if not settings.follows:
        return None
    width, height = settings.size(show)
    return Follower(show, score, width / height)


def _said(captions: Iterable[Caption], at: Fraction) -> str:
    return next((one.text for one in captions if one.start_ms <= at < one.end_ms), "")


def _shown(
    show: Show, score: Score, segment: Segment, settings: FilmSettings, follower: Follower | None
) -> Iterator[Any]:
    """Yield all that a segment of the picture is made of."""
    place = segment.slide
    slide = score.slides[place]
    yield settings, show.width, show.height, segment.start_ms, segment.end_ms
    yield _drawn(show.slides[place], show), slide.length_ms, slide.transition, slide.targets
    yield _captions(show, score, place, settings), show.captions if settings.burnt is not None else None
    yield follower.moves(place) if follower else ()
    if segment.start_ms < slide.transition.duration_ms:
        before = slide_before(score, place)
        if before != NOTHING:
            ended = score.slides[before]
            yield _drawn(show.slides[before], show), states_at(ended.targets, ended.length_ms)


def _drawn(slide: Slide, show: Show) -> tuple[Any, ...]:
    """Return what is seen of a slide, without what is only said on it."""
    used = set(assets_of(slide))
    sizes = [
        (asset.id, asset.width, asset.height) for asset in show.assets if asset.id in used and asset.kind != "sound"
    ]
    return slide.background, slide.ground, slide.objects, slide.running_order, sizes
