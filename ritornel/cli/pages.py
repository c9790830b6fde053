"""``ritornel pages PAGES... --voices VOICES... --out talk.mp4``: pages and what is said to them as a finished film."""

import argparse
import re
import sys
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any

from av.error import FFmpegError
from msgspec.structs import replace
from pypdfium2 import PdfDocument, PdfiumError

from ritornel.cli._filming import make_film
from ritornel.cli._media import asset_of
from ritornel.cli._wrong import Wrong
from ritornel.core.model import Asset, Show
from ritornel.core.model.reading import read_show
from ritornel.core.voice.spoken import tokens
from ritornel.formats.hearing import heard_in
from ritornel.formats.pdf import MOST_PAGES, draw_page
from ritornel.formats.samples import paced_blocks
from ritornel.render.film_formats import FILM_FORMATS
from ritornel.render.filming import LINES, RATES, FilmSettings, Sources
from ritornel.render.ways_out import planned

NAME = "pages"
HELP = "Make a film of pages (pictures, or a PDF) and voices, one for each, in their order; with captions of a script."
_PARTED = re.compile(r"^\s*-{3,}\s*$", re.MULTILINE)


def arguments(parser: argparse.ArgumentParser) -> None:
    """Add what may be asked."""
    parser.add_argument("pages", type=Path, nargs="+", metavar="PAGES", help="pictures in their order, or a PDF")
    parser.add_argument("--voices", type=Path, nargs="+", default=[], metavar="VOICE", help="sounds, one for each page")
    parser.add_argument("--script", type=Path, metavar="FILE", help="what is said, pages parted by lines of ---")
    parser.add_argument("--out", type=Path, required=True, metavar="OUT", help="the film to write: .mp4 or .webm")
    parser.add_argument("--language", default="en", help="that of the script (en)")
    parser.add_argument("--seconds", type=float, default=4.0, help="how long a page without a voice stands (4)")
    parser.add_argument("--height", type=int, default=1080, metavar="LINES", help="lines (1080)")
    parser.add_argument("--fps", type=int, default=30, help="frames a second (30)")


def run(asked: argparse.Namespace) -> int:
    """Make it."""
    kind = asked.out.suffix.removeprefix(".").lower()
    if kind not in FILM_FORMATS:
        raise Wrong(f"{asked.out}: a film ends in .mp4 or .webm")
    if asked.height not in range(120, max(LINES) + 1) or asked.fps not in range(5, max(RATES) + 1):
        raise Wrong(f"a film has up to {max(LINES)} lines and {max(RATES)} frames a second")
    with TemporaryDirectory() as folder:
        files, show = _show(asked, Path(folder))
        film = planned(show, FilmSettings(kind, asked.height, asked.fps))
        sources = Sources(files, lambda name, start, pace: paced_blocks(files[name], start, pace))
        try:
            make_film(film, sources, asked.out, Path(folder))
        except OSError as error:
            raise Wrong(f"{asked.out}: cannot be written: {error.strerror}") from error
    sys.stdout.write(f"{asked.out}: {len(show.slides)} pages, {asked.out.stat().st_size:,} bytes\n")
    return 0


def _show(asked: argparse.Namespace, folder: Path) -> tuple[dict[str, Path], Show]:
    """Return the show of the pages, and its files by their ids."""
    pages = [drawn for path in asked.pages for drawn in _pages(path, folder)]
    scripts = _scripts(asked.script)
    for what, there in (("voices", asked.voices), ("scripts", scripts)):
        if len(there) > len(pages):
            raise Wrong(f"there are {len(there)} {what} for {len(pages)} pages")
    known = {path: asset_of(path) for path in [*pages, *asked.voices]}
    slides = []
    for number, page in enumerate(pages):
        voice = asked.voices[number] if number < len(asked.voices) else None
        script = scripts[number] if number < len(scripts) else ""
        spoken = {} if voice is None else {"narration": _voice(voice, known[voice], script, asked.language)}
        slides.append({
            "id": f"page-{number + 1}",
            "title": f"Page {number + 1}",
            "background": "#000000",
            "ground": {"asset": known[page].id, "fit": "whole", "veil": "none"},
            "script": script,
            "transition": {"type": "fade", "duration": 400},
            **({"hold": round(1000 * asked.seconds)} if voice is None else spoken),
        })  # fmt: skip
    first = known[pages[0]]
    show = read_show({"title": asked.out.stem, "language": asked.language, "slides": slides, **_stage(first)})
    by_id = {asset.id: path for path, asset in known.items()}
    return by_id, _with(show, {asset.id: asset for asset in known.values()})


def _with(show: Show, assets: dict[str, Asset]) -> Show:
    return replace(show, assets=tuple(assets.values()))


def _stage(first: Asset) -> dict[str, int]:
    """Return a stage in the shape of the first page, as wide as any."""
    width = 1280
    return {"width": width, "height": max(240, min(2000, round(width * first.height / first.width)))}


def _pages(path: Path, folder: Path) -> list[Path]:
    """Return the pictures of a file: itself, or one for each page of a PDF."""
    if path.suffix.lower() != ".pdf":
        return [path]
    try:
        count = len(PdfDocument(path))
    except (PdfiumError, OSError) as error:
        raise Wrong(f"{path}: does not open as a PDF document") from error
    if count > MOST_PAGES:
        raise Wrong(f"{path}: has {count:,} pages, and {MOST_PAGES:,} are the most")
    drawn = []
    for number in range(count):
        room = folder / f"{path.stem}-{number}"
        room.mkdir()
        draw_page(path, number, room)
        drawn.append(room / "page.png")
    return drawn


def _scripts(path: Path | None) -> list[str]:
    if path is None:
        return []
    try:
        text = path.read_text(encoding="utf-8-sig")
    except OSError as error:
        raise Wrong(f"{path}: cannot be read: {error.strerror}") from error
    except UnicodeDecodeError as error:
        raise Wrong(f"{path}: is not a text in UTF-8; save it as such") from error
    return [part.strip() for part in _PARTED.split(text)]


def _voice(path: Path, asset: Asset, script: str, language: str) -> dict[str, Any]:
    """Return the voice of a page, with the words of its script where they are heard in it."""
    words = tokens(script, language)
    if not words:
        return {"asset": asset.id}
    try:
        heard = heard_in(path, script, language)
    except (FFmpegError, IndexError) as error:
        raise Wrong(f"{path}: does not decode as a sound") from error
    if not heard.follows:
        sys.stderr.write(f"ritornel: {path}: does not seem to say its script; its captions follow the clock\n")
        return {"asset": asset.id}
    pairs = zip(words, heard.words, strict=True)
    said = [[script[w.start : w.end], one.start_ms, one.end_ms, one.sure] for w, one in pairs]
    return {"asset": asset.id, "said": said, "heard": "words"}
