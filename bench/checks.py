"""The line check: what is found at once after an edit of a large show, and what is found by looking closely."""

import statistics
import tempfile
import time
from pathlib import Path

from bench.shows import crowded_show, full_show, large_show
from proof.server import Server, Someone
from ritornel.cli import main as ritornel
from ritornel.core.edits import read_command
from ritornel.core.linecheck import findings
from ritornel.core.model import Show
from ritornel.core.score import compile
from tests.made import edits

_EDITS = 40


def rows() -> list[tuple[str, str, str]]:
    """Return (what, must reach, measured)."""
    closely = _closely()
    return [
        ("line check after an edit, 200 slides of 20 builds", "< 300 ms", _at_once(large_show(), "b0")),
        ("line check after an edit, 300 slides of 40 objects", "< 300 ms", _at_once(crowded_show(300, 40), "")),
        ("line check after an edit, 300 slides of 40 texts on one another", "< 300 ms", _at_once(full_show(), "")),
        ("looked at closely after an edit of the demo talk: contrast, flashes, spelling", "< 5 s", closely),
    ]


def _at_once(show: Show, build: str) -> str:
    """Return how long it takes to look through a show of which one slide was changed."""
    findings(show, compile(show))
    took = []
    for number in range(_EDITS):
        moved = {"do": "set-objects", "slide": f"s{number}", "values": {"o3": {"x": 100 + number}}}
        longer = {"do": "drag-build", "slide": f"s{number}", "step": build, "by": 10 + number}
        show = read_command(longer if build else moved).apply(show)
        score = compile(show)
        began = time.perf_counter()
        findings(show, score)
        took.append((time.perf_counter() - began) * 1000)
    return f"{max(took):.0f} ms at most (median {statistics.median(took):.0f})"


def _closely() -> str:
    """Return how long after an edit a running server has looked at all that it changed; the worst of some."""
    with tempfile.TemporaryDirectory() as folder, Server() as server:
        talk = Path(folder) / "talk.zip"
        ritornel(["demo", "--zip", str(talk)])
        someone = Someone(server)
        coming = someone.take_in("talk.zip", talk.read_bytes()).headers["location"]
        while not (address := someone.post(f"{coming}/on").raise_for_status().json()["show"]):
            time.sleep(0.1)
        _looked(someone, address)
        took = []
        for revision, slide in enumerate(("welcome", "bath", "goodbye")):
            command = {"do": "set-slides", "slides": [slide], "values": {"background": "#101020"}}
            someone.post(f"{address}edit", json=edits(revision, command)).raise_for_status()
            began = time.perf_counter()
            _looked(someone, address)
            took.append(time.perf_counter() - began)
    return f"{max(took):.1f} s at most"


def _looked(someone: Someone, address: str) -> None:
    while someone.get(f"{address}check/closely").raise_for_status().json()["waiting"]:
        time.sleep(0.25)
