"""The passages of a run made files: the job of kind “passages”."""

from collections.abc import Sequence
from pathlib import Path
from typing import Any

from av.error import FFmpegError

from ritornel.formats.media_kinds import BadMedia
from ritornel.formats.recorded_run import Cut, pictures_between, voice_between
from ritornel.jobs.apart import TooMuch, done_apart
from ritornel.jobs.running import AtWork, Refused
from ritornel.library.models import Upload
from ritornel.library.taking_in import taken_in
from ritornel.takes.models import Passage, Run
from ritornel.takes.passages import choose, let_go, spoken_by
from ritornel.voices.hearing import MEMORY_BYTES
from ritornel.voices.models import HEAD_BYTES
from ritornel.voices.recording import whole_pieces

_ROOM_MS = 300
"""So much of what was recorded around a passage stays in its voice: it can be had back where the cut was too near."""

_SECONDS = 120.0


def make(work: AtWork) -> None:
    """Make the passages of a run files of the library, and choose those whose slides have none yet."""
    run = Run.objects.filter(pk=work.subject).select_related("show__owner", "voice", "picture", "by").first()
    if run is None or run.voice is None:
        return
    passages = list(run.passages.filter(voice=None, seen=None))
    try:
        pictures = _pictures(run, passages)
        for done, passage in enumerate(passages):
            work.tell(done, len(passages))
            _make(work, run, passage, pictures.get(passage.number))
    except (TooMuch, FFmpegError, OSError) as error:
        raise Refused("this run could not be worked on at once; it stays, try again later") from error
    except BadMedia as error:
        raise Refused(f"{error}; what was recorded stays until there is room") from error
    made = [p for p in run.passages.select_related("voice", "seen") if p.gone_at is None]
    choose(run.show, spoken_by(run.by, run.show, made), only_bare=True)
    let_go(run)


def _make(work: AtWork, run: Run, passage: Passage, picture: tuple[Path, int] | None) -> None:
    assert run.voice is not None
    folder, owner = run.voice.folder, run.show.owner
    name = f"{run.voice.name.removesuffix('.wav')} {passage.number + 1}"
    values: dict[str, Any] = {}
    if run.kept != Run.Kept.PICTURE:
        first = max(0, passage.start_ms - _ROOM_MS)
        pieces = [run.voice.piece(n) for n in range(whole_pieces(run.voice))]
        target = folder / f"made-{passage.number}.ogg"
        done_apart(_SECONDS, voice_between, pieces, HEAD_BYTES, run.rate, first, passage.end_ms + _ROOM_MS, target)
        values["voice_in_ms"] = passage.start_ms - first
        values["voice"] = taken_in(work, folder / f"found-{passage.number}", owner, target, f"{name}.ogg")
    if picture is not None and passage.picture_start_ms is not None:
        file, begins = picture
        values["seen"] = taken_in(work, folder / f"seen-{passage.number}", owner, file, f"{name}.webm")
        values["seen_in_ms"] = max(0, passage.picture_start_ms - begins)
    Passage.objects.filter(pk=passage.pk).update(**values)


def _pictures(run: Run, passages: Sequence[Passage]) -> dict[int, tuple[Path, int]]:
    """Return the files of pictures by the numbers of their passages, with when they begin in the run's picture."""
    upload = run.picture
    if upload is None or run.voice is None:
        return {}
    shown = sorted((p for p in passages if p.picture_start_ms is not None), key=lambda p: p.picture_start_ms or 0)
    cuts = [
        Cut(
            p.picture_start_ms or 0,
            (p.picture_start_ms or 0) + p.length_ms,
            run.voice.folder / f"picture-{p.number}.webm",
        )
        for p in shown
    ]
    whole = _whole(upload)
    if not cuts or whole is None:
        return {}
    begins = done_apart(_SECONDS, pictures_between, whole, cuts, memory=MEMORY_BYTES)
    return {p.number: (cut.target, at) for p, cut, at in zip(shown, cuts, begins, strict=True) if at is not None}


def _whole(upload: Upload) -> Path | None:
    """Return what has arrived of a picture as one file; None if nothing has."""
    count = whole_pieces(upload)
    if not count:
        return None
    Upload.objects.filter(pk=upload.pk).update(closed_after=count)
    upload.closed_after = count
    return upload.joined()
