"""The edit round trip in two large shows, server side: request in, response out, through Django."""

import json
import statistics
import time
from collections.abc import Callable
from typing import Any

from django.contrib.auth import get_user_model
from django.test import Client

from bench.shows import crowded_show, large_show, spoken_show
from ritornel.shows import keeping
from tests.made import edits

TRIPS = 120
CROWD = (300, 40)


def rows() -> list[tuple[str, str, str]]:
    """Return (what, must reach, measured), with a database of its own."""
    owner = get_user_model().objects.create_user("bench")
    client = Client()
    client.force_login(owner)
    tried, kept = _times(client, keeping.create(owner, large_show()).pk, _drag)
    crowd = keeping.create(owner, crowded_show(*CROWD)).pk
    _, crowded = _times(client, crowd, _move)
    everywhere, history = _everywhere(client, crowd)
    _, spoken = _times(client, keeping.create(owner, spoken_show()).pk, _strike)
    return [
        ("edit round trip after its trial, 200 slides, 95th percentile", "< 50 ms", _said(kept)),
        ("edit round trip after its trial, 300 slides of 40 objects, 95th percentile", "< 50 ms", _said(crowded)),
        ("words struck out of a voice, 300 slides of 100 heard words, 95th percentile", "< 50 ms", _said(spoken)),
        ("an edit of all those 300 slides at once", "< 5 s", f"{everywhere:.1f} s"),
        ("what was done to them, to be looked at: its page, and a slide then", "(no goal)", history),
        ("trial of an edit while dragging, 95th percentile", "(no goal)", _said(tried)),
    ]


def _drag(trip: int) -> dict[str, Any]:
    return {"do": "drag-build", "slide": f"s{trip}", "step": "b0", "by": 10 + trip}


def _move(trip: int) -> dict[str, Any]:
    return {"do": "set-objects", "slide": f"s{trip}", "values": {"o3": {"x": 100 + trip}}}


def _strike(trip: int) -> dict[str, Any]:
    return {"do": "strike-words", "slide": f"s{trip}", "first": 20, "end": 30}


def _times(client: Client, show: Any, command: Callable[[int], dict[str, Any]]) -> tuple[list[float], list[float]]:
    """Return how long trials and edits of a show took, in ms: each on a slide that was not edited before."""
    client.get(f"/shows/{show}/")
    tried, kept = [], []
    for trip in range(TRIPS):
        asked, near = command(trip), [f"s{trip}"]
        for path, body, taken in (
            ("try", {"commands": [asked], "near": near}, tried),
            ("edit", edits(trip, asked, near=near), kept),
        ):
            start = time.perf_counter()
            answer = client.post(f"/shows/{show}/{path}", body, content_type="application/json")
            taken.append((time.perf_counter() - start) * 1000)
            if answer.status_code != 200:
                raise RuntimeError(json.dumps(answer.json())[:200])
    return tried, kept


def _everywhere(client: Client, show: Any) -> tuple[float, str]:
    """Return how long it takes to put an object on every slide, in s; and to look at the show before that."""
    slides = CROWD[0]
    ids = [f"new{n}" for n in range(slides)]
    start = time.perf_counter()
    asked = {"do": "put-on-slides", "slide": "s0", "objects": ["o3"], "slides": None, "ids": ids}
    if client.post(f"/shows/{show}/edit", edits(TRIPS, asked), content_type="application/json").status_code != 200:
        raise RuntimeError("the object was not put on every slide")
    took = time.perf_counter() - start
    looked = []
    for path in (f"history?at={TRIPS}", f"history/picture?at={TRIPS}&slide=s{slides - 1}"):
        start = time.perf_counter()
        if client.get(f"/shows/{show}/{path}").status_code != 200:
            raise RuntimeError(f"{path} was not answered")
        looked.append(f"{(time.perf_counter() - start) * 1000:.0f} ms")
    return took, ", ".join(looked)


def _said(taken: list[float]) -> str:
    return f"{percentile(taken):.0f} ms (median {statistics.median(taken):.0f})"


def percentile(values: list[float]) -> float:
    """Return the 95th percentile."""
    return statistics.quantiles(values, n=20)[-1]
