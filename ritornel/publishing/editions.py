"""Making an edition of a show: everything that plays it, frozen."""

import msgspec
from django.db import transaction
from django.db.models import Max

from ritornel.core.model.running import running
from ritornel.core.model.uses import assets_of
from ritornel.core.score import compile
from ritornel.library.describing import described
from ritornel.library.models import Asset
from ritornel.library.room import check_room, or_no_room
from ritornel.publishing.first_pictures import keep_first
from ritornel.publishing.models import Edition, new_token
from ritornel.publishing.prepared import prepare
from ritornel.render.looping import looping
from ritornel.render.player import playable
from ritornel.shows import in_rows
from ritornel.shows.models import Show


class NotReady(ValueError):
    """The show cannot be published as it is; the message says why."""


def publish(row: Show, loops: bool) -> Edition:
    """Return a new edition of the show as it is now. Raises ``NotReady`` for a show that would show nothing."""
    show = running(in_rows.load(row))
    if not show.slides:
        raise NotReady("the show has no slides that are shown; add one on the desk, or take one in again")
    score = compile(show)
    token = new_token()
    shown = {asset for slide in show.slides for asset in assets_of(slide)} | {bed.asset for bed in show.beds}
    rows = list(Asset.objects.filter(owner_id=row.owner_id, sha256__in=shown - {""}))
    base = f"/e/{token}/media"
    edition = Edition(
        owner_id=row.owner_id,
        show=row,
        token=token,
        title=show.title,
        width=show.width,
        height=show.height,
        length_ms=score.length_ms,
        loops=loops,
        document=msgspec.json.encode(looping(show) if loops else playable(show, score)).decode(),
        assets={a.sha256: {**described(a, base), "mime": a.mime, "size": a.size} for a in rows},
    )
    edition.size = len(edition.document) + len(msgspec.json.encode(edition.assets))
    check_room(row.owner, 2 * edition.size, show.title)
    with or_no_room():
        prepare(edition)
    with transaction.atomic():
        edition.number = (row.editions.aggregate(last=Max("number"))["last"] or 0) + 1
        edition.save(force_insert=True)
    keep_first(token, show.slides[0], show, rows, row.owner_id)
    return edition
