"""``ritornel fit SHOW --to 3:00 --out FITTED``: a show made to last just so long."""

import argparse
import re
import sys
from pathlib import Path

from ritornel.cli._show import read_show_file
from ritornel.cli._wrong import Wrong
from ritornel.core.edits import BadEdit, apply
from ritornel.core.edits.fitting import FitLength, Gives
from ritornel.core.score import compile
from ritornel.core.time.rounding import rounded
from ritornel.formats.show_document import document_of

NAME = "fit"
HELP = "Let a show last just so long: its holds and waits give way, by one factor. Writes its document."
_TIME = re.compile(r"(?:(\d{1,4}):)?(\d{1,6}(?:\.\d{1,3})?)")


def arguments(parser: argparse.ArgumentParser) -> None:
    """Add what may be asked."""
    parser.add_argument("show", type=Path, metavar="SHOW", help="a show document (JSON), or its zip")
    parser.add_argument("--to", required=True, metavar="LENGTH", help="minutes and seconds, such as 3:00, or seconds")
    parser.add_argument("--out", type=Path, metavar="FITTED", help="the document to write; none: standard output")
    parser.add_argument("--pauses", action="store_true", help="pauses in voices give way too")
    parser.add_argument("--reading", action="store_true", help="nothing becomes too short to be read")


def run(asked: argparse.Namespace) -> int:
    """Write it."""
    length = _length(asked.to)
    show = read_show_file(asked.show)
    gives: tuple[Gives, ...] = ("holds", "waits", "pauses") if asked.pauses else ("holds", "waits")
    try:
        fitted = apply(show, FitLength(length=length, gives=gives, reading=asked.reading))
    except BadEdit as error:
        raise Wrong(f"{asked.show}: {error}") from error
    content = document_of(fitted)
    if asked.out is None:
        sys.stdout.write(content.decode() + "\n")
        return 0
    try:
        asked.out.write_bytes(content)
    except OSError as error:
        raise Wrong(f"{asked.out}: cannot be written: {error.strerror}") from error
    sys.stdout.write(f"{compile(show).length_ms / 1000:.3f} s -> {compile(fitted).length_ms / 1000:.3f} s\n")
    return 0


def _length(text: str) -> int:
    found = _TIME.fullmatch(text.strip())
    if found is None:
        raise Wrong(f"--to must be minutes and seconds, such as 3:00, or seconds, and is “{text}”")
    minutes, seconds = found.groups()
    return int(minutes or 0) * 60_000 + rounded(float(seconds) * 1000)
