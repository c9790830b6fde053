"""``ritornel convert A B``: a show, or an outline, from one open format into another, as the endings say."""

import argparse
import sys
from pathlib import Path
from tempfile import TemporaryDirectory

import msgspec

from ritornel.cli._media import asset_of
from ritornel.cli._sounds import Sounding
from ritornel.cli._wrong import Wrong
from ritornel.core.edits import BadEdit, apply, read_command
from ritornel.core.model import Show
from ritornel.formats.outline import BadOutline
from ritornel.formats.presentations import BadPresentation
from ritornel.formats.presentations.ours import format_for, made_ours
from ritornel.formats.shows import FORMATS, Format
from ritornel.formats.shows.outline import read as read_outline

NAME = "convert"
HELP = "Write a show (a document, a zip, a presentation, an outline) in another open format, as the ending says."
_OUTLINES = FORMATS["outline"].endings


def arguments(parser: argparse.ArgumentParser) -> None:
    """Add what may be asked."""
    written = ", ".join(sorted({f.endings[0] for f in FORMATS.values() if f.writes is not None}))
    parser.add_argument("show", type=Path, metavar="A", help="a show document, a zip, a presentation, or an outline")
    parser.add_argument("out", type=Path, metavar="B", help=f"the file to write, ending in {written}")
    parser.add_argument("--json", action="store_true", help="tell what was left out as JSON")


def run(asked: argparse.Namespace) -> int:
    """Write it, and say what is left out."""
    target = _format_of(asked.out)
    with TemporaryDirectory() as folder:
        changed: tuple[str, ...] = ()
        if asked.show.name.endswith(_OUTLINES):
            show, files = _outlined(asked.show)
        else:
            shown, changed = _made_ours(asked.show, Path(folder))
            show, files = _shown(shown, Path(folder))
        assert target.writes is not None
        try:
            with asked.out.open("wb") as out:
                for block in target.writes(show, files):
                    out.write(block)
        except OSError as error:
            raise Wrong(f"{asked.out}: cannot be written: {error.strerror}") from error
    lost = list(target.loses(show))
    if asked.json:
        told = {"out": str(asked.out), "slides": len(show.slides), "changed": changed, "left_out": lost}
        sys.stdout.write(msgspec.json.format(msgspec.json.encode(told), indent=2).decode() + "\n")
    else:
        count = "1 slide" if len(show.slides) == 1 else f"{len(show.slides)} slides"
        sys.stdout.write(f"{asked.out}: {count}; {'; '.join([*changed, *lost]) or 'nothing is left out'}\n")
    return 0


def _format_of(path: Path) -> Format:
    """Return the format of the longest ending that a path has."""
    fitting = [
        (len(e), f) for f in FORMATS.values() if f.writes is not None for e in f.endings if path.name.endswith(e)
    ]
    if not fitting:
        raise Wrong(f"{path}: nothing can be written with that ending; see ritornel convert --help")
    return max(fitting, key=lambda pair: pair[0])[1]


def _made_ours(path: Path, folder: Path) -> tuple[Path, tuple[str, ...]]:
    """Return where a show lies as a document of ours, and what of a presentation became different in it."""
    format_ = format_for(path.name)
    if not format_:
        return path, ()
    try:
        made = made_ours(path, format_, folder / "show.zip")
    except OSError as error:
        raise Wrong(f"{path}: cannot be read: {error.strerror}") from error
    except BadPresentation as error:
        raise Wrong(f"{path}: {error}") from error
    return folder / "show.zip", made.changed


def _shown(path: Path, folder: Path) -> tuple[Show, dict[str, Path]]:
    sounding = Sounding(path, folder, seen=True)
    return sounding.show, sounding.files


def _outlined(path: Path) -> tuple[Show, dict[str, Path]]:
    """Return the show that an outline makes, with the pictures that lie beside it."""
    try:
        with path.open("rb") as file:
            slides = read_outline(file)
    except OSError as error:
        raise Wrong(f"{path}: cannot be read: {error.strerror}") from error
    except (BadOutline, UnicodeDecodeError) as error:
        raise Wrong(f"{path}: {error}") from error
    files, assets, ids = {}, [], {}
    for name in dict.fromkeys(name for slide in slides for name in slide.pictures):
        picture = path.parent / name
        if picture.is_file():
            asset = asset_of(picture)
            ids[name], files[asset.id] = asset.id, picture
            assets.append(asset)
    told = []
    for slide in msgspec.to_builtins(slides):
        named = slide.pop("pictures", ())
        told.append(
            slide | {"pictures": [ids[n] for n in named if n in ids], "absent": [n for n in named if n not in ids]}
        )
    try:
        return apply(Show(assets=tuple(assets)), read_command({"do": "add-outline", "slides": told})), files
    except BadEdit as error:
        raise Wrong(f"{path}: {error}") from error
