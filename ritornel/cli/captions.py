"""``ritornel captions SHOW --out show.vtt``: the captions of a show as WebVTT."""

import argparse
import sys
from pathlib import Path

from ritornel.cli._show import read_show_file
from ritornel.cli._wrong import Wrong
from ritornel.formats.shows.captions import write

NAME = "captions"
HELP = "Write the captions of a show, of its document or its zip, as WebVTT."


def arguments(parser: argparse.ArgumentParser) -> None:
    """Add what may be asked."""
    parser.add_argument("show", type=Path, metavar="SHOW", help="a show document (JSON), or its zip")
    parser.add_argument("--out", type=Path, metavar="FILE", help="the file to write; none: to the standard output")


def run(asked: argparse.Namespace) -> int:
    """Write them."""
    content = b"".join(write(read_show_file(asked.show), {})).decode()
    if asked.out is None:
        sys.stdout.write(content + "\n")
        return 0
    try:
        asked.out.write_text(content, encoding="utf-8")
    except OSError as error:
        raise Wrong(f"{asked.out}: cannot be written: {error.strerror}") from error
    return 0
