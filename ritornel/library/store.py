"""Where files lie: once by the hash of their content, written whole or not at all, and never read unchecked.

Files are kept under a name only after their content was read back and had that hash (``formats.examining``); one that
is found short or changed is replaced by the next whole copy that arrives.
"""

import fcntl
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from django.conf import settings

from ritornel.library import shared
from ritornel.library.models import SHARED, derived_place, place_of


def place(found: Path, sha256: str) -> Path:
    """Put what an examination left in the folder ``found`` to where the content of that hash lies; return the file.

    Each file comes under its name whole or not at all, in place of whatever was there: so one that a disk has cut or
    changed is put right whenever its content arrives again.
    """
    target = place_of(sha256)
    for folder in (target.parent, derived_place(sha256, "x").parent):
        folder.mkdir(parents=True, exist_ok=True)
    for ending in SHARED:
        if (found / ending).is_file():
            (found / ending).replace(derived_place(sha256, ending))
            shared.send(derived_place(sha256, ending))
    if (found / "copy").is_file() or not target.is_file():  # else it was put there before whoever did so was ended
        (found / "copy").replace(target)
        shared.send(target)
    return target


@contextmanager
def in_use(alone: bool = False) -> Iterator[None]:
    """Hold the store while a file gets its row; ``alone`` while files without rows are cleared away."""
    root = Path(settings.MEDIA_ROOT)
    root.mkdir(parents=True, exist_ok=True)
    with (root / "store.lock").open("wb") as lock:
        fcntl.flock(lock, fcntl.LOCK_EX if alone else fcntl.LOCK_SH)
        yield
