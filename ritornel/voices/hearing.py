"""Voices are listened to by a job: their words are found, and kept by an edit of the show like any other."""

import hashlib
from logging import getLogger
from uuid import UUID

from av.error import FFmpegError

from ritornel.core.edits import BadEdit
from ritornel.core.edits.voices import HearWords
from ritornel.core.model import Show as CoreShow
from ritornel.core.model import Slide
from ritornel.core.model.slide import Said
from ritornel.core.voice.heard import Heard
from ritornel.core.voice.spoken import tokens
from ritornel.formats.hearing import heard_in
from ritornel.jobs.apart import TooMuch, done_apart
from ritornel.jobs.models import Job
from ritornel.jobs.running import AtWork, Stopped, begun
from ritornel.library.models import Asset
from ritornel.shows import in_rows, keeping
from ritornel.shows.models import Show

SECONDS = 150.0
"""A voice of ten minutes takes about 25 s."""
MEMORY_BYTES = 1024**3
"""What a search may ask for; of a voice of ten minutes it uses a quarter."""
_TRIES = 3
log = getLogger("ritornel")


def unheard(show: CoreShow) -> list[Slide]:
    """Return the slides that have a voice and a script, and whose words were not listened for yet."""
    return [s for s in show.slides if s.narration is not None and not s.narration.heard and tokens(s.script)]


def listening(row: Show, show: CoreShow) -> Job | None:
    """Return the job that listens to the unheard voices of a show, begun if it was not; None without any."""
    wanted = unheard(show)
    if not wanted:
        return None
    told = [(s.id, s.narration.asset, s.script) for s in wanted if s.narration is not None]
    digest = hashlib.blake2b(repr((show.language, told)).encode(), digest_size=12).hexdigest()
    return begun(row.owner, "hear", f"{row.pk.hex}:{digest}", redo=True)


def listen(work: AtWork) -> None:
    """Listen to all voices of a show that were not heard: the job of kind “hear”."""
    row = Show.objects.filter(pk=UUID(work.subject.partition(":")[0])).first()
    if row is None:
        return
    show = in_rows.load(row)
    wanted = unheard(show)
    for number, slide in enumerate(wanted):
        work.tell(number, len(wanted))
        try:
            _keep(row, slide, _heard(row, slide, show.language), show.language)
        except Show.DoesNotExist as error:  # it was deleted meanwhile
            raise Stopped from error
    work.tell(len(wanted), len(wanted))


def _heard(row: Show, slide: Slide, language: str) -> Heard | None:
    """Return what is heard in a slide's voice; None if its file is gone, or cannot be listened to."""
    asset = Asset.objects.filter(owner_id=row.owner_id, sha256=slide.narration.asset if slide.narration else "").first()
    if asset is None or not asset.has_sound:
        return None
    try:
        return done_apart(SECONDS, heard_in, asset.path, slide.script, language, memory=MEMORY_BYTES)
    except (TooMuch, FFmpegError, OSError) as error:
        log.warning("the voice of slide %s of show %s was not heard: %r", slide.id, row.pk, error)
        return None


def _keep(row: Show, slide: Slide, heard: Heard | None, language: str) -> None:
    said: tuple[Said, ...] = ()
    if heard is not None:
        words = zip(tokens(slide.script, language), heard.words, strict=True)
        said = tuple(
            Said(slide.script[word.start : word.end][:120], one.start_ms, max(one.start_ms, one.end_ms), one.sure)
            for word, one in words
        )
    skipped = {n for first, end in (heard.skipped if heard is not None else ()) for n in range(first, end)}
    command = HearWords(
        slide=slide.id,
        asset=slide.narration.asset if slide.narration is not None else "",
        said=tuple(one for n, one in enumerate(said) if n not in skipped),
        heard="other" if heard is None or not heard.follows else heard.way,
        beside=tuple(sorted((*heard.beside, *heard.again))) if heard is not None else (),
        again=tuple(start for start, _ in heard.again) if heard is not None else (),
        quiet=heard.quiet if heard is not None else (),
    )
    for _ in range(_TRIES):
        row.refresh_from_db()
        try:
            keeping.edit(row.pk, row.revision, command)
        except keeping.Collision:
            continue
        except BadEdit:  # the slide, or its voice, is another one by now
            pass
        return
