"""Recordings on the desk: sent in pieces as they grow, kept until they are the voice of their slide."""

import shutil
from typing import Any
from uuid import UUID

import numpy as np
from av.error import FFmpegError
from django.db import transaction
from django.utils import timezone
from msgspec import to_builtins
from msgspec.structs import replace

from ritornel.core.edits.command import BadEdit, slide_of
from ritornel.core.edits.voice_cuts import stretch_of_words
from ritornel.core.model import Narration, Slide
from ritornel.core.model import Show as CoreShow
from ritornel.core.model.uses import asset_lengths
from ritornel.core.text.naming import slide_title
from ritornel.core.time.running_order import split_into_groups
from ritornel.core.voice.speaking_over import alone, spoken_over
from ritornel.core.voice.spoken import tokens
from ritornel.formats.following import SECONDS, said_last
from ritornel.formats.recorded import NothingSaid, Over, recorded
from ritornel.jobs.apart import TooMuch, done_apart
from ritornel.jobs.models import Job
from ritornel.jobs.running import AtWork, Refused, begun, stop
from ritornel.library.models import Asset, Upload
from ritornel.library.taking_in import taken_in
from ritornel.shows.models import Show
from ritornel.voices.hearing import MEMORY_BYTES
from ritornel.voices.models import HEAD_BYTES, Recording

_SECONDS = 90.0
_FOLLOWING_S = 3.0
_PIECE_BYTES = 512 * 1024


def began(
    row: Show, show: CoreShow, who: Any, name: UUID, name_of: str, rate: int, words: tuple[int, int] | None
) -> Recording:
    """Return the recording of that name, begun if it was not, of a slide or of some ``words`` of it (first, end)."""
    slide = slide_of(show, name_of)
    title = slide_title(slide, show.slides.index(slide) + 1)
    with transaction.atomic():
        upload, _ = Upload.objects.get_or_create(
            pk=name,
            owner_id=row.owner_id,
            defaults={
                "by": None if row.owner_id == who.pk else who,
                "name": f"{title[:60]} {timezone.localtime():%d %b %H.%M}.wav",
                "size": 0,
                "piece_bytes": _PIECE_BYTES,
                "growing": True,
            },
        )
        fields = {"show": row, "slide": slide.id, "rate": rate, "over": _over(show, slide, words)}
        return Recording.objects.get_or_create(upload=upload, defaults=fields)[0]


def _over(show: CoreShow, slide: Slide, words: tuple[int, int] | None) -> list[Any] | None:
    """Return the stretch of the slide's voice in which words are said: [asset, from, to, in, out] in ms."""
    if words is None or slide.narration is None:
        return None
    start, end = stretch_of_words(slide, *words)
    whole = asset_lengths(show).get(slide.narration.asset, end)
    last = whole if slide.narration.out_ms is None else min(whole, slide.narration.out_ms)
    own = slide.narration.in_ms, max(last, start + 1)
    return [slide.narration.asset, start, max(start + 1, min(end, last)), *own]


def left(row: Show, show: CoreShow) -> list[Recording]:
    """Return the recordings of a show that are not the voice of their slide; those that are go."""
    used = {s.narration.asset for s in show.slides if s.narration is not None}
    found = []
    for one in Recording.objects.filter(show=row).select_related("upload", "asset"):
        if one.asset is not None and one.asset.sha256 in used:
            forget(one)
        elif one.upload.size > HEAD_BYTES:
            found.append(one)
    return found


def forget(one: Recording) -> None:
    """Let a recording go, and what has arrived of it."""
    stop("record", one.upload.pk)
    shutil.rmtree(one.upload.folder, ignore_errors=True)
    one.upload.delete()


def whole_pieces(upload: Upload) -> int:
    """Return how many pieces from the first on have arrived without a gap."""
    arrived = set(upload.arrived())
    return next(n for n in range(len(arrived) + 1) if n not in arrived)


def last_said(one: Recording, script: str, after: int) -> int | None:
    """Return the number of the word of a script with which what has arrived of a recording ends; None if unknown."""
    upload, need = one.upload, round(SECONDS * one.rate) * 2
    content = b""
    for number in range(whole_pieces(upload) - 1, 0, -1):
        content = upload.piece(number).read_bytes() + content
        if len(content) >= need:
            break
    samples = np.frombuffer(content[-need:][: len(content[-need:]) // 2 * 2], "<i2").astype(np.float32) / 32768
    try:
        return done_apart(_FOLLOWING_S, said_last, samples, one.rate, tokens(script), after, memory=MEMORY_BYTES)
    except (TooMuch, OSError):
        return None


def keeping(one: Recording) -> Job:
    """Return the job that makes a recording a sound of the library; begun if it was not."""
    return begun(one.upload.owner, "record", one.upload.pk, redo=one.asset is None)


def keep(work: AtWork) -> None:
    """Make a recording a sound of the library: the job of kind “record”."""
    one = Recording.objects.filter(pk=work.subject, asset=None).select_related("upload", "show").first()
    if one is None:
        return
    over = None
    if one.over:
        sound = Asset.objects.filter(owner_id=one.upload.owner_id, sha256=one.over[0]).first()
        if sound is None:
            raise Refused(
                "the voice in which it was to come is not in the library any more; keep it for the whole slide"
            )
        over = Over(sound.path, *one.over[1:])
    folder = one.upload.folder
    target = folder / "made.ogg"
    try:
        made = done_apart(_SECONDS, recorded, one.upload.joined(), target, over)
    except NothingSaid as error:
        raise Refused(
            "nothing is heard in this recording; see that the microphone hears you, and record again"
        ) from error
    except (TooMuch, FFmpegError, OSError) as error:
        raise Refused("this recording could not be worked on at once; it stays, try again later") from error
    name = one.upload.name.removesuffix(".wav") + ".ogg"
    asset = taken_in(work, folder / "found", one.upload.owner, target, name)
    Recording.objects.filter(pk=one.pk).update(asset=asset, **made._asdict())


def voice_of(one: Recording, show: CoreShow) -> dict[str, Any]:
    """Return the narration that makes a kept recording the voice of its slide, as it is now. ``BadEdit`` with words."""
    if one.asset is None:
        raise BadEdit("this recording is not kept yet")
    slide = slide_of(show, one.slide)
    voice = slide.narration
    own = len(split_into_groups(slide.running_order))
    cues = {int(cue): at for cue, at in one.cues.items() if 1 <= int(cue) < own}
    if one.over:
        if voice is None or voice.asset != one.over[0]:
            raise BadEdit("that slide has another voice now; keep it for the whole slide")
        given = {cue: max(0, at - one.skipped_ms) for cue, at in cues.items()}
        _, start, end, first, last = one.over
        own = alone(voice, first, last)
        made = spoken_over(own, (start - first, end - first), one.end_ms - one.start_ms, one.asset.sha256, given)
    else:
        marks = [max(0, cues[c] - one.start_ms) if c in cues else None for c in range(1, max(cues, default=0) + 1)]
        made = Narration(
            asset=one.asset.sha256,
            in_ms=one.start_ms,
            out_ms=one.end_ms,
            marks=tuple(marks),
            by_hand=tuple(sorted(cues)),
        )
        if voice is not None:
            made = replace(made, lead_ms=voice.lead_ms, tail_ms=voice.tail_ms)
    return dict(to_builtins(made))
