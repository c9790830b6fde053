"""Making an edition of a show: everything that plays it, frozen."""

import msgspec
from django.db import transaction
from django.db.models import Max

from ritornel.core.model import Show as CoreShow
from ritornel.core.model.running import running
from ritornel.core.model.uses import assets_of, seen_from_near
from ritornel.core.score import compile
from ritornel.library import tiling
from ritornel.library.describing import described, on_stage
from ritornel.library.models import Asset
from ritornel.library.room import check_room, or_no_room
from ritornel.publishing.first_pictures import keep_first
from ritornel.publishing.models import Edition, new_token
from ritornel.publishing.prepared import prepare
from ritornel.publishing.reading import keep_reading
from ritornel.publishing.wished import Wished
from ritornel.render.looping import looping
from ritornel.render.player import playable
from ritornel.shows import in_rows
from ritornel.shows.models import Show


class NotReady(ValueError):
    """The show cannot be published as it is; the message says why."""


def edition_of(row: Show, loops: bool, base: str = "") -> Edition:
    """Return an edition of the show as it is now, which is not kept. Raises ``NotReady`` if it would show nothing.

    ``base``: below which address its files are found; none: that of an edition that is kept.
    """
    return _made(row, running(in_rows.load(row)), loops, base)[0]


def publish(row: Show, loops: bool, wished: Wished = Wished()) -> Edition:  # noqa: B008
    """Return a new edition of the show as it is now. Raises ``NotReady`` for a show that would show nothing."""
    show = running(in_rows.load(row))
    edition, rows = _made(row, show, loops)
    edition.for_invited, edition.until = bool(wished.invited), wished.until
    edition.most_views, edition.is_counted = wished.most_views, wished.counted
    edition.takes_remarks = wished.remarks
    check_room(row.owner, 2 * edition.size, show.title)
    with or_no_room():
        prepare(edition)
    with transaction.atomic():
        edition.number = (row.editions.aggregate(last=Max("number"))["last"] or 0) + 1
        edition.save(force_insert=True)
    keep_first(edition.token, show.slides[0], show, rows, row.owner_id)
    keep_reading(edition, show)
    return edition


def _made(row: Show, show: CoreShow, loops: bool, base: str = "") -> tuple[Edition, list[Asset]]:
    """Return an edition of a show as it runs, and its files."""
    if not show.slides:
        raise NotReady("the show has no slides that are shown; add one on the desk, or take one in again")
    score = compile(show)
    token = new_token()
    shown = {asset for slide in show.slides for asset in assets_of(slide)} | {bed.asset for bed in show.beds}
    rows = list(Asset.objects.filter(owner_id=row.owner_id, sha256__in=shown - {""}))
    from_near = seen_from_near(show)
    for asset in rows:
        if asset.sha256 in from_near and on_stage(asset) and tiling.tiles_of(asset) is None:
            tiling.begin(asset)
    base = base or f"/e/{token}/media"
    edition = Edition(
        owner_id=row.owner_id,
        show=row,
        token=token,
        title=show.title,
        width=show.width,
        height=show.height,
        length_ms=score.length_ms,
        loops=loops,
        slide_count=len(show.slides),
        document=msgspec.json.encode(looping(show) if loops else playable(show, score)).decode(),
        assets={a.sha256: {**described(a, base), "mime": a.mime, "size": a.size} for a in rows},
    )
    edition.size = len(edition.document) + len(msgspec.json.encode(edition.assets))
    return edition, rows
