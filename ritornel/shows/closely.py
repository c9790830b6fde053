"""What is found by looking closely at slides: kept by what they show, and looked for by a job where it is not known."""

import hashlib
from collections.abc import Callable, Mapping
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from uuid import UUID

import msgspec
from django.core.exceptions import ObjectDoesNotExist
from django.utils import timezone
from msgspec.structs import replace

from ritornel.core.linecheck.finding import Finding
from ritornel.core.model import Asset as CoreAsset
from ritornel.core.model import Show, Slide
from ritornel.core.model.memory import Recalled
from ritornel.core.model.uses import assets_of
from ritornel.core.model.writing import document_of
from ritornel.core.score import SlideScore, compile
from ritornel.jobs.apart import TooMuch, done_apart
from ritornel.jobs.looking import looked_at
from ritornel.jobs.models import Job
from ritornel.jobs.running import AtWork, begun
from ritornel.library.describing import drawn_from
from ritornel.shows import in_rows
from ritornel.shows.models import Looked
from ritornel.shows.models import Show as ShowRow

KIND = "look-closely"
_AS_LOOKED = 1
"""Another number where slides are to be looked at anew."""

_AT_ONCE = 6
"""So many slides are looked at in one process: what it must read first takes a while."""

_IN_A_JOB = 30
"""After so many others have their turn; whoever asks again has the job go on."""

_SECONDS = 90.0
_MEMORY = 1024**3
_MOST_BYTES = 2 * 1024 * 1024
_keys: Recalled[str] = Recalled(_MOST_BYTES)


def known(show: Show) -> tuple[list[Finding], int]:
    """Return what is known to be found on a show's slides, and how many of them nobody has looked at yet."""
    keys = _keys_of(show)
    rows = dict(Looked.objects.filter(key__in=set(keys.values())).values_list("key", "found"))
    found = []
    for place, key in keys.items():
        for one in msgspec.convert(rows.get(key, []), list[Finding]):
            found.append(replace(one, slide=show.slides[place].id, message=f"slide {place + 1}: {one.message}"))
    return found, sum(key not in rows for key in keys.values())


def begin(row: ShowRow) -> bool:
    """Have the slides of a show looked at that nobody has looked at yet; tell whether that can be done."""
    return begun(row.owner, KIND, row.pk.hex, redo=True).state != Job.REFUSED


def look(work: AtWork) -> None:
    """Look closely at slides of a show: the job of kind “look-closely”. It follows edits that come meanwhile."""
    looked = 0
    while looked < _IN_A_JOB:
        try:
            row = ShowRow.objects.get(pk=UUID(work.subject))
            show = in_rows.load(row)
        except ObjectDoesNotExist:
            return
        keys = _keys_of(show)
        there = set(Looked.objects.filter(key__in=set(keys.values())).values_list("key", flat=True))
        places = [place for place, key in keys.items() if key not in there][:_AT_ONCE]
        if not places:
            return
        for place, found in _looked_beside(work, show, places, drawn_from(row.owner_id, show)).items():
            values = {"found": msgspec.to_builtins(found), "looked_at": timezone.now()}
            Looked.objects.update_or_create(key=keys[place], defaults=values)
        looked += len(places)


def _looked_beside(
    work: AtWork, show: Show, places: list[int], files: Mapping[str, Path]
) -> Mapping[int, list[Finding]]:
    """Return what is found at some places: at every other one in a process beside."""
    one, other = places[::2], places[1::2]
    if not other:
        return _looked(work.look_up, show, one, files)
    with ThreadPoolExecutor(1) as beside:
        coming = beside.submit(_looked, None, show, other, files)
        found = _looked(work.look_up, show, one, files)
        return {**found, **coming.result()}


def _looked(
    look_up: Callable[[], None] | None, show: Show, places: list[int], files: Mapping[str, Path]
) -> Mapping[int, list[Finding]]:
    """Return what is found at some places; of a slide at which it takes too long to look, nothing is."""
    document = msgspec.json.encode(show)
    seconds = _SECONDS * (1 + len(places)) / 2
    try:
        return done_apart(seconds, looked_at, document, places, files, memory=_MEMORY, meanwhile=look_up)
    except (TooMuch, OSError, ValueError):
        if len(places) == 1:
            return {places[0]: []}
        return {place: found for one in places for place, found in _looked(look_up, show, [one], files).items()}


def _keys_of(show: Show) -> dict[int, str]:
    """Return what stands for all that is seen of each slide that runs, by its place."""
    score = compile(show)
    assets = {asset.id: asset for asset in show.assets}
    head = hashlib.blake2b(
        msgspec.json.encode((_AS_LOOKED, show.width, show.height, show.language, show.words, show.style, show.styles))
    ).hexdigest()
    found: dict[int, str] = {}
    before: Slide | None = None
    for place, (slide, part) in enumerate(zip(show.slides, score.slides, strict=True)):
        if not slide.skipped and not slide.unreadable:
            found[place] = _key(slide, part, before, head, assets)
            before = slide
    return found


def _key(slide: Slide, part: SlideScore, before: Slide | None, head: str, assets: Mapping[str, CoreAsset]) -> str:
    things = (slide, part, *([before] if before is not None else ()))
    kept = _keys.get(*things, by=head)
    if kept is None:
        used = [assets[name] for name in assets_of(slide) if name in assets]
        told = (head, document_of(slide), part, document_of(before) if before is not None else None, used)
        kept = _keys.put(hashlib.sha256(msgspec.msgpack.encode(told)).hexdigest(), 300, *things, by=head)
    return kept


def tidy() -> int:
    """Forget what was found long ago; return how much that was."""
    gone, _ = Looked.objects.filter(looked_at__lt=timezone.now() - Looked.STAYS).delete()
    return gone
