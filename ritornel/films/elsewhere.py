"""Pieces of films made by other machines: those that have neither the database nor a folder with this one in common.

They are asked for in Redis, in a queue of their own (``manage.py work --pieces`` takes from it), and everything goes
through the shared store of media: what a piece is made of, and the piece. Who makes one says every few seconds that it
is at it; when it falls silent the piece is asked for again.
"""

import shutil
import socket
from pathlib import Path
from typing import Any
from uuid import UUID, uuid4

import msgspec
from django.conf import settings
from django_tasks import task

from ritornel.core.model import Show as CoreShow
from ritornel.films import apart
from ritornel.films.models import Film, films_folder
from ritornel.jobs.apart import TooMuch, done_apart
from ritornel.jobs.running import Stopped
from ritornel.library import shared
from ritornel.render.filming import FilmSettings

QUEUE = "films"
SECONDS = 900.0
_MEMORY = 700 * 1024 * 1024
_MEMORY_OF_A_PIXEL = 260
_BEAT_S, _ASKED_S, _KNOWN_S, _TROUBLE_S = 10, 60, 13 * 24 * 3600, 24 * 3600
TOO_MUCH = "this film takes more time or memory than it may; make it smaller, or of fewer slides"


def is_on() -> bool:
    """Tell whether other machines may make pieces: there are a Redis and a shared store."""
    return bool(settings.REDIS and settings.MEDIA_STORE)


def memory_for(settings_: FilmSettings, show: CoreShow) -> int:
    """Return how many bytes making a piece may ask for."""
    width, height = settings_.size(show)
    return _MEMORY + _MEMORY_OF_A_PIXEL * width * height


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


def ask(film: Film, numbers: list[int], files: dict[str, Path]) -> None:
    """Ask for pieces of a film that nobody is asked for, or is at."""
    redis = _redis()
    document = films_folder() / "asked" / film.pk.hex
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


@task(queue_name=QUEUE)
def make_piece(film: str, wished: dict[str, Any], number: int, name: str, files: dict[str, str], place: str) -> None:
    """Make a piece of a film on a machine that may have no database; then let the film go on."""
    root = Path(settings.MEDIA_ROOT)
    target = root / place
    redis = _redis()
    redis.delete(_key("asked", target))
    if redis.exists(_key("made", target), f"ritornel:stopped:{film}"):
        return
    me = f"{socket.gethostname()}-{uuid4().hex}"
    if not redis.set(_key("beat", target), me, nx=True, ex=_BEAT_S):
        return
    arriving = films_folder() / "arriving" / me / target.name
    arriving.parent.mkdir(parents=True)

    def beat() -> None:
        redis.set(_key("beat", target), me, ex=_BEAT_S)
        if redis.exists(f"ritornel:stopped:{film}"):
            raise Stopped

    try:
        document = shared.at_hand(films_folder() / "asked" / film).read_text()
        media = {asset: shared.at_hand(root / one) for asset, one in files.items()}
        settings_ = msgspec.convert(wished, FilmSettings)
        memory = memory_for(settings_, msgspec.json.decode(document, type=CoreShow))
        asked = document, settings_, number, name, media, arriving
        done_apart(SECONDS, apart.make_piece, *asked, memory=memory, meanwhile=beat)
        target.parent.mkdir(parents=True, exist_ok=True)
        arriving.replace(target)
        shared.send(target)
        redis.set(_key("made", target), 1, ex=_KNOWN_S)
    except Stopped:
        return
    except TooMuch:
        redis.set(f"ritornel:trouble:{film}", TOO_MUCH, ex=_TROUBLE_S)
    except apart.OtherPieces:
        words = "another machine that makes films has another version of Ritornel; bring all to the same one"
        redis.set(f"ritornel:trouble:{film}", words, ex=_TROUBLE_S)
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


def _key(what: str, path: Path) -> str:
    return f"ritornel:{what}:{path.name}"


def _redis() -> Any:
    from django_rq import get_connection

    return get_connection("default")
