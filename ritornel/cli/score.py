"""``ritornel score SHOW``: what the engine computes of a show, as JSON: all of it, its timing, or one frame."""

import argparse
import sys
from pathlib import Path
from typing import Any

import msgspec

from ritornel.cli._show import read_show_file
from ritornel.cli._wrong import Wrong
from ritornel.core.linecheck import findings
from ritornel.core.model import Show
from ritornel.core.score import compile, facts
from ritornel.core.score.frame import frame_at

NAME = "score"
HELP = "Compute the score of a show: of its document, or of that in its zip, as JSON."


def arguments(parser: argparse.ArgumentParser) -> None:
    """Add what may be asked."""
    parser.add_argument("show", type=Path, metavar="SHOW", help="a show document (JSON), or its zip")
    what = parser.add_mutually_exclusive_group()
    what.add_argument("--facts", action="store_true", help="the timing: slides, cues and builds with their instants")
    what.add_argument("--at", type=float, metavar="MS", help="the frame at an instant of the show (docs/frame.md)")


def run(asked: argparse.Namespace) -> int:
    """Print it."""
    show = read_show_file(asked.show)
    if asked.at is not None:
        told: Any = _frame(show, asked.at)
    else:
        told = _facts(show) if asked.facts else compile(show)
    sys.stdout.write(msgspec.json.format(msgspec.json.encode(told), indent=2).decode() + "\n")
    return 0


def _facts(show: Show) -> dict[str, Any]:
    found = findings(show, compile(show))
    told = [{"rule": f.rule, "slide": f.slide, "message": f.message, "build": f.build} for f in found]
    return {**facts(show), "findings": told}


def _frame(show: Show, at: float) -> Any:
    score = compile(show)
    if not score.slides:
        raise Wrong("a show without slides has no frames")
    if not 0 <= at <= score.length_ms:
        raise Wrong(f"--at must be between 0 and {score.length_ms}, the show's length in ms, and is {at:g}")
    return frame_at(show, score, at)
