"""Making films: a job for each piece, a few at once, and one that joins them when all are there.

Pieces that are there stay: a film that was stopped, or whose worker was ended, goes on with those that are missing, and
one of a show that was changed in one slide makes the segments that changed.
"""

import shutil
import time
from collections.abc import Sequence
from datetime import timedelta
from pathlib import Path
from typing import Any, NamedTuple
from uuid import UUID

import msgspec
from django.utils import timezone

from ritornel.core.model import Show as CoreShow
from ritornel.core.score import compile
from ritornel.films import apart, elsewhere
from ritornel.films.models import Film, films_folder
from ritornel.formats.how_far import WHOLE, how_far
from ritornel.formats.media_kinds import BadMedia, NoRoom
from ritornel.jobs.apart import TooMuch, done_apart
from ritornel.jobs.models import Job
from ritornel.jobs.running import AtWork, Refused, Stopped, TryAgain, begun, enqueue, stop, take_up_left
from ritornel.library import shared
from ritornel.library.describing import drawn_from
from ritornel.library.room import check_disk, check_room, or_no_room
from ritornel.render.filming import FilmSettings, only
from ritornel.render.ways_out import WAYS, planned
from ritornel.shows.models import Show

PIECE, JOIN = "film-piece", "film-join"
PIECES_STAY = timedelta(days=14)
"""A piece that no film asked for that long is made anew when one does."""
_AHEAD = 3
"""So many pieces of a film wait or are made: between them there is room for other jobs of the same person."""
_JOIN_SECONDS = 300.0
_LEARN_FROM = 6
_LEAST_BYTES = 5_000_000


class Cost(NamedTuple):
    """What a film will cost: its weight in moving frames, that of what is there already, s (None: not known yet)."""

    weight: int
    spared: int
    seconds: float | None


def plan(row: Show, show: CoreShow, wished: FilmSettings, slides: Sequence[str] | None, of: str) -> Film:
    """Return a film of a show, or of some of its slides, that is not kept yet. Raises ``ValueError`` with words."""
    document = msgspec.json.encode(only(show, slides))
    runs = msgspec.json.decode(document, type=CoreShow)  # as whoever makes it has it: so its pieces have these names
    film = planned(runs, wished)
    width, height = wished.size(runs) if "lines" in WAYS[wished.kind].sets else (0, 0)
    return Film(
        owner_id=row.owner_id,
        show=row,
        title=show.title,
        of=of,
        wished=msgspec.to_builtins(wished),
        document=document.decode(),
        pieces=[[piece.name, piece.weight] for piece in film.pieces],
        width=width,
        height=height,
        length_ms=compile(runs).length_ms,
    )


def cost_of(film: Film) -> Cost:
    """Return what a film costs, as far as the last ones on this machine tell."""
    spared = sum(weight for number, (_, weight) in enumerate(film.pieces) if _is_made(film, number))
    pace = _pace()
    return Cost(film.weight, spared, None if pace is None else (film.weight - spared) / pace)


def begin(film: Film) -> Film:
    """Keep a film, and begin with it. Raises ``BadMedia`` or ``NoRoom`` where there is no room for one."""
    check_room(film.owner, _LEAST_BYTES, film.title)
    check_disk(_LEAST_BYTES)
    film.spared = cost_of(film).spared
    film.save(force_insert=True)
    advance(film)
    return film


def again(film: Film) -> None:
    """Go on with a film that was stopped, or went wrong; planned anew, if this application plans it otherwise now."""
    now = timezone.now()
    there = planned(msgspec.json.decode(film.document, type=CoreShow), film.settings)
    film.pieces = [[piece.name, piece.weight] for piece in there.pieces]
    Film.objects.filter(pk=film.pk, made_at=None).update(
        stopped_at=None, trouble="", begun_at=now, spared=cost_of(film).spared, seconds=0.0, pieces=film.pieces
    )
    jobs = Job.objects.filter(kind__in=(PIECE, JOIN), subject__startswith=film.pk.hex)
    jobs.exclude(state=Job.WORKING).delete()
    jobs.update(wanted=True)
    elsewhere.again(film)
    advance(film)


def halt(film: Film) -> None:
    """Stop making a film; what is made of it stays."""
    Film.objects.filter(pk=film.pk, made_at=None, stopped_at=None).update(stopped_at=timezone.now())
    elsewhere.halt(film)
    for job in Job.objects.filter(kind__in=(PIECE, JOIN), subject__startswith=film.pk.hex):
        stop(job.kind, job.subject)


def forget(film: Film) -> None:
    """Delete a film; its pieces stay for a while, for others."""
    halt(film)
    elsewhere.done(film)
    shared.drop(film.path(WAYS[film.settings.kind].ending))
    film.delete()


def advance(film: Film) -> None:
    """Begin the next pieces of a film that are missing; when none is, join them."""
    missing = [number for number in range(len(film.pieces)) if not _is_made(film, number)]
    if not missing:
        begun(film.owner, JOIN, film.pk.hex)
        return
    if elsewhere.is_on():
        elsewhere.ask(film, missing, _files_of(film))
        return
    for number in missing[:_AHEAD]:
        subject = f"{film.pk.hex}:{number}"
        job = Job.objects.filter(kind=PIECE, subject=subject).first()
        if job is None or job.state == Job.DONE:
            begun(film.owner, PIECE, subject, redo=True)


def look_after(film: Film, jobs: Sequence[Job]) -> None:
    """See to it that a film that is being made goes on, or says what went wrong; ``jobs`` are all of its."""
    take_up_left(jobs)
    wrong = next((job for job in jobs if job.state in (Job.REFUSED, Job.FAILED)), None)
    words = elsewhere.trouble(film) if wrong is None else wrong.words
    if words:
        film.trouble = words
        _went_wrong(film, words)
    elif not any(job.state in Job.UNFINISHED for job in jobs):
        advance(film)


def make_piece(work: AtWork) -> None:
    """Make a piece of a film: the job of kind “film-piece”."""
    name, number = work.subject.split(":")
    film = _wanted(name)
    if film is None:
        return
    target = film.piece(int(number))
    if not target.is_file():
        arriving = films_folder() / "arriving" / str(work.job.pk) / target.name
        _make_apart(work, film, int(number), arriving)
        target.parent.mkdir(parents=True, exist_ok=True)
        arriving.replace(target)
        shutil.rmtree(arriving.parent, ignore_errors=True)
    film = _wanted(name)
    if film is not None:
        advance(film)
    enqueue()  # for a piece that waited for this one to end


def join(work: AtWork) -> None:
    """Join the pieces of a film: the job of kind “film-join”."""
    film = _wanted(work.subject)
    if film is None:
        return
    way = WAYS[film.settings.kind]
    paths = {name: shared.at_hand(film.piece(number)) for number, (name, _) in enumerate(film.pieces)}
    gone = [path for path in paths.values() if not path.is_file()]
    if gone:
        for path in gone if elsewhere.is_on() else ():
            elsewhere.forget(path)
        advance(film)  # one was cleared away meanwhile; whoever makes it asks for the join again
        return
    target = film.path(way.ending)
    target.parent.mkdir(parents=True, exist_ok=True)
    arriving = target.with_name(f"arriving-{target.name}")
    try:
        check_room(film.owner, sum(path.stat().st_size for path in paths.values()), film.title)
        with or_no_room():
            done_apart(_JOIN_SECONDS, apart.join, film.document, film.settings, paths, arriving)
    except (BadMedia, NoRoom) as error:
        _went_wrong(film, str(error) or _NO_ROOM)
        raise TryAgain(str(error) or _NO_ROOM) from error
    except TooMuch as error:
        _went_wrong(film, apart.TOO_MUCH)
        raise TryAgain(apart.TOO_MUCH) from error
    arriving.replace(target)
    shared.send(target)
    elsewhere.done(film)
    now = timezone.now()
    Film.objects.filter(pk=film.pk).update(
        made_at=now,
        size=target.stat().st_size,
        seconds=(now - film.begun_at).total_seconds(),
        document="",
    )


def tidy_pieces() -> int:
    """Clear away pieces that no film asked for for long, and films of nobody; return how many files that were."""
    gone = 0
    oldest = time.time() - PIECES_STAY.total_seconds()
    for path in films_folder().glob("pieces/*/*"):
        if path.stat().st_mtime < oldest:
            path.unlink(missing_ok=True)
            gone += 1
    there = {pk.hex for pk in Film.objects.values_list("pk", flat=True)}
    for path in films_folder().glob("made/*"):
        if path.stem.removeprefix("arriving-") not in there:
            path.unlink(missing_ok=True)
            gone += 1
    return gone


_NO_ROOM = "there is no room on the disk of this Ritornel; ask whoever runs it"


def _wanted(name: str) -> Film | None:
    return Film.objects.filter(pk=UUID(name), stopped_at=None, made_at=None).select_related("owner", "show").first()


def _make_apart(work: AtWork, film: Film, number: int, out: Path) -> None:
    shutil.rmtree(out.parent, ignore_errors=True)
    out.parent.mkdir(parents=True)
    weight = film.pieces[number][1]

    def tell() -> None:
        far = how_far(out.parent)
        if far is None:
            work.look_up()
        else:
            work.tell(round(weight * far / WHOLE), weight)

    wished = film.settings
    memory = apart.memory_for(wished, film.document)
    try:
        with or_no_room():
            files = _files_of(film)
            name = film.pieces[number][0]
            asked = film.document, wished, number, name, files, out
            done_apart(apart.SECONDS, apart.make_piece, *asked, memory=memory, meanwhile=tell)
    except apart.OtherPieces:
        again(film)
        raise Stopped from None
    except NoRoom as error:
        _went_wrong(film, _NO_ROOM)
        raise TryAgain(_NO_ROOM) from error
    except TooMuch as error:
        _went_wrong(film, apart.TOO_MUCH)
        raise Refused(apart.TOO_MUCH) from error


def _is_made(film: Film, number: int) -> bool:
    path = film.piece(number)
    return path.is_file() or elsewhere.is_made(path)


def _went_wrong(film: Film, words: str) -> None:
    Film.objects.filter(pk=film.pk).update(trouble=words)


def _files_of(film: Film) -> dict[str, Path]:
    return drawn_from(film.owner_id, msgspec.json.decode(film.document, type=CoreShow))


def _pace() -> float | None:
    """Return how many moving frames a second this machine makes, as the last films tell; None if there are none."""
    last = Film.objects.filter(made_at__isnull=False, seconds__gt=1).order_by("-made_at")[:_LEARN_FROM]
    weight = sum(film.weight - film.spared for film in last)
    seconds = sum(film.seconds for film in last)
    return weight / seconds if weight and seconds else None


def far(film: Film, working: Sequence[Job]) -> dict[str, Any]:
    """Return how far a film is: ``done`` of ``whole``, pieces that are ``made`` of all, ``left`` in s if that is known.

    ``working`` are the jobs of its pieces that are under way.
    """
    made = [_is_made(film, number) for number in range(len(film.pieces))]
    done = sum(weight for there, (_, weight) in zip(made, film.pieces, strict=True) if there)
    doing = sum(job.done for job in working if not made[int(job.subject.split(":")[1])])
    elapsed = (timezone.now() - film.begun_at).total_seconds()
    advanced = done + doing - film.spared
    left = None
    if elapsed >= _TELLS_AFTER_S and advanced > 0:
        left = round(elapsed * (film.weight - done - doing) / advanced)
    return {"done": done + doing, "whole": film.weight, "made": sum(made), "pieces": len(made), "left": left}


_TELLS_AFTER_S = 3.0
