"""Turns: what is heavy is done by a few at once, in all processes of a machine, fair between people.

A turn is the lock of one of a few files in a folder. It goes with the process that holds it, however that ends, and can
be handed on to a child with its file. Who must wait leaves a mark; whoever was served last lets others go first.
"""

import fcntl
import time
from collections import Counter
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from pathlib import Path
from threading import Lock
from typing import BinaryIO

AT_ONCE = 2
MOST_WAITING = 24
"""So many of one person may wait in one process: a page's pictures, and some more."""

_FRESH_S = 3.0
"""Who has not asked for this long waits no more."""
_FIRST_LOOK_S = 0.01
_LATER_LOOK_S = 0.1


class Busy(Exception):
    """No turn came in time, or too much of this person waits already."""

    def __str__(self) -> str:
        return "the server has much to do just now; try again in a moment"


class Turns:
    """The turns of one kind of work, kept in a folder that all processes of a machine see."""

    def __init__(self, folder: Path, at_once: int = AT_ONCE) -> None:
        """State where they are kept, and how many there are."""
        self.folder, self.at_once = folder, at_once
        self._waiting: Counter[str] = Counter()
        self._lock = Lock()

    def taken(self, who: str) -> BinaryIO | None:
        """Return a turn, to be closed when it is over; None if somebody else is to have it: then ask again."""
        for name in ("waiting", "served"):
            (self.folder / name).mkdir(parents=True, exist_ok=True)
        with (self.folder / "door").open("wb") as door:
            fcntl.flock(door, fcntl.LOCK_EX)
            free, held = self._seen()
            if not free or self._others_first(who, held):
                (self.folder / "waiting" / who).touch()
                for turn in free:
                    turn.close()
                return None
            for turn in free[1:]:
                turn.close()
            free[0].truncate(0)
            free[0].write(who.encode())
            free[0].flush()
            (self.folder / "served" / who).touch()
            (self.folder / "waiting" / who).unlink(missing_ok=True)
            return free[0]

    @contextmanager
    def of(self, who: str, patience_s: float) -> Iterator[None]:
        """Wait for a turn and hold it; ``Busy`` if none comes in time."""
        with self._lock:
            if self._waiting[who] >= MOST_WAITING:
                raise Busy
            self._waiting[who] += 1
        try:
            turn = self._waited_for(who, time.monotonic() + patience_s)
        finally:
            with self._lock:
                self._waiting -= Counter([who])
        with turn:
            yield

    def _waited_for(self, who: str, end: float) -> BinaryIO:
        look = _FIRST_LOOK_S
        while (turn := self.taken(who)) is None:
            if time.monotonic() >= end:
                raise Busy
            time.sleep(look)
            look = min(_LATER_LOOK_S, 1.5 * look)
        return turn

    def _seen(self) -> tuple[list[BinaryIO], list[str]]:
        """Return the turns that are free, locked, and who holds the others."""
        free, held = [], []
        for number in range(self.at_once):
            turn = (self.folder / f"turn-{number}").open("a+b")
            try:
                fcntl.flock(turn, fcntl.LOCK_EX | fcntl.LOCK_NB)
                free.append(turn)
            except BlockingIOError:
                turn.seek(0)
                held.append(turn.read().decode(errors="replace"))
                turn.close()
        return free, held

    def _others_first(self, who: str, held: list[str]) -> bool:
        """Tell whether somebody waits who holds fewer turns, or as many and was served longer ago."""
        mine = (held.count(who), self._served(who))
        now = time.time()
        for mark in (self.folder / "waiting").iterdir():
            with suppress(FileNotFoundError):
                waits = now - mark.stat().st_mtime < _FRESH_S
                if waits and mark.name != who and (held.count(mark.name), self._served(mark.name)) < mine:
                    return True
                if not waits:
                    mark.unlink()
        return False

    def _served(self, who: str) -> float:
        with suppress(FileNotFoundError):
            return (self.folder / "served" / who).stat().st_mtime
        return 0.0
