"""Pieces of films made by other machines: those that have neither the database nor a folder with this one in common.

They are asked for in Redis, in a queue of their own (``manage.py work --pieces`` takes from it), and everything goes
through the shared store of media: what a piece is made of, and the piece. Who makes one says every few seconds that it
is at it; when it falls silent the piece is asked for again.
"""

import os
import shutil
import socket
from logging import getLogger
from pathlib import Path
from typing import Any
from uuid import UUID

import msgspec
from django.conf import settings
from django_tasks import task

from ritornel.films import apart
from ritornel.films.models import Film, films_folder
from ritornel.jobs.apart import TooMuch, done_apart
from ritornel.jobs.running import Stopped
from ritornel.library import shared
from ritornel.render.filming import FilmSettings

log = getLogger("ritornel")
_BEAT_S, _ASKED_S, _KNOWN_S, _TROUBLE_S = 10, 60, 13 * 24 * 3600, 24 * 3600
_OTHERS = "another machine that makes films has another version of Ritornel; bring all to the same one"
_UNFORESEEN = "a machine that makes pieces of films could not make one; its log says why. Then go on"


def is_on() -> bool:
    """Tell whether other machines may make pieces: there are a Redis and a shared store."""
    return bool(settings.REDIS and settings.MEDIA_STORE)


def is_made(path: Path) -> bool:
    """Tell whether a piece is in the shared store, as far as is known."""
    return is_on() and bool(_redis().exists(_key("made", path)))


def forget(path: Path) -> None:
    """A piece that was made is not there any more."""
    _redis().delete(_key("made", path))


def trouble(film: Film) -> str:
    """Return what went wrong with a film's pieces; nothing: nothing."""
    words = _redis().get(f"ritornel:trouble:{film.pk.hex}") if is_on() else None
    return words.decode() if words else ""


def again(film: Film) -> None:
    """A film is wanted, whatever went wrong with it or stopped it before."""
    if is_on():
        _redis().delete(f"ritornel:trouble:{film.pk.hex}", f"ritornel:stopped:{film.pk.hex}")


def halt(film: Film) -> None:
    """Nobody wants a film: whoever is at a piece of it leaves off."""
    if is_on():
        _redis().set(f"ritornel:stopped:{film.pk.hex}", 1, ex=_TROUBLE_S)


def done(film: Film) -> None:
    """A film is made, or not wanted: what was laid into the store for it alone is not needed any more."""
    if is_on():
        shared.drop(_document(film.pk.hex))


def ask(film: Film, numbers: list[int], files: dict[str, Path]) -> None:
    """Ask for pieces of a film that nobody was asked for lately, or is at."""
    redis = _redis()
    document = _document(film.pk.hex)
    if not document.is_file():
        document.parent.mkdir(parents=True, exist_ok=True)
        document.write_text(film.document)
        shared.send(document)
    root = Path(settings.MEDIA_ROOT)
    there = {asset: path.relative_to(root).as_posix() for asset, path in files.items()}
    for number in numbers:
        path = film.piece(number)
        if redis.exists(_key("made", path), _key("beat", path)):
            continue
        if redis.set(_key("asked", path), 1, nx=True, ex=_ASKED_S):
            place = path.relative_to(root).as_posix()
            make_piece.enqueue(film.pk.hex, film.wished, number, film.pieces[number][0], there, place)


@task(queue_name=settings.PIECES_QUEUE)
def make_piece(film: str, wished: dict[str, Any], number: int, name: str, files: dict[str, str], place: str) -> None:
    """Make a piece of a film on a machine that may have no database; then let the film go on."""
    root = Path(settings.MEDIA_ROOT)
    target = root / place
    redis = _redis()
    redis.delete(_key("asked", target))
    if redis.exists(f"ritornel:stopped:{film}"):
        return
    if redis.exists(_key("made", target)):
        go_on.enqueue(film)
        return
    me = f"{socket.gethostname()}-{os.getpid()}"
    if not redis.set(_key("beat", target), me, nx=True, ex=_BEAT_S):
        return
    arriving = films_folder() / "arriving" / me / target.name
    arriving.parent.mkdir(parents=True, exist_ok=True)

    def beat() -> None:
        redis.set(_key("beat", target), me, ex=_BEAT_S)
        if redis.exists(f"ritornel:stopped:{film}"):
            raise Stopped

    try:
        document = shared.at_hand(_document(film)).read_text()
        media = {asset: shared.at_hand(root / one) for asset, one in files.items()}
        how = msgspec.convert(wished, FilmSettings)
        asked = document, how, number, name, media, arriving
        done_apart(apart.SECONDS, apart.make_piece, *asked, memory=apart.memory_for(how, document), meanwhile=beat)
        target.parent.mkdir(parents=True, exist_ok=True)
        arriving.replace(target)
        shared.send(target)
        target.unlink()
        redis.set(_key("made", target), me, ex=_KNOWN_S)
    except Stopped:
        return
    except Exception as error:
        words = {TooMuch: apart.TOO_MUCH, apart.OtherPieces: _OTHERS}.get(type(error), _UNFORESEEN)
        redis.set(f"ritornel:trouble:{film}", words, ex=_TROUBLE_S)
        if words == _UNFORESEEN:
            log.exception("a piece of film %s was not made", film)
    finally:
        redis.delete(_key("beat", target))
        shutil.rmtree(arriving.parent, ignore_errors=True)
    go_on.enqueue(film)


@task()
def go_on(film: str) -> None:
    """Look after a film of which another machine made a piece: on one that has the database."""
    from ritornel.films.making import advance

    found = Film.objects.filter(pk=UUID(film), stopped_at=None, made_at=None).select_related("owner", "show").first()
    if found is not None:
        advance(found)


def _document(film: str) -> Path:
    """Return where the show of a film lies for those who make pieces of it."""
    return films_folder() / "asked" / film


def _key(what: str, path: Path) -> str:
    return f"ritornel:{what}:{path.name}"


def _redis() -> Any:
    from django_rq import get_connection

    return get_connection("default")
