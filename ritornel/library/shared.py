"""A store of media that several machines share, as S3 is: this machine's folder is then what it has at hand of it.

Without one (``RITORNEL_MEDIA_STORE``) there is only the folder, and nothing here does anything. In the store files have
the names that they have in the folder. They are named by their content, so one that is there is never another.
"""

import shutil
from pathlib import Path
from uuid import uuid4

from django.conf import settings
from django.core.files import File
from django.core.files.storage import Storage, storages


def _store() -> Storage | None:
    return storages["shared"] if settings.MEDIA_STORE else None


def _name(path: Path) -> str:
    return path.relative_to(settings.MEDIA_ROOT).as_posix()


def send(path: Path) -> None:
    """Put a file of this machine's folder into the store. Raises what its client raises when it cannot be reached."""
    store = _store()
    if store is not None and path.is_file():
        with path.open("rb") as file:
            store.save(_name(path), File(file))


def at_hand(path: Path) -> Path:
    """Return a path, with its file fetched from the store if this machine has none; one that is nowhere has no file."""
    store = _store()
    if store is None or path.is_file():
        return path
    try:
        with store.open(_name(path), "rb") as there:
            path.parent.mkdir(parents=True, exist_ok=True)
            arriving = path.with_name(f"arriving-{uuid4().hex}")
            try:
                with arriving.open("wb") as file:
                    shutil.copyfileobj(there, file)
                arriving.replace(path)
            finally:
                arriving.unlink(missing_ok=True)
    except FileNotFoundError:
        pass
    return path


def drop(path: Path) -> None:
    """Delete a file here and in the store."""
    path.unlink(missing_ok=True)
    store = _store()
    if store is not None:
        store.delete(_name(path))
