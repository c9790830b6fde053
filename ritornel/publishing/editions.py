"""Making an edition of a show: everything that plays it, frozen."""

import msgspec
from django.db import transaction
from django.db.models import Max

from ritornel.core.model.running import running
from ritornel.core.motion.easing import LINEAR
from ritornel.core.motion.pieces import WHOLE
from ritornel.core.score import compile
from ritornel.library.describing import described
from ritornel.library.models import Asset
from ritornel.publishing.models import Edition, new_token
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
    rows = list(Asset.objects.filter(owner_id=row.owner_id, sha256__in=[a.id for a in show.assets]))
    base = f"/e/{token}/media"
    with transaction.atomic():
        last = row.editions.aggregate(last=Max("number"))["last"] or 0
        return Edition.objects.create(
            owner_id=row.owner_id,
            show=row,
            token=token,
            number=last + 1,
            title=show.title,
            width=show.width,
            height=show.height,
            length_ms=score.length_ms,
            loops=loops,
            document=msgspec.json.encode(playable(show, score)).decode(),
            assets={a.sha256: {**described(a, base), "mime": a.mime, "size": a.size} for a in rows},
        )


_NAMED = (r"font-family=\"M PLUS 1p\"", r"""font-family=\"'M PLUS 1p'\"""")


def played(edition: Edition) -> dict:
    """Return what the player plays. What editions of earlier versions have is brought into today's form.

    They named an object by its key alone, had tracks of a transition's two slides over its time, and named a face
    without the quotes that its figure needs.
    """
    play = msgspec.json.decode(edition.document.replace(*_NAMED))
    for slide in play["slides"].values():
        for node in slide["nodes"]:
            node.setdefault("object", node["key"])
        if "pieces" not in slide["score"]["transition"]:
            slide["score"]["transition"] = _in_pieces(**slide["score"]["transition"])
    return play


def _in_pieces(duration: int, backdrop: str, old: list[dict], new: list[dict]) -> dict:
    def over_progress(track: dict) -> dict:
        return {**track, "times": [time * WHOLE / duration for time in track["times"]]}

    pieces = [
        {"of": of, "tracks": [over_progress(t) for t in tracks]}
        for of, tracks in (("old", old), ("new", new))
        if duration
    ]
    return {"duration": duration, "easing": LINEAR, "reverse": False, "backdrop": backdrop, "pieces": pieces}


def opening(edition: Edition) -> dict:
    """Return what the page needs to show its first slide: the order, and that slide alone."""
    play = played(edition)
    first = play["order"][0][0] if play["order"] else None
    slides = {first: play["slides"][first]} if first else {}
    return {**play, "slides": slides, "assets": edition.assets, "loops": edition.loops}


def the_rest(edition: Edition) -> dict:
    """Return the slides after the first, by id."""
    play = played(edition)
    first = play["order"][0][0] if play["order"] else None
    return {"slides": {i: s for i, s in play["slides"].items() if i != first}}
