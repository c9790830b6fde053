"""``ritornel schema``: the JSON Schema of show documents, for whoever writes them."""

import argparse
import json
import sys
from pathlib import Path

from ritornel.cli._wrong import Wrong
from ritornel.core.model.schema import show_schema

NAME = "schema"
HELP = "Write the JSON Schema of show documents."


def arguments(parser: argparse.ArgumentParser) -> None:
    """Add what may be asked."""
    parser.add_argument("--out", type=Path, metavar="FILE", help="the file to write; none: to the standard output")


def run(asked: argparse.Namespace) -> int:
    """Write it."""
    content = json.dumps(show_schema(), indent=1, ensure_ascii=False) + "\n"
    if asked.out is None:
        sys.stdout.write(content)
        return 0
    try:
        asked.out.write_text(content, encoding="utf-8")
    except OSError as error:
        raise Wrong(f"{asked.out}: cannot be written: {error.strerror}") from error
    return 0
