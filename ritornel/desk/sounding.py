"""How a show sounds: its mix is measured by a job, once for all that is heard alike."""

import hashlib
from pathlib import Path
from uuid import UUID

import msgspec
from django.http import HttpRequest, HttpResponse
from django.views.decorators.http import require_POST

from ritornel.core.model import Show as CoreShow
from ritornel.core.score import compile
from ritornel.core.score.heard import heard_of
from ritornel.jobs.apart import TooMuch, done_apart
from ritornel.jobs.mixing import measured_mix
from ritornel.jobs.models import Job
from ritornel.jobs.running import AtWork, TryAgain, begun, waited
from ritornel.library.models import derived_path, stored_path
from ritornel.shows import in_rows
from ritornel.shows.access import Act, loaded_for
from ritornel.shows.models import Show
from ritornel.site.answering import answer, answering, refused, signed_in
from ritornel.site.rates import at_most

PATIENCE_S = 1.5
_AS_MEASURED = 2
"""Another number where shows are to be measured anew."""
_LEAST_S, _SHARE = 120.0, 0.2
"""A mix may take so long, and so much of the time that it lasts."""
_MEMORY_BYTES = 1024**3


class Measures(msgspec.Struct):
    """Of what was measured, by how many dB the mix was held down at the most in every tenth of a second."""

    limited: tuple[float, ...] = ()


_SILENT = Measures()


@signed_in
@require_POST
@answering
@at_most("hearings")
def sound(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Answer how the show sounds, or that it is being listened to: ask again."""
    row, show = loaded_for(request, show_id, Act.EDIT)
    job = waited(_measuring(row, show), PATIENCE_S)
    path = _path(show)
    if path.exists():
        return HttpResponse(path.read_bytes(), content_type="application/json")
    if job.has_ended:
        return refused(job.words or "the show could not be listened to; try again")
    return answer({"done": job.done, "whole": job.whole})


def _measuring(row: Show, show: CoreShow) -> Job:
    return begun(row.owner, "mix", f"{row.pk.hex}:{_digest(show)[:24]}", redo=not _path(show).exists())


def measured(row: Show, show: CoreShow) -> Measures | None:
    """Return what was measured of a show's mix; None while it is listened to, or if that cannot be done."""
    if not heard_of(compile(show)):
        return _SILENT
    path = _path(show)
    if path.exists():
        return msgspec.json.decode(path.read_bytes(), type=Measures)
    job = _measuring(row, show)
    return _SILENT if job.has_ended and not path.exists() else None


def measure(work: AtWork) -> None:
    """Listen to the mix of a show: the job of kind “mix”."""
    name, digest = work.subject.split(":")
    row = Show.objects.filter(pk=UUID(name)).first()
    if row is None:
        return
    show = in_rows.load(row)
    if not _digest(show).startswith(digest):
        raise TryAgain("the show was changed meanwhile; listen again")
    score = compile(show)
    heard = heard_of(score)
    seconds = _LEAST_S + _SHARE * score.length_ms / 1000
    files = {one.span.asset: stored_path(one.span.asset) for one in heard}
    try:
        found = done_apart(seconds, measured_mix, heard, score.length_ms, files, memory=_MEMORY_BYTES)
    except (TooMuch, OSError, ValueError) as error:
        raise TryAgain("the show could not be listened to in time; try again when less is under way") from error
    path = _path(show)
    path.parent.mkdir(parents=True, exist_ok=True)
    arriving = path.with_suffix(".arriving")
    arriving.write_bytes(msgspec.json.encode(found))
    arriving.replace(path)


def _digest(show: CoreShow) -> str:
    score = compile(show)
    told = msgspec.json.encode((_AS_MEASURED, score.length_ms, [(one.at_ms, one.span) for one in heard_of(score)]))
    return hashlib.sha256(told).hexdigest()


def _path(show: CoreShow) -> Path:
    return derived_path(_digest(show), "mix.json")
