"""``ritornel film SHOW.zip talk.mp4``: a show as a film, a moving picture, its sound, or the stills of its slides."""

import argparse
import sys
import time
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import cast

import msgspec

from ritornel.cli._filming import make_film
from ritornel.cli._media import tiled
from ritornel.cli._sounds import Sounding
from ritornel.cli._wrong import Wrong
from ritornel.core.model import Show
from ritornel.core.score import compile
from ritornel.render.filming import LINES, RATES, Film, FilmSettings, Shape, Sources, chapter_slides, only
from ritornel.render.ways_out import WAYS, planned

NAME = "film"
HELP = (
    "Make a film of a show (its zip): MP4 or WebM; or a moving picture, its sound, stills or pages, as the ending says."
)
_STILLS = {"png", "svg"}
_ENDINGS = sorted(name for name in WAYS if "-" not in name)


def arguments(parser: argparse.ArgumentParser) -> None:
    """Add what may be asked."""
    parser.add_argument("show", type=Path, metavar="SHOW.zip", help="a show with its media")
    parser.add_argument("out", type=Path, metavar="OUT", help=f"the file to write, ending in {', '.join(_ENDINGS)}")
    parser.add_argument("--height", type=int, default=1080, metavar="LINES", help=f"lines: {_of(LINES)} (1080)")
    parser.add_argument("--fps", type=int, default=30, help=f"frames a second: {_of(RATES)} (30)")
    parser.add_argument("--chapter", metavar="CHAPTER", help="only this chapter: its number or its title")
    parser.add_argument("--slides", metavar="FROM-TO", help="only these slides, by their numbers: 3, or 3-6")
    parser.add_argument("--shape", choices=["wide", "square", "upright"], default="wide", help="of the picture (wide)")
    parser.add_argument("--follow", action="store_true", help="show what comes on the stage, not the whole stage")
    parser.add_argument("--captions", nargs="?", const="", metavar="LANGUAGE", help="captions as part of the picture")
    parser.add_argument("--each-cue", action="store_true", help="of pages (.pdf): one before each cue as well")
    parser.add_argument("--json", action="store_true", help="tell what was made as JSON")


def _of(numbers: tuple[int, ...]) -> str:
    return ", ".join(map(str, numbers))


def run(asked: argparse.Namespace) -> int:
    """Make it; exit code 1 where a medium is missing."""
    kind = asked.out.suffix.removeprefix(".").lower()
    if kind not in _ENDINGS:
        raise Wrong(f"{asked.out}: what is to be made is told by its ending: {', '.join(_ENDINGS)}")
    if asked.each_cue:
        if kind != "pdf":
            raise Wrong("--each-cue is of pages: let the file end in .pdf")
        kind = "pdf-cues"
    settings = FilmSettings(kind, asked.height, asked.fps, _shape(asked.shape, asked.follow), asked.captions)
    if settings.lines not in range(120, max(LINES) + 1) or settings.fps not in range(5, max(RATES) + 1):
        raise Wrong(f"a film has up to {max(LINES)} lines and {max(RATES)} frames a second")
    began = time.monotonic()
    with TemporaryDirectory() as folder:
        sounding = Sounding(asked.show, Path(folder), seen=True)
        film = _planned(sounding.show, settings, asked)
        sources = Sources(tiled(film.show, sounding.files, Path(folder)), sounding.opened)
        try:
            make_film(film, sources, asked.out, Path(folder))
        except OSError as error:
            raise Wrong(f"{asked.out}: cannot be written: {error.strerror}") from error
    missing = [f"{line}" for line in sounding.silent] + _missing(film.show, sounding.files)
    for line in missing:
        sys.stderr.write(f"ritornel: {line}\n")
    width, height = settings.size(film.show)
    told = {
        "file": str(asked.out),
        "bytes": asked.out.stat().st_size,
        "length": compile(film.show).length_ms,
        "slides": len(film.show.slides),
        **({"width": width, "height": height, "fps": settings.fps} if "lines" in WAYS[kind].sets else {}),
        "seconds": round(time.monotonic() - began, 1),
        "missing": missing,
    }
    if asked.json:
        sys.stdout.write(msgspec.json.format(msgspec.json.encode(told), indent=2).decode() + "\n")
    else:
        sys.stdout.write(f"{asked.out}: {told['bytes']:,} bytes in {told['seconds']} s\n")
    return 1 if missing else 0


def _shape(word: str, follow: bool) -> Shape:
    if word == "wide":
        if follow:
            raise Wrong("a wide film shows the whole stage: --follow goes with --shape square or upright")
        return "as the show"
    return cast(Shape, f"{word}, following" if follow else word)


def _planned(show: Show, settings: FilmSettings, asked: argparse.Namespace) -> Film:
    try:
        return planned(only(show, _slides(show, asked)), settings)
    except ValueError as error:
        raise Wrong(str(error)) from error


def _slides(show: Show, asked: argparse.Namespace) -> list[str] | None:
    if asked.chapter is not None:
        titles = [chapter.title.casefold() for chapter in show.chapters]
        word = asked.chapter.casefold()
        number = int(word) if word.isdecimal() else titles.index(word) + 1 if word in titles else 0
        return chapter_slides(show, number)
    if asked.slides is None:
        return None
    first, _, last = asked.slides.partition("-")
    if not (first.isdecimal() and (last or first).isdecimal()):
        raise Wrong(f"--slides {asked.slides}: tell numbers, as in 3 or 3-6")
    chosen = [slide.id for slide in show.slides[int(first) - 1 : int(last or first)]] if int(first) else []
    if not chosen:
        raise Wrong(f"--slides {asked.slides}: the show has {len(show.slides)} slides")
    return chosen


def _missing(show: Show, files: dict[str, Path]) -> list[str]:
    shown = [asset for asset in show.assets if not (asset.kind == "sound" or asset.has_sound)]
    return [f"{asset.name or asset.id}: is not in the file" for asset in shown if asset.id not in files]
