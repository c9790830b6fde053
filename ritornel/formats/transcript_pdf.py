"""A transcript as a PDF (ISO 32000), by ``fpdf2``: slides as pictures, beside each what is said and when."""

from collections.abc import Sequence
from typing import NamedTuple

from fpdf import FPDF
from fpdf.enums import XPos, YPos

from ritornel.assets.pdf_letters import TITLES, WORDS, give_letters

_MARGIN, _PICTURE, _GAP = 15.0, 56.0, 7.0
_LINE, _SMALL = 5.6, 4.4
_INK, _SOFT, _BRASS, _RULE = (33, 28, 43), (107, 100, 115), (143, 100, 20), (216, 205, 184)


class Entry(NamedTuple):
    """A slide of a transcript; times in ms, ``picture``: the path of a PNG; ``passages`` are (cue, at_ms, text)."""

    number: int
    title: str
    chapter: str
    start_ms: int
    picture: str
    passages: tuple[tuple[int, int, str], ...]


def printed(title: str, length_ms: int, ratio: float, entries: Sequence[Entry], address: str = "") -> bytes:
    """Return a transcript as a PDF in A4; ``ratio``: the stage's width to its height.

    With the ``address`` of an edition, times lead to their instants of it. Call it in a child process with bounds.
    """
    made = _Pages(title, ratio, address)
    made.add_page()
    made.heading(title or "Untitled show", 20)
    made.soft(f"{_minutes(length_ms)}, {len(entries)} slide{'' if len(entries) == 1 else 's'}")
    for entry in entries:
        made.entry(entry)
    return bytes(made.output())


class _Pages(FPDF):
    def __init__(self, title: str, ratio: float, address: str) -> None:
        super().__init__(format="A4")
        self.set_margin(_MARGIN)
        self.set_auto_page_break(True, _MARGIN + 4)
        self.set_title(title)
        self.ratio, self.address = ratio, address
        give_letters(self)

    def footer(self) -> None:
        """Number the page."""
        self.set_y(-_MARGIN)
        self.set_font(WORDS, size=8)
        self.set_text_color(*_SOFT)
        self.cell(0, 4, str(self.page_no()), align="R")

    def heading(self, words: str, size: float) -> None:
        self.set_font(TITLES, size=size)
        self.set_text_color(*_INK)
        self.multi_cell(0, size * 0.45, words, align="L", new_x=XPos.LMARGIN, new_y=YPos.NEXT)

    def soft(self, words: str) -> None:
        self.set_font(WORDS, size=9)
        self.set_text_color(*_SOFT)
        self.multi_cell(0, 6, words, align="L", new_x=XPos.LMARGIN, new_y=YPos.NEXT)

    def entry(self, entry: Entry) -> None:
        """Write a slide; one that does not fit on the rest of its page begins the next."""
        height = _PICTURE / self.ratio
        if self.get_y() + max(height, 30) > self.h - _MARGIN - 6:
            self.add_page()
        if entry.chapter:
            self.ln(5)
            self.heading(entry.chapter, 14)
        self.ln(3)
        self.set_draw_color(*_RULE)
        top = self.get_y()
        self.line(self.l_margin, top, self.w - self.r_margin, top)
        top += 4
        first = self.page
        self.image(entry.picture, self.l_margin, top, _PICTURE, height)
        self.set_left_margin(_MARGIN + _PICTURE + _GAP)
        self.set_y(top)
        self._title(entry)
        for cue, at, text in entry.passages:
            self._passage(cue, at, text)
        if not entry.passages:
            self.soft("Nothing is said.")
        self.set_left_margin(_MARGIN)
        bottom = top + height if self.page == first else 0.0
        self.set_y(max(self.get_y(), bottom))

    def _title(self, entry: Entry) -> None:
        self.set_font(TITLES, size=12)
        self.set_text_color(*_INK)
        self.write(_LINE, f"{entry.number}  {entry.title}")
        self._time(entry.start_ms)
        self.ln(_LINE + 1.5)

    def _passage(self, cue: int, at_ms: int, text: str) -> None:
        if cue:
            self.set_font(WORDS, size=8)
            self.set_text_color(*_BRASS)
            self.write(_LINE, f"[{cue}]  ")
        self.set_font(WORDS, size=10.5)
        self.set_text_color(*_INK)
        self.write(_LINE, text)
        if cue:
            self._time(at_ms)
        self.ln(_LINE + 1.2)

    def _time(self, at_ms: int) -> None:
        self.set_font(WORDS, size=8)
        self.set_text_color(*_SOFT)
        link = f"{self.address}?t={at_ms / 1000:g}" if self.address else ""
        self.write(_LINE, f"   {_minutes(at_ms)}", link)


def _minutes(ms: int) -> str:
    minutes, seconds = divmod(ms // 1000, 60)
    return f"{minutes}:{seconds:02}"
