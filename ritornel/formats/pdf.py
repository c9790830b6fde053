"""PDF documents (ISO 32000): how many pages, each as a sharp picture, and what is written on it."""

from pathlib import Path

import pypdfium2
from pypdfium2 import PdfiumError

from ritornel.formats.media_kinds import STAGE, BadMedia, MediaFacts, looks_like

MOST_PAGES = 1000
SECONDS = 30
"""A page has been drawn by then."""

PLANE = 6400
"""Pixels of the longer side of a page that is looked at from near."""

_COMPRESSED = 3
_MOST_CHARACTERS = 40_000
_LARGEST_PT = 14_400
"""A side of a page in points, at most (ISO 32000-1, annex C)."""


def facts_of(path: Path, name: str) -> MediaFacts:
    """Return the facts of a document that was called ``name``; ``BadMedia`` if it cannot be opened, or is too long."""
    try:
        document = pypdfium2.PdfDocument(path)
        count = len(document)
        width, height = document[0].get_size()
    except PdfiumError as error:
        really = looks_like(path)
        if really and "PDF" not in really:
            raise BadMedia(f"“{name}” is really a {really}; rename it") from error
        if "password" in str(error).lower():
            raise BadMedia(f"“{name}” is locked by a password; save it without one and try again") from error
        raise BadMedia(f"“{name}” does not open as a PDF document; export it again and try once more") from error
    if count > MOST_PAGES:
        raise BadMedia(f"“{name}” has {count:,} pages, and {MOST_PAGES:,} are the most; part it in two")
    return MediaFacts("document", "application/pdf", width=round(width), height=round(height), pages=count)


def draw_page(path: Path, number: int, folder: Path, pixels: int = STAGE) -> None:
    """Draw a page (from 0) into ``page.png``, its longer side so many pixels, and its words into ``page.txt``."""
    page = pypdfium2.PdfDocument(path)[number]
    width, height = (min(_LARGEST_PT, max(1.0, side)) for side in page.get_size())
    picture = page.render(scale=pixels / max(width, height), rev_byteorder=True, prefer_bgrx=False).to_pil()
    picture.convert("RGB").save(folder / "page.png", compress_level=_COMPRESSED)
    words = page.get_textpage().get_text_range()[:_MOST_CHARACTERS]
    (folder / "page.txt").write_text(tidied(words), encoding="utf-8")


def tidied(words: str) -> str:
    """Return a page's words as one says them: words parted at a line's end joined, lines of one paragraph in one."""
    words = words.replace("\ufffe", "-").replace("\u00ad", "").replace("\r\n", "\n")
    lines = [" ".join(line.split()) for line in words.split("\n")]
    found: list[str] = []
    for line in lines:
        if found and found[-1].endswith("-") and line[:1].islower():
            found[-1] = found[-1][:-1] + line
        elif line and found and found[-1] and not found[-1].endswith((".", "!", "?", ":")) and line[:1].islower():
            found[-1] += f" {line}"
        elif line:
            found.append(line)
    return "\n".join(found)
