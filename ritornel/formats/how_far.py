"""How far work on a file is, told by the process that does it to whoever waits: a number in a file beside it."""

import time
from pathlib import Path

WHOLE = 1000
_NAME = "how-far"
_TELL_S = 0.25


class HowFar:
    """What is told of work on a file, seldom enough to cost nothing."""

    def __init__(self, path: Path) -> None:
        """Tell beside the file at ``path``."""
        self._path, self._told_at = path.with_name(_NAME), 0.0

    def tell(self, share: float) -> None:
        """Say that so much of it, from 0 to 1, is done."""
        if time.monotonic() - self._told_at >= _TELL_S:
            self._told_at = time.monotonic()
            self._path.write_text(str(round(WHOLE * min(1.0, max(0.0, share)))))


def how_far(folder: Path) -> int | None:
    """Return how much of ``WHOLE`` of the work on a file in ``folder`` is done; None if nobody tells."""
    try:
        return int((folder / _NAME).read_text())
    except (FileNotFoundError, ValueError):
        return None
