"""A show as pages (PDF, ISO 32000, by fpdf2): one as each slide ends, one for each stop on a plane, or one a cue.

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
from ritornel.core.motion.flying import Seen, on_stage, seen_through
from ritornel.core.motion.views import seen_at
from ritornel.core.score import compile
from ritornel.core.score.stops import stop_ends
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


def instants(slide: Slide, time: SlideTime, by_cue: bool) -> list[int]:
    """Return the instants of a slide that have a page: each stop's end, and where ``by_cue`` each one before a cue."""
    cues = [group.start_ms - 1 for group in time.groups if group.cue and group.start_ms > 0] if by_cue else []
    ends = stop_ends(slide, time)
    return sorted({*cues, *ends}) if ends else []


def _shown(film: Film) -> Iterator[tuple[int, int]]:
    """Yield the slides and instants that have a page, in their order."""
    by_cue = film.settings.kind == _BY_CUE
    for place, (slide, time) in enumerate(zip(film.show.slides, compile(film.show).times, strict=True)):
        for at in instants(slide, time, by_cue):
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
        score = pictures.score
        _words(pdf, show, slide, score.times[place], at, seen_at(score.slides[place].targets, at))
        drawn(piece.weight * number / len(pages))
    out.write_bytes(bytes(pdf.output()))


def _words(pdf: FPDF, show: Show, slide: Slide, time: SlideTime, at: int, view: Seen | None) -> None:
    """Put the words that are to be seen over the page, unseen; those of a plane where they are on the stage."""
    seen = seen_when(slide, time)
    through = None if view is None else seen_through(view, show.width, show.height)
    nearer = 1.0 if view is None else show.width / view.width
    with pdf.local_context(text_mode=TextMode.INVISIBLE):
        for thing in slide.objects:
            if isinstance(thing, Text) and seen[thing.id][0] <= at < seen[thing.id][1]:
                pdf.set_font(WORDS, size=thing.size * nearer * _PT)
                for number, paragraph in enumerate(thing.paragraphs, 1):
                    x, y = thing.x, thing.y + number * thing.size * thing.line_height
                    if through is not None:
                        x, y = on_stage(through, x, y)
                        if not (0 <= x < show.width and 0 <= y < show.height):
                            continue
                    if paragraph.text.strip():
                        pdf.text(x * _PT, y * _PT, paragraph.text)


WAYS = (
    WayOut("pdf", "pages, one a slide (PDF)", "pdf", "application/pdf", frozenset({"lines"}), _pieces, _make, moved),
    WayOut(_BY_CUE, "pages, one a cue (PDF)", "pdf", "application/pdf", frozenset({"lines"}), _pieces, _make, moved),
)
