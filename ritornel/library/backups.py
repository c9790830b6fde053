"""The database and all files into a folder, while the application runs, and back again."""

import os
import shutil
import sqlite3
from collections.abc import Iterator
from contextlib import closing
from pathlib import Path
from typing import NamedTuple

from django.conf import settings
from django.core.management import call_command
from django.db import connection

from ritornel.library.store import in_use

DATABASE, MEDIA = "ritornel.sqlite3", "media"
_LOCKS = frozenset({"jobs", "turns", "store.lock"})
"""What lies with the media and is only of use to those who run: locks."""


class NotPutBack(Exception):
    """A backup cannot be put back. The message says why, and what to do."""


class Copied(NamedTuple):
    """What was copied: files, their bytes, and files that were there already."""

    files: int
    bytes: int
    there: int


def back_up(folder: Path) -> Copied:
    """Copy the database, as it is at one instant, and then all files, into a folder; files that it has stay.

    Files are never changed under their name, and none is cleared away meanwhile: so every file that the copy of the
    database names is in the folder. Raises ``OSError`` where the folder cannot be written.
    """
    folder.mkdir(parents=True, exist_ok=True)
    with in_use():
        _copy_database(Path(str(connection.settings_dict["NAME"])), folder / DATABASE)
        return _copy_files(Path(settings.MEDIA_ROOT), folder / MEDIA)


def put_back(folder: Path, over: bool = False) -> Copied:
    """Put a backup back in place of what is here. Raises ``NotPutBack`` if it is none, or there is something here.

    ``over``: all the same. A backup of an older version is brought up to this one.
    """
    copy = folder / DATABASE
    if not copy.is_file():
        raise NotPutBack(f"{folder} is no backup: there is no {DATABASE} in it")
    _check(copy)
    here = Path(str(connection.settings_dict["NAME"]))
    if not over and _has_people(here):
        raise NotPutBack("there are people and shows here already; with --over the backup takes their place")
    connection.close()
    done = _copy_files(folder / MEDIA, Path(settings.MEDIA_ROOT))
    with closing(sqlite3.connect(copy)) as source, closing(sqlite3.connect(here)) as target:
        source.backup(target)
    call_command("migrate", verbosity=0)
    return done


def _copy_database(source: Path, target: Path) -> None:
    """Copy a database as it is at one instant (SQLite's online backup), so that it is there whole or not at all."""
    arriving = target.with_suffix(".arriving")
    arriving.unlink(missing_ok=True)
    with closing(sqlite3.connect(source)) as one, closing(sqlite3.connect(arriving)) as other:
        one.backup(other)
    _check(arriving)
    arriving.replace(target)


def _check(database: Path) -> None:
    try:
        with closing(sqlite3.connect(f"file:{database}?mode=ro", uri=True)) as opened:
            told = opened.execute("PRAGMA integrity_check").fetchone()[0]
    except sqlite3.DatabaseError as error:
        raise NotPutBack(f"{database} is damaged: {error}; take another backup") from error
    if told != "ok":
        raise NotPutBack(f"{database} is damaged: {told}; take another backup")


def _has_people(database: Path) -> bool:
    if not database.is_file():
        return False
    with closing(sqlite3.connect(database)) as opened:
        named = opened.execute("SELECT 1 FROM sqlite_master WHERE name = 'auth_user'").fetchone()
        return named is not None and opened.execute("SELECT 1 FROM auth_user").fetchone() is not None


def _copy_files(source: Path, target: Path) -> Copied:
    """Copy the files below a folder that the other has not, each whole or not at all."""
    files = size = there = 0
    for path in _below(source):
        place = target / path.relative_to(source)
        try:
            known = path.stat()
            if place.is_file() and place.stat().st_size == known.st_size:
                there += 1
                continue
            place.parent.mkdir(parents=True, exist_ok=True)
            arriving = place.with_name(f"{place.name}.arriving")
            shutil.copy2(path, arriving)
            arriving.replace(place)
        except FileNotFoundError:
            continue  # it was on its way, and is gone
        files += 1
        size += known.st_size
    return Copied(files, size, there)


def _below(folder: Path) -> Iterator[Path]:
    for place, folders, names in os.walk(folder):
        if Path(place) == folder:
            folders[:] = sorted(set(folders) - _LOCKS)
            names = sorted(set(names) - _LOCKS)
        yield from (Path(place) / name for name in names if not name.endswith(".arriving"))
