"""A show at all limits at once: how long it takes to compile, to open, to edit."""

import statistics
import time
from typing import Any

from django.contrib.auth import get_user_model
from django.test import Client

from ritornel.core import score
from ritornel.core.model import Show, limits
from ritornel.core.model.reading import read_show
from ritornel.shows import keeping
from tests.made import edits


def show_at_all_limits(slides: int) -> Show:
    """Return a show with as many objects, builds, characters of text and of script as any may have, on so many slides."""
    objects, builds = limits.OBJECTS // slides, limits.BUILDS // slides
    text = "The lamp turns, four tons of it, at a touch. " * 12
    words = text[: limits.TEXT_CHARACTERS // limits.OBJECTS]
    spoken = ("The lamp turns; one finger is enough. " * 1400)[: limits.SCRIPT_CHARACTERS // slides - 12]
    things = [
        {"id": f"o{n}", "kind": "text", "x": n, "y": n, "paragraphs": [{"text": words[:25]}, {"text": words[25:]}]}
        for n in range(objects)
    ]
    order = [
        {
            "id": f"b{n}", "object": f"o{n % objects}", "part": {"paragraph": n % 2}, "effect": ("fade", "slide", "grow")[n % 3],
            "kind": "entrance" if n < objects else "exit", "trigger": ("cue", "alongside", "following")[n % 3], "repeat": 1 + n % 7,
        }
        for n in range(builds)
    ]  # fmt: skip
    marked = f"One [1] two. {spoken}"[: limits.SCRIPT_CHARACTERS // slides]
    return read_show(
        {
            "slides": [
                {"id": f"s{n}", "objects": things, "running_order": order, "script": marked} for n in range(slides)
            ]
        }
    )


LETTERS = 2000


def _by_letter() -> tuple[str, str, str]:
    """Return how long edits of a slide take whose one text of 2,000 characters is built by letter, one after another."""
    words = ("The lamp turns, four tons of it, at a touch. " * LETTERS)[:LETTERS]
    text = {"id": "t", "kind": "text", "width": 1200, "height": 700, "size": 20, "paragraphs": [{"text": words}]}
    row = keeping.create(
        get_user_model().objects.create_user("letters"), read_show({"slides": [{"id": "s", "objects": [text]}]})
    )
    client = Client()
    client.force_login(row.owner)

    def sent(revision: int, command: dict) -> float:
        start = time.perf_counter()
        body = edits(revision, command, near=["s"])
        if client.post(f"/shows/{row.pk}/edit", body, content_type="application/json").status_code != 200:
            raise RuntimeError(f"{command} was refused")
        return (time.perf_counter() - start) * 1000

    build = {"objects": ["t"], "kind": "entrance", "effect": "fade", "by": "character", "order": "following"}
    sent(0, {"do": "add-builds", "slide": "s", **build})
    took = [
        sent(n, {"do": "set-objects", "slide": "s", "values": {"t": {"x": n}}})
        if n % 2
        else sent(n, {"do": "set-slides", "slides": ["s"], "values": {"hold": 900 + n}})
        for n in range(1, 41)
    ]
    what = f"an edit of a slide with {LETTERS:,} characters built by letter, median, 95th percentile"
    return what, "< 50 ms", f"{statistics.median(took):.0f} ms, {sorted(took)[-2]:.0f} ms"


def rows() -> list[tuple[str, str, str]]:
    """Return (what, must reach, measured)."""
    found = [_by_letter()]
    for slides in (limits.SLIDES, limits.OBJECTS // limits.OBJECTS_ON_A_SLIDE):
        show = show_at_all_limits(slides)
        score.forget()
        start = time.perf_counter()
        score.compile(show)
        found.append(
            (
                f"compile a show at all limits, on {slides:,} slides, cold",
                "< 3 s",
                f"{time.perf_counter() - start:.2f} s",
            )
        )
        found += _requests(show, slides)
    return found


def _requests(show: Show, slides: int) -> list[tuple[str, str, str]]:
    owner = get_user_model().objects.create_user(f"limits-{slides}")
    row = keeping.create(owner, show)
    client = Client()
    client.force_login(owner)
    taken = {}
    command = {"do": "set-slides", "slides": ["s3"], "values": {"hold": 900}}
    for what, run in (
        ("desk", lambda: client.get(f"/shows/{row.pk}/")),
        ("an edit", lambda: client.post(f"/shows/{row.pk}/edit", edits(0, command), content_type="application/json")),
        ("its document", lambda: _come(client.get(f"/shows/{row.pk}/document"))),
    ):  # fmt: skip
        start = time.perf_counter()
        answer = run()
        taken[what] = time.perf_counter() - start
        if answer.status_code != 200:
            raise RuntimeError(f"{what}: {answer.status_code}")
    told = ", ".join(f"{what} {seconds:.1f} s" for what, seconds in taken.items())
    return [(f"one request of that show, on {slides:,} slides", "< 5 s", told)]


def _come(answer: Any) -> Any:
    """Return an answer that streams, when all of it has come."""
    answer.getvalue()
    return answer
