"""A show as pages (PDF, ISO 32000, by fpdf2): one as each slide ends, or one before each cue as well.

Pages are pictures as the film shows them, with their words over them, unseen, to be found and copied; titles of slides
are bookmarks.
"""

import io
from collections.abc import Iterator
from fractions import Fraction
from pathlib import Path

import cv2
import numpy as np
from fpdf import FPDF
from fpdf.enums import TextMode

from ritornel.assets.pdf_letters import WORDS, give_letters
from ritornel.core.linecheck.seen_when import seen_when
from ritornel.core.model import Show, Slide, Text
from ritornel.core.score import compile
from ritornel.core.text.naming import slide_title
from ritornel.core.time.slide_clock import SlideTime
from ritornel.render.filming import Drawn, Film, FilmSettings, Piece, Sources, named
from ritornel.render.segment_pictures import ShowPictures
from ritornel.render.ways_out.declared import WayOut, moved

_WEIGHT = 20
_PT = 0.75
_JPEG = (
    *(cv2.IMWRITE_JPEG_QUALITY, 90),
    *(cv2.IMWRITE_JPEG_SAMPLING_FACTOR, cv2.IMWRITE_JPEG_SAMPLING_FACTOR_444),  # no colour is shared by neighbours
)
_BY_CUE = "pdf-cues"


def instants(time: SlideTime, by_cue: bool) -> list[int]:
    """Return the instants of a slide that have a page: its end, and where ``by_cue`` each one just before a cue."""
    cues = [group.start_ms - 1 for group in time.groups if group.cue and group.start_ms > 0] if by_cue else []
    return [*cues, time.length_ms - 1] if time.length_ms else []


def _shown(film: Film) -> Iterator[tuple[int, int]]:
    """Yield the slides and instants that have a page, in their order."""
    by_cue = film.settings.kind == _BY_CUE
    for place, time in enumerate(compile(film.show).times):
        for at in instants(time, by_cue):
            yield place, at


def _pieces(show: Show, settings: FilmSettings) -> Iterator[Piece]:
    yield Piece(named("pages", (settings, show)), "whole", _WEIGHT * len(show.slides))


def _make(film: Film, piece: Piece, sources: Sources, out: Path, drawn: Drawn) -> None:
    show = film.show
    pictures = ShowPictures(show, film.settings, sources.files)
    pdf = FPDF(unit="pt", format=(show.width * _PT, show.height * _PT))
    pdf.set_auto_page_break(False)
    pdf.set_title(show.title)
    pdf.set_lang(show.language)
    give_letters(pdf)
    pages = list(_shown(film))
    before = -1
    for number, (place, at) in enumerate(pages, 1):
        slide = show.slides[place]
        pixels, _ = pictures.frame(place, Fraction(at), stays=True)
        done, encoded = cv2.imencode(".jpg", np.ascontiguousarray(pixels[..., :3]), _JPEG)
        assert done
        pdf.add_page()
        if place != before:
            pdf.start_section(slide_title(slide, place + 1))
            before = place
        pdf.image(io.BytesIO(encoded.tobytes()), 0, 0, pdf.w, pdf.h)
        _words(pdf, slide, pictures.score.times[place], at)
        drawn(piece.weight * number / len(pages))
    out.write_bytes(bytes(pdf.output()))


def _words(pdf: FPDF, slide: Slide, time: SlideTime, at: int) -> None:
    """Put the words that are to be seen over the page, unseen."""
    seen = seen_when(slide, time)
    with pdf.local_context(text_mode=TextMode.INVISIBLE):
        for thing in slide.objects:
            if isinstance(thing, Text) and seen[thing.id][0] <= at < seen[thing.id][1]:
                pdf.set_font(WORDS, size=thing.size * _PT)
                for number, paragraph in enumerate(thing.paragraphs, 1):
                    if paragraph.text.strip():
                        pdf.text(
                            thing.x * _PT, (thing.y + number * thing.size * thing.line_height) * _PT, paragraph.text
                        )


WAYS = (
    WayOut("pdf", "pages, one a slide (PDF)", "pdf", "application/pdf", frozenset({"lines"}), _pieces, _make, moved),
    WayOut(_BY_CUE, "pages, one a cue (PDF)", "pdf", "application/pdf", frozenset({"lines"}), _pieces, _make, moved),
)
