"""``ritornel demo --zip FILE``: a demo show as a document with its media, to try the other commands with."""

import argparse
import sys
from pathlib import Path

from ritornel.cli._media import asset_of
from ritornel.cli._wrong import Wrong
from ritornel.formats.show_document import zip_blocks
from ritornel.shows.demo import CREDIT, LICENCE, LICENCES, MATERIAL, bad_evening, lamp, skerry, winter
from ritornel.shows.demo.acts import as_written, made, with_ids

NAME = "demo"
HELP = "Write a demo show of Skarholm Light, with its media, as a zip that the other commands take."
_SHOWS = {
    "bad": lambda: bad_evening.document(lamp.heard()),
    "lamp": lambda: lamp.document(lamp.heard()),
    "winter": winter.document,
    "skerry": skerry.document,
}


def arguments(parser: argparse.ArgumentParser) -> None:
    """Add what may be asked."""
    parser.add_argument("--zip", type=Path, required=True, metavar="FILE", help="the file to write")
    parser.add_argument(
        "--show",
        choices=sorted(_SHOWS),
        default="lamp",
        help="which: a talk, a loop, or one in which everything goes wrong (lamp)",
    )


def run(asked: argparse.Namespace) -> int:
    """Write it."""
    files = [path for path in sorted(MATERIAL.iterdir()) if path.suffix != ".json"]
    assets = {path.name: asset_of(path, LICENCES.get(path.name, LICENCE), CREDIT) for path in files}
    ids = {name: asset.id for name, asset in assets.items()}
    make = as_written if asked.show == "bad" else made
    show = make(with_ids(_SHOWS[asked.show](), ids), list(assets.values()))
    used = {asset.id for asset in show.assets}
    paths = {assets[path.name].id: path for path in files if assets[path.name].id in used}
    try:
        asked.zip.write_bytes(b"".join(zip_blocks(show, paths)))
    except OSError as error:
        raise Wrong(f"{asked.zip}: cannot be written: {error.strerror}") from error
    sys.stdout.write(f"{asked.zip}: “{show.title}”, {len(show.slides)} slides\n")
    return 0
