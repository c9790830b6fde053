"""What films are made as: containers and the codecs of their pictures; those of sound are in ``sound_writing``."""

from fractions import Fraction
from typing import NamedTuple


class FilmFormat(NamedTuple):
    """A container, the codec of its pictures and how that is asked; ``clock`` is what their times are counted in."""

    ending: str
    mime: str
    container: str
    picture: str
    picture_options: dict[str, str]
    clock: Fraction
    captions: str


MP4 = FilmFormat(
    ending="mp4",
    mime="video/mp4",
    container="mp4",
    picture="libx264",
    # without frames that refer to later ones, segments are joined without a seam, and times are as they are
    picture_options={"preset": "faster", "crf": "19", "bf": "0", "rc-lookahead": "6"},
    clock=Fraction(1, 90_000),
    captions="mov_text",
)
WEBM = FilmFormat(
    ending="webm",
    mime="video/webm",
    container="webm",
    picture="libvpx-vp9",
    picture_options={
        "crf": "28",
        "b": "0",
        "deadline": "realtime",
        "cpu-used": "6",
        "row-mt": "1",
        "lag-in-frames": "0",
    },
    clock=Fraction(1, 1000),
    captions="webvtt",
)
FILM_FORMATS = {one.ending: one for one in (MP4, WEBM)}
