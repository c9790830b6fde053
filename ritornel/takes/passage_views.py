"""What pages ask of recorded runs: begun, heard of, ended; their passages listed, chosen, named, taken away."""

from typing import Annotated, Any, Literal
from uuid import UUID

import msgspec
from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from django.utils import timezone
from django.views.decorators.http import require_http_methods, require_POST, require_safe
from msgspec.structs import replace

from ritornel.core.edits import BadEdit
from ritornel.core.edits.passages import speaker_on
from ritornel.core.model import Show as CoreShow
from ritornel.core.model import limits
from ritornel.core.score import compile
from ritornel.core.text.naming import slide_title
from ritornel.jobs.models import Job
from ritornel.jobs.running import waited
from ritornel.library.describing import described
from ritornel.library.models import Asset, Upload
from ritornel.library.room import check_disk, check_room
from ritornel.shows import in_rows, keeping
from ritornel.shows.access import Act, loaded_for, show_for
from ritornel.shows.giving import names_given
from ritornel.site.answering import answer, answering, asked, refused, signed_in
from ritornel.site.rates import at_most
from ritornel.takes.models import Passage, Run
from ritornel.takes.passages import (
    State,
    began,
    choose,
    end,
    end_those_left,
    forget,
    is_chosen,
    of_show,
    said_of,
    spoken_by,
    told,
)
from ritornel.voices.recording import whole_pieces

PATIENCE_S = 2.0
_A_MINUTE = 6_000_000
_A_MINUTE_SEEN = 16_000_000
"""Bytes that a run may well need: there is to be room for a minute before it is begun."""


class Beginning(msgspec.Struct):
    """A run that begins, under names that the page gave: its own, its voice's, its picture's if there is one.

    ``kept``, ``made``, ``named`` and ``placing`` are those of ``Run``.
    """

    id: UUID
    voice: UUID
    rate: Annotated[int, msgspec.Meta(ge=8000, le=192_000)]
    picture: UUID | None = None
    kept: Literal["", "picture"] = ""
    made: bool = False
    named: Annotated[str, msgspec.Meta(max_length=200)] = ""
    placing: Literal["", "whole", "style"] = ""

    def __post_init__(self) -> None:
        """A picture that is kept alone has to be there."""
        if self.kept == "picture" and self.picture is None:
            raise ValueError("a run of the picture alone needs a picture")

    @property
    def about(self) -> dict[str, Any]:
        """The fields of the run."""
        kept = self.kept or (Run.Kept.BOTH if self.picture else Run.Kept.VOICE)
        return {"rate": self.rate, "kept": kept, "is_made": self.made, "named": self.named, "placing": self.placing}


@signed_in
@require_POST
@answering
@at_most("uploads")
def begin(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Begin a run that is recorded. Who asks again gets the same."""
    row, show = loaded_for(request, show_id, Act.RECORD)
    wanted = asked(request, Beginning)
    names = [name for name in (wanted.voice, wanted.picture) if name is not None]
    known = Run.objects.filter(pk=wanted.id, show=row).exists()
    if not known and (Run.objects.filter(pk=wanted.id).exists() or Upload.objects.filter(pk__in=names).exists()):
        return refused("another recording has that name; begin again")
    room = _A_MINUTE + (_A_MINUTE_SEEN if wanted.picture else 0)
    check_room(row.owner, room, "the recording")
    check_disk(room)
    run = began(row, show, request.user, wanted.id, wanted.voice, wanted.picture, wanted.about)
    return answer({"run": str(run.pk)})


class Ending(msgspec.Struct):
    """What a page tells of its run; if it is ``over``, of how many ``pieces`` its voice and its picture are."""

    state: State
    over: bool = False
    pieces: tuple[int, int] = (0, 0)


@signed_in
@require_http_methods(["POST", "DELETE"])
@answering
def run(request: HttpRequest, show_id: UUID, name: UUID) -> HttpResponse:
    """Keep what a page tells of its run; end it, once all its pieces are there. DELETE forgets it."""
    row = show_for(request, show_id, Act.RECORD)
    one = get_object_or_404(Run.objects.select_related("show", "voice", "picture"), pk=name, show=row)
    if request.method == "DELETE":
        forget(one)
        return answer({"forgotten": str(name)})
    wanted = asked(request, Ending)
    if one.ended_at is None:
        told(one, wanted.state)
        if wanted.over:
            sent = zip(wanted.pieces, (one.voice, one.picture), strict=True)
            missing = sum(max(0, count - whole_pieces(upload)) for count, upload in sent if upload)
            if missing:
                return refused(f"{missing} pieces of this run have not arrived: send them again", 409)
            end(one)
    return answer({"ended": one.ended_at is not None})


@signed_in
@require_safe
@answering
def ledger(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Answer what is kept of a show: its slides with their passages, and how far those are that are being made."""
    row, show = loaded_for(request, show_id, Act.RECORD)
    end_those_left(row)
    making = [job for job in _jobs(row) if not job.has_ended]
    for job in making:
        waited(job, PATIENCE_S / len(making))
    jobs = _jobs(row)  # before the show: what a job that has ended chose is there
    if making:
        row.refresh_from_db()
        show = in_rows.load(row)
    return answer(_ledger(row, show, jobs))


def _jobs(row: Any) -> list[Job]:
    """Return the jobs that make the passages of a show's runs."""
    return list(Job.objects.filter(kind="passages", subject__in=[str(run.pk) for run in row.runs.all()]))


class Wish(msgspec.Struct):
    """What becomes of a passage: a name; that it is ``gone``, or is back."""

    name: Annotated[str, msgspec.Meta(max_length=200)] | None = None
    gone: bool | None = None


@signed_in
@require_POST
@answering
def passage(request: HttpRequest, show_id: UUID, number: int) -> HttpResponse:
    """Name a passage, take it away, bring it back; answer the ledger. What is heard of its slide stays."""
    row = show_for(request, show_id, Act.RECORD)
    one, jobs = get_object_or_404(Passage, pk=number, run__show=row), _jobs(row)
    if one.run.by_id != request.user.pk and not spoken_by(request.user, row, [one]):
        return refused("this slide is given to somebody else, and somebody else recorded this", 403)
    wish = asked(request, Wish)
    if wish.name is not None:
        one.name = wish.name.strip()
    if wish.gone is not None:
        one.gone_at = timezone.now() if wish.gone else None
    one.save(update_fields=["name", "gone_at"])
    return answer(_ledger(row, in_rows.load(row), jobs))


class Choice(msgspec.Struct):
    """Passages that are to be what is heard and seen of their slides."""

    passages: Annotated[list[int], msgspec.Meta(min_length=1, max_length=limits.SLIDES)]


@signed_in
@require_POST
@answering
def chosen(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Choose passages, as one edit of the show; answer the ledger."""
    row = show_for(request, show_id, Act.RECORD)
    wanted = asked(request, Choice).passages
    found = [p for p in of_show(row) if p.pk in set(wanted)]
    if len(found) < len(set(wanted)):
        return refused("one of these passages is not there any more; look at the ledger again", 409)
    if len(spoken_by(request.user, row, found)) < len(found):
        return refused(
            "one of these slides is given to somebody else: what you recorded of it stays for who edits the show", 403
        )
    if any(not p.is_ready for p in found):
        return refused("a passage is still being made; choose it in a moment")
    try:
        choose(row, found)
    except (BadEdit, keeping.Collision) as error:
        return refused(f"this could not be chosen: {error}")
    jobs = _jobs(row)
    row.refresh_from_db()
    return answer(_ledger(row, in_rows.load(row), jobs))


def _ledger(row: Any, show: CoreShow, of_runs: list[Job]) -> dict[str, Any]:
    bare = replace(show, slides=tuple(replace(slide, narration=None) for slide in show.slides))
    times = compile(bare).times  # what was planned before anything was spoken
    by_slide: dict[str, list[Passage]] = {}
    for one in of_show(row):
        by_slide.setdefault(one.slide, []).append(one)
    jobs = {job.subject: job for job in of_runs}
    given = names_given(row)
    slides = [
        {
            "id": slide.id,
            "title": slide_title(slide, number),
            "planned": time.length_ms,
            "voice": slide.narration is not None and not slide.narration.scratch,
            "given": given.get(slide.id, ""),
            "passages": [_told(p, n, slide, jobs) for n, p in enumerate(by_slide.pop(slide.id, []), 1)],
        }
        for number, (slide, time) in enumerate(zip(show.slides, times, strict=True), 1)
    ]
    without = [_told(p, n, None, jobs) for found in by_slide.values() for n, p in enumerate(found, 1)]
    return {"slides": slides, "without": without}


def _told(one: Passage, number: int, slide: Any, jobs: dict[str, Job]) -> dict[str, Any]:
    trouble = ""
    job = jobs.get(str(one.run_id))
    if not one.is_ready:
        what = "picture" if one.run.kept == Run.Kept.PICTURE else "sound"
        gone = f"its {what} is not in the library any more" if one.run.voice_id is None else ""
        trouble = gone or (job.words if job is not None and job.has_ended else "")
    return {
        "id": one.pk,
        "run": str(one.run_id),
        "number": number,
        "name": one.name,
        "made": one.run.begun_at,
        "by": one.run.by.get_username() if one.run.by else "",
        "length": one.length_ms,
        "cues": one.cues,
        "made_voice": one.run.is_made,
        "ready": one.is_ready and (job is None or job.has_ended),
        "voice": _described(one.voice, one.voice_in_ms),
        "seen": _described(one.seen, one.seen_in_ms),
        "chosen": is_chosen(one, slide),
        "hidden": one.seen is not None and slide is not None and speaker_on(slide) is None,
        "changed": slide is not None and one.said != said_of(slide),
        "gone": one.gone_at is not None,
        "trouble": trouble,
    }


def _described(asset: Asset | None, first: int) -> dict[str, Any] | None:
    return None if asset is None else {**described(asset), "in": first}
