"""``python -m ritornel.core.score SHOW.json [--facts]``: the score of a show document, or its timing, as JSON."""

import argparse
import sys
from pathlib import Path

import msgspec

from ritornel.core.model.reading import BadDocument, read_show
from ritornel.core.score import compile, facts


def main(arguments: list[str] | None = None) -> int:
    """Print what is asked about a show document; 2 and one line on standard error if it cannot be read."""
    parser = argparse.ArgumentParser(prog="python -m ritornel.core.score", description="Compute the score of a show.")
    parser.add_argument("show", type=Path, help="a show document (JSON)")
    parser.add_argument("--facts", action="store_true", help="print the timing instead of the whole score")
    asked = parser.parse_args(arguments)
    try:
        show = read_show(asked.show.read_bytes())
    except OSError as error:
        print(f"{asked.show}: cannot be read: {error.strerror}", file=sys.stderr)
        return 2
    except BadDocument as error:
        print(f"{asked.show}: {' '.join(str(error).split())}", file=sys.stderr)
        return 2
    result = facts(show) if asked.facts else compile(show)
    print(msgspec.json.format(msgspec.json.encode(result), indent=2).decode())
    return 0


if __name__ == "__main__":
    sys.exit(main())
