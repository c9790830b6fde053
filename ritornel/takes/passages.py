"""Recorded runs: begun, heard of, ended; what was recorded of each slide, chosen or not."""

import hashlib
import shutil
from collections.abc import Iterable, Sequence
from datetime import timedelta
from typing import Annotated, Any
from uuid import UUID

import msgspec
from django.db import transaction
from django.utils import timezone

from ritornel.core.edits.passages import ChoosePassages, Seen, speaker_on
from ritornel.core.edits.passages import Passage as Given
from ritornel.core.model import Narration, Slide, limits
from ritornel.core.model import Show as CoreShow
from ritornel.core.model import Take as CoreTake
from ritornel.core.model.reading import convert
from ritornel.core.model.take import Instant
from ritornel.core.model.writing import plain
from ritornel.core.motion.strokes import STROKES, Stroke
from ritornel.core.time.running_order import split_into_groups
from ritornel.core.time.takes import LEAST_PASSAGE_MS, passages_of
from ritornel.core.voice.spoken import tokens
from ritornel.jobs.models import Job
from ritornel.jobs.running import begun, stop
from ritornel.library.models import Upload
from ritornel.shows import in_rows, keeping
from ritornel.shows.giving import may_speak
from ritornel.shows.models import Show
from ritornel.takes.models import Passage, Run
from ritornel.voices.models import HEAD_BYTES
from ritornel.voices.recording import whole_pieces

QUIET = timedelta(hours=1)
"""A line may be cut for long, and what is spoken meanwhile lies in the browser, which ends its runs itself when it is
opened again: only after so long a run is taken to have been left for good."""

PIECE_BYTES = 512 * 1024
_TRIES = 4

Strokes = Annotated[tuple[Stroke, ...], msgspec.Meta(max_length=STROKES)]
Place = Annotated[int, msgspec.Meta(ge=0, le=864_000_000)]


class State(msgspec.Struct):
    """What a page tells of the run it records: see ``Run``."""

    instants: Annotated[tuple[Instant, ...], msgspec.Meta(max_length=100_000)]
    anchors: Annotated[tuple[tuple[Place, Place | None], ...], msgspec.Meta(max_length=100_000)]
    now: tuple[Place, Place, Place | None]
    ink: Annotated[dict[str, Strokes], msgspec.Meta(max_length=limits.SLIDES)] = {}

    def __post_init__(self) -> None:
        """Every slide that was come to lies somewhere in what was recorded."""
        if len(self.anchors) != sum(instant.kind == "slide" for instant in self.instants):
            raise ValueError("every slide of a run needs its place in what was recorded")


def said_of(slide: Slide) -> str:
    """Return what tells whether the words of a slide's script are the same."""
    return hashlib.sha256(" ".join(word for t in tokens(slide.script) for word in t.said).encode()).hexdigest()


def began(row: Show, show: CoreShow, who: Any, name: UUID, voice: UUID, picture: UUID | None, about: dict) -> Run:
    """Return the run of that name, begun if it was not, with what its pieces go to; ``about`` are fields of it."""
    with transaction.atomic():
        known = Run.objects.filter(pk=name, show=row).first()
        if known is not None:
            return known
        when = f"{timezone.localtime():%d %b %H.%M}"
        uploads = [
            Upload.objects.create(
                pk=pk,
                owner_id=row.owner_id,
                by=None if row.owner_id == who.pk else who,
                name=f"{what} {when}.{ending}",
                size=0,
                piece_bytes=PIECE_BYTES,
                growing=True,
            )
            for pk, what, ending in ((voice, "Voice", "wav"), (picture, "Camera", "webm"))
            if pk is not None
        ]
        scripts = {slide.id: said_of(slide) for slide in show.slides}
        fields = {"voice": uploads[0], "picture": uploads[1] if picture else None, "scripts": scripts}
        return Run.objects.create(pk=name, show=row, by=who, **about, **fields)


def told(run: Run, state: State) -> None:
    """Keep what a page tells of a run that goes on."""
    values = plain(state)
    Run.objects.filter(pk=run.pk, ended_at=None).update(**values, heard_of_at=timezone.now())
    run.refresh_from_db()


def end(run: Run) -> list[Passage]:
    """End a run with what has arrived of it, and begin to make its passages; one that has ended stays as it is."""
    anchors = [*run.anchors, _last(run)]
    arrived = arrived_ms(run)
    made = []
    for passage in passages_of(_ended(run)):
        (start, seen), (stops, _) = anchors[passage.number], anchors[passage.number + 1]
        last = min(stops, arrived)
        if last - start < LEAST_PASSAGE_MS:
            continue
        fields = {
            "slide": passage.slide,
            "said": run.scripts.get(passage.slide, ""),
            "start_ms": start,
            "end_ms": last,
            "picture_start_ms": seen if run.picture_id else None,
            "ink": run.ink.get(str(passage.number), []),
            "cues": {str(cue): at for cue, at in passage.cues_ms.items() if at <= last - start},
        }
        made.append(Passage.objects.get_or_create(run=run, number=passage.number, defaults=fields)[0])
    Run.objects.filter(pk=run.pk, ended_at=None).update(ended_at=timezone.now())
    run.refresh_from_db()
    if made and run.voice is not None:
        making(run)
    elif run.voice is not None:
        let_go(run)
    return made


def making(run: Run) -> Job:
    """Return the job that makes the passages of a run files."""
    return begun(run.show.owner, "passages", run.pk)


def let_go(run: Run) -> None:
    """Let go of what arrived of a run: its passages are made, or there are none."""
    for upload in (run.voice, run.picture):
        if upload is not None:
            shutil.rmtree(upload.folder, ignore_errors=True)
            upload.delete()
    run.refresh_from_db()


def forget(run: Run) -> None:
    """Forget a run that nobody wants."""
    stop("passages", run.pk)
    let_go(run)
    run.delete()


def arrived_ms(run: Run) -> int:
    """Return how much of a run's voice has arrived without a gap, in ms."""
    upload = run.voice
    if upload is None:
        return 0
    size = sum(upload.piece(n).stat().st_size for n in range(whole_pieces(upload)))
    return max(0, size - HEAD_BYTES) // 2 * 1000 // run.rate


def end_those_left(row: Show) -> None:
    """End the runs of a show whose pages are gone."""
    for run in Run.objects.filter(show=row, ended_at=None, heard_of_at__lt=timezone.now() - QUIET):
        if not run.voice or timezone.now() - run.voice.touched_at > QUIET:
            end(run)


def of_show(row: Show) -> list[Passage]:
    """Return all passages of a show, in the order in which they were recorded."""
    return list(Passage.objects.filter(run__show=row).select_related("run", "run__by", "voice", "seen"))


def given(passages: Iterable[Passage], show: CoreShow) -> ChoosePassages:
    """Return the edit that chooses passages for their slides, as these are now."""
    slides = {slide.id: slide for slide in show.slides}
    wanted = {p.slide: _given(p, slides[p.slide]) for p in passages if p.slide in slides and p.is_ready}
    return ChoosePassages(passages=wanted)


def choose(row: Show, passages: Sequence[Passage], *, only_bare: bool = False) -> int:
    """Choose passages, as one edit that can be taken back; with ``only_bare`` of slides that lack what they give.

    Returns how many slides have one now. Raises ``BadEdit``; ``Collision`` where others are always faster.
    """
    for attempt in range(_TRIES):
        row.refresh_from_db()
        show = in_rows.load(row)
        slides = {slide.id: slide for slide in show.slides}
        bare = [p for p in passages if p.is_ready and p.slide in slides and _lacks(slides[p.slide], p)]
        command = given(bare if only_bare else passages, show)
        if not command.passages:
            return 0
        try:
            keeping.edit(row.pk, row.revision, command)
            return len(command.passages)
        except keeping.Collision:
            if attempt == _TRIES - 1:
                raise
    return 0


def spoken_by(person: Any, row: Show, passages: Sequence[Passage]) -> list[Passage]:
    """Return those of passages whose slides somebody may choose a voice for (``shows/giving.py``)."""
    own = may_speak(person, row, in_rows.load(row)) if person is not None else frozenset()
    return [passage for passage in passages if passage.slide in own]


def _lacks(slide: Slide, passage: Passage) -> bool:
    """Tell whether a slide has nothing yet of what a passage gives; what a made voice said is nothing."""
    if passage.voice is None:
        return speaker_on(slide) is None
    return slide.narration is None or slide.narration.scratch


def is_chosen(passage: Passage, slide: Slide | None) -> bool:
    """Tell whether a passage is what is heard of its slide."""
    if slide is None:
        return False
    if passage.voice is None:
        seen = speaker_on(slide)
        return seen is not None and passage.seen is not None and seen.asset == passage.seen.sha256
    return slide.narration is not None and passage.voice.sha256 in (slide.narration.asset, slide.narration.source)


def _given(passage: Passage, slide: Slide) -> Given:
    own = len(split_into_groups(slide.running_order))
    cues = {int(cue): at for cue, at in passage.cues.items() if 1 <= int(cue) < own}
    marks = tuple(cues.get(n) for n in range(1, max(cues, default=0) + 1))
    voice = None
    if passage.voice is not None:
        voice = Narration(
            asset=passage.voice.sha256,
            in_ms=passage.voice_in_ms,
            out_ms=min(passage.voice.length_ms, passage.voice_in_ms + passage.length_ms),
            marks=marks,
            by_hand=tuple(sorted(cues)),
            scratch=passage.run.is_made,
        )
    seen = None
    if passage.seen is not None:
        first, last = passage.seen_in_ms, min(passage.seen.length_ms, passage.seen_in_ms + passage.length_ms)
        shift = passage.seen_in_ms - passage.voice_in_ms
        seen = Seen(asset=passage.seen.sha256, in_ms=first, out_ms=max(first, last), shift_ms=shift)
    given = {str(cue): at for cue, at in cues.items()} if voice is None else {}
    ink = convert(passage.ink, tuple[Stroke, ...])
    run = passage.run
    return Given(voice=voice, seen=seen, cues=given, ink=ink, named=run.named, placing=run.placing)  # type: ignore[arg-type]


def _last(run: Run) -> tuple[int, int | None]:
    if not run.instants:
        return 0, None
    _, voice, picture = run.now
    if run.instants[-1]["kind"] == "end":
        return voice, picture
    more = max(0, arrived_ms(run) - voice)
    return voice + more, None if picture is None else picture + more


def _ended(run: Run) -> CoreTake:
    """Return what was given in a run, with an end where its page was gone before."""
    instants = [*run.instants]
    if not instants:
        return CoreTake()
    if instants[-1]["kind"] != "end":
        at, voice, _ = run.now
        instants.append({"kind": "end", "at": at + max(0, arrived_ms(run) - voice)})
    return convert({"instants": instants}, CoreTake)
