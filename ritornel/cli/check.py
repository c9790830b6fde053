"""``ritornel check SHOW``: what will go wrong in a show, found before it goes out."""

import argparse
import sys
from collections.abc import Iterator, Mapping
from pathlib import Path
from tempfile import TemporaryDirectory

import msgspec
from msgspec.structs import replace

from ritornel.cli._show import read_show_file
from ritornel.cli._sounds import Sounding
from ritornel.core.linecheck import RULES, Finding
from ritornel.core.linecheck import found as line_check
from ritornel.core.model import Show
from ritornel.core.model.running import running
from ritornel.core.score import compile
from ritornel.render.closely import CLOSE_RULES, look_closely

NAME = "check"
HELP = "Look a show through, its document or its zip: one line for each finding. Exits with 1 if there are any."


def arguments(parser: argparse.ArgumentParser) -> None:
    """Add what may be asked."""
    parser.add_argument("show", type=Path, metavar="SHOW", help="a show document (JSON), or its zip")
    parser.add_argument("--json", action="store_true", help="the findings as JSON, with the edits that mend them")
    parser.add_argument(
        "--closely",
        action="store_true",
        help="look at what is really drawn, too: contrast, flashes, spelling; needs the show's zip, and a while",
    )
    parser.add_argument(
        "--rule", choices=sorted({*RULES, *CLOSE_RULES}), action="append", help="only by this rule; can be given again"
    )


def run(asked: argparse.Namespace) -> int:
    """Print them."""
    if asked.closely:
        with TemporaryDirectory() as folder:
            sounding = Sounding(asked.show, Path(folder), seen=True)
            show = running(sounding.show)
            looked = [one for place in range(len(show.slides)) for one in _closely(show, place, sounding.files)]
    else:
        show, looked = running(read_show_file(asked.show)), []
    every = line_check(show, compile(show), looked).open
    found = [f for f in every if not asked.rule or f.rule in asked.rule]
    if asked.json:
        sys.stdout.write(msgspec.json.format(msgspec.json.encode(found), indent=2).decode() + "\n")
    else:
        sys.stdout.write("".join(f"{f.message} ({f.rule})\n" for f in found) or "nothing was found\n")
    return 1 if found else 0


def _closely(show: Show, place: int, files: Mapping[str, Path]) -> Iterator[Finding]:
    for one in look_closely(show, place, files):
        yield replace(one, message=f"slide {place + 1}: {one.message}")
