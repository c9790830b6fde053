"""Files that strangers send are looked through apart: in a child process with a bound on its memory and its time.

``python -m ritornel.formats.examining PATH NAME FOLDER`` examines one file and leaves its outcome in the folder; an
``Examination`` starts that, waits for it as long as one likes, and finds the outcome later, also after a restart.
"""

import fcntl
import hashlib
import os
import resource
import signal
import subprocess
import sys
import time
from collections.abc import Callable
from pathlib import Path
from typing import Any, BinaryIO

import msgspec
from msgspec import Struct

from ritornel.formats.media_kinds import UNREADABLE, BadMedia, is_full

MEMORY_BYTES = 560 * 1024 * 1024
PROCESSOR_SECONDS = 60
SECONDS = 120
REMAKING_SECONDS = 600
"""A clip that is made anew takes longer: as long as it takes to encode it."""
WRITTEN_BYTES = 1024 * 1024 * 1024
ATTEMPTS = 2
_NO_ROOM = "no-room"
_LOOK_AGAIN_S = 0.02
_BLOCK = 1024 * 1024
_TOO_MUCH = "takes more time or memory to look through than a file may; make it shorter or smaller and try again"


Turn = Callable[[], BinaryIO | None]


class Outcome(Struct, frozen=True):
    """What an examination found: SHA-256, name and facts of what is kept, or the sentence that refuses the file.

    With ``no_room`` the disk was full: it can be tried again.
    """

    sha256: str = ""
    name: str = ""
    facts: dict[str, Any] | None = None
    refused: str = ""
    no_room: bool = False


class Examination:
    """The examination of one file, kept in a folder of its own."""

    def __init__(self, path: Path, name: str, folder: Path, turn: Turn) -> None:
        """State what is examined; nothing is begun yet. ``turn`` gives a lock to be held by the child, or none yet."""
        self.path, self.name, self.folder, self.turn = path, name, folder, turn

    def outcome(self, patience_s: float) -> Outcome | None:
        """Return the outcome, begun if it was not; None if it is not there after ``patience_s`` seconds.

        A child that ended without one, killed or out of bounds, is begun again up to ``ATTEMPTS`` times.
        """
        end = time.monotonic() + patience_s
        while True:
            if (found := self._found()) is not None:
                return found
            if not self._is_running():
                if (found := self._found()) is not None:
                    return found
                if (self.folder / _NO_ROOM).exists():
                    (self.folder / _NO_ROOM).unlink()
                    return Outcome(no_room=True)
                if self._attempts() >= ATTEMPTS:
                    return Outcome(refused=f"“{self.name}” {_TOO_MUCH}")
                self._begin()
            if time.monotonic() >= end:
                return None
            time.sleep(_LOOK_AGAIN_S)

    def _found(self) -> Outcome | None:
        try:
            return msgspec.json.decode((self.folder / "outcome").read_bytes(), type=Outcome)
        except FileNotFoundError:
            return None

    def _attempts(self) -> int:
        return len(list(self.folder.glob("attempt-*")))

    def _is_running(self) -> bool:
        """Tell whether a child holds the folder: its lock goes with it, however it ends."""
        try:
            with (self.folder / "lock").open("rb") as lock:
                fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError:
            return True
        except FileNotFoundError:
            return False
        return False

    def _begin(self) -> None:
        self.folder.mkdir(parents=True, exist_ok=True)
        turn = self.turn()
        if turn is None:
            return
        (self.folder / f"attempt-{self._attempts()}").touch()
        lock = (self.folder / "lock").open("wb")
        with lock, turn:
            fcntl.flock(lock, fcntl.LOCK_EX)
            command = [sys.executable, "-m", __name__, str(self.path), self.name, str(self.folder)]
            environment = {**os.environ, "OPENBLAS_NUM_THREADS": "1", "PYTHONPATH": os.pathsep.join(sys.path)}
            subprocess.Popen(
                command,
                env=environment,
                stdin=subprocess.DEVNULL,
                stdout=subprocess.DEVNULL,
                stderr=subprocess.DEVNULL,
                pass_fds=[lock.fileno(), turn.fileno()],  # the child inherits the locks, and holds them until it ends
                start_new_session=True,
            )


def look_through(path: Path, name: str, folder: Path) -> Outcome:
    """Copy a file into ``folder`` as ``copy`` and examine the copy: what is kept is what was looked at.

    The hash is of what is read back from the copy, so that a copy that went wrong has another one, and is not kept.
    """
    from ritornel.formats.media import examine
    from ritornel.formats.preparing import prepare

    copy = folder / "copy"
    sent = hashlib.sha256()
    with path.open("rb") as file, copy.open("wb") as out:
        while block := file.read(_BLOCK):
            sent.update(block)
            out.write(block)
        out.flush()
        os.fsync(out.fileno())
    if _hash_of(copy) != sent.hexdigest():
        raise OSError(f"{copy} is not what was written")
    try:
        return _found_in(copy, name, folder, prepare, examine)
    except BadMedia as error:
        copy.unlink(missing_ok=True)
        return Outcome(refused=str(error))


def _found_in(copy: Path, name: str, folder: Path, prepare: Any, examine: Any) -> Outcome:
    try:
        kept_as = prepare(copy, name)
    except UNREADABLE as error:
        if isinstance(error, BadMedia) or is_full(error):
            raise
        raise BadMedia(f"“{name}” does not decode as a picture; export it again and try once more") from error
    with copy.open("rb") as file:
        os.fsync(file.fileno())
    facts = examine(copy, kept_as, folder)
    return Outcome(sha256=_hash_of(copy), name=kept_as, facts=msgspec.to_builtins(facts))


def _hash_of(path: Path) -> str:
    with path.open("rb") as file:
        return hashlib.file_digest(file, "sha256").hexdigest()


def bound_this_process() -> None:
    """Bound memory, time and files of this process; beyond them it is ended by the system.

    One that makes a clip anew may ask for ``REMAKING_SECONDS`` (``remaking.take_longer``).
    """
    resource.setrlimit(resource.RLIMIT_DATA, (MEMORY_BYTES, MEMORY_BYTES))
    resource.setrlimit(resource.RLIMIT_CPU, (PROCESSOR_SECONDS, REMAKING_SECONDS))
    resource.setrlimit(resource.RLIMIT_FSIZE, (WRITTEN_BYTES, WRITTEN_BYTES))
    resource.setrlimit(resource.RLIMIT_NOFILE, (64, 64))
    resource.setrlimit(resource.RLIMIT_CORE, (0, 0))
    signal.alarm(SECONDS)
    os.nice(5)


def main(arguments: list[str]) -> int:
    """Examine the file, and write the outcome so that it is there whole or not at all."""
    path, name, folder = Path(arguments[0]), arguments[1], Path(arguments[2])
    bound_this_process()
    try:
        outcome = look_through(path, name, folder)
    except MemoryError:
        outcome = Outcome(refused=f"“{name}” {_TOO_MUCH}")
    except OSError as error:
        if not is_full(error):
            raise
        for attempt in folder.glob("attempt-*"):  # no fault of the file: it is looked through when there is room
            attempt.unlink()
        (folder / _NO_ROOM).touch()
        return 1
    arriving = folder / f"arriving-{os.getpid()}"
    arriving.write_bytes(msgspec.json.encode(outcome))
    arriving.replace(folder / "outcome")
    return 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
