"""``python -m ritornel.formats.small PATH TARGET``: a small picture of one file, made in a process with bounds."""

import sys
from pathlib import Path

from ritornel.formats.examining import bound_this_process
from ritornel.formats.media import small


def main(arguments: list[str]) -> int:
    """Make it so that it is there whole or not at all."""
    path, target = Path(arguments[0]), Path(arguments[1])
    bound_this_process()
    arriving = target.with_suffix(".arriving")
    small(path, arriving)
    arriving.replace(target)
    return 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
