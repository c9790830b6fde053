"""The library of 2,000 assets, most of them used in a show of 300 slides: its page, server side, through Django."""

import statistics
import time

from django.contrib.auth import get_user_model
from django.test import Client

from ritornel.core.model import Picture, Show, Slide
from ritornel.library.models import Asset
from ritornel.shows import in_rows, keeping

ASSETS, SLIDES, ON_EACH = 2000, 300, 6
TIMES = 9


def rows() -> list[tuple[str, str, str]]:
    """Return (what, must reach, measured), with a database of its own."""
    owner = get_user_model().objects.create_user("librarian")
    client = Client()
    client.force_login(owner)
    like = {"owner": owner, "kind": "picture", "mime": "image/png", "size": 50_000, "width": 1280, "height": 720}
    Asset.objects.bulk_create(Asset(**like, sha256=f"{n:064x}", name=f"picture {n}.png") for n in range(ASSETS))
    slides = tuple(
        Slide(
            id=f"s{n}", objects=tuple(Picture(id=f"o{n}-{k}", asset=f"{n * ON_EACH + k:064x}") for k in range(ON_EACH))
        )
        for n in range(SLIDES)
    )
    keeping.create(owner, Show(title="All of it", slides=slides))
    in_rows.forget()
    what = f"library of {ASSETS:,} assets, {SLIDES * ON_EACH:,} of them used"
    first = _taken(client, "/library/")
    return [
        (f"{what}, its page the first time", "< 5 s", f"{first * 1000:.0f} ms"),
        (f"{what}, its page afterwards", "(no goal)", _said(client, "/library/")),
        ("the same, those found by words", "(no goal)", _said(client, "/library/?words=picture+19")),
    ]


def _said(client: Client, address: str) -> str:
    return f"{statistics.median(_taken(client, address) for _ in range(TIMES)) * 1000:.0f} ms"


def _taken(client: Client, address: str) -> float:
    start = time.perf_counter()
    answer = client.get(address)
    if answer.status_code != 200:
        raise RuntimeError(f"{address} answered {answer.status_code}")
    return time.perf_counter() - start
