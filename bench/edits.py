"""The edit round trip in a show of 200 slides, server side: request in, response out, through Django."""

import json
import statistics
import time

from django.contrib.auth import get_user_model
from django.test import Client

from bench.shows import large_show
from ritornel.shows import keeping
from tests.made import edits

TRIPS = 120


def rows() -> list[tuple[str, str, str]]:
    """Return (what, must reach, measured), with a database of its own."""
    owner = get_user_model().objects.create_user("bench")
    row = keeping.create(owner, large_show())
    client = Client()
    client.force_login(owner)
    client.get(f"/shows/{row.pk}/")
    kept, tried = [], []
    for trip in range(TRIPS):
        command = {"do": "drag-build", "slide": f"s{trip}", "step": "b0", "by": 10 + trip}
        start = time.perf_counter()
        answer = client.post(
            f"/shows/{row.pk}/try", {"commands": [command], "near": [f"s{trip}"]}, content_type="application/json"
        )
        tried.append((time.perf_counter() - start) * 1000)
        start = time.perf_counter()
        body = edits(trip, command, near=[f"s{trip}"])
        answer = client.post(f"/shows/{row.pk}/edit", body, content_type="application/json")
        kept.append((time.perf_counter() - start) * 1000)
        if answer.status_code != 200:
            raise RuntimeError(json.dumps(answer.json())[:200])
    return [
        ("edit round trip, 200 slides, 95th percentile", "< 50 ms", f"{percentile(kept):.0f} ms (median {statistics.median(kept):.0f})"),
        ("trial of an edit while dragging, 95th percentile", "(no goal)", f"{percentile(tried):.0f} ms (median {statistics.median(tried):.0f})"),
    ]  # fmt: skip


def percentile(values: list[float]) -> float:
    """Return the 95th percentile."""
    return statistics.quantiles(values, n=20)[-1]
