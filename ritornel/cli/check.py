"""``ritornel check SHOW``: what will go wrong in a show, found before it goes out."""

import argparse
import sys
from pathlib import Path

import msgspec

from ritornel.cli._show import read_show_file
from ritornel.core.linecheck import RULES, findings
from ritornel.core.model.running import running
from ritornel.core.score import compile

NAME = "check"
HELP = "Look a show through, its document or its zip: one line for each finding. Exits with 1 if there are any."


def arguments(parser: argparse.ArgumentParser) -> None:
    """Add what may be asked."""
    parser.add_argument("show", type=Path, metavar="SHOW", help="a show document (JSON), or its zip")
    parser.add_argument("--json", action="store_true", help="the findings as JSON, with the edits that mend them")
    parser.add_argument("--rule", choices=sorted(RULES), action="append", help="only by this rule; can be given again")


def run(asked: argparse.Namespace) -> int:
    """Print them."""
    show = running(read_show_file(asked.show))
    found = [f for f in findings(show, compile(show)) if not asked.rule or f.rule in asked.rule]
    if asked.json:
        sys.stdout.write(msgspec.json.format(msgspec.json.encode(found), indent=2).decode() + "\n")
    else:
        sys.stdout.write("".join(f"{f.message} ({f.rule})\n" for f in found) or "nothing was found\n")
    return 1 if found else 0
