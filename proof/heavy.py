"""What is heavy, sent by one, while another works: outlines, soft edges, long texts by letter, a small disk."""

import json
import shutil
import subprocess
import tempfile
import threading
import time
from collections.abc import Callable
from pathlib import Path

import httpx

from proof.server import Server, Someone
from tests.files import png, wav
from tests.made import edits

SECONDS = 10.0
"""The bounded child's own 4 s, and what a busy machine of two cores takes to begin it and to answer."""
OTHERS_S = 2.0
"""A page of somebody else comes within this time, whatever one sends."""

_SVG = 'xmlns="http://www.w3.org/2000/svg" width="9" height="9"'
_ARCS = '<path d="M0 0' + "a40 20 0 0 1 60 70" * 900 + '"/>'
_POINTS = " ".join(f"{n},{n % 7}" for n in range(90_000))
_TENFOLD = "".join(f'<g id="a{n}">' + f'<use href="#a{n - 1}"/>' * 10 + "</g>" for n in range(1, 9))
OUTLINES = {
    "arcs": f"<svg {_SVG}>{_ARCS * 40}</svg>",
    "points": f'<svg {_SVG}><polygon points="{_POINTS}"/></svg>',
    "uses": f'<svg {_SVG}><defs><g id="a0"><path d="M0 0L1 1"/></g>{_TENFOLD}</defs><use href="#a8"/></svg>',
}
TEXTS = {
    "stars": "# a\n\n" + "*a **b " * 120_000,
    "brackets": "# a\n\n" + "[" * 800_000,
    "quotations": "> " * 300_000 + "a",
    "lists": "# a\n\n" + "".join("  " * min(n, 90) + "- a\n" for n in range(9000)),
}


class Watched:
    """Asks for a page of somebody else all the time, and remembers how long each took."""

    def __init__(self, someone: Someone, address: str) -> None:
        """State whose page it is."""
        self.someone, self.address = someone, address
        self.took: list[float] = []

    def during(self, work: Callable[[], None]) -> float:
        """Return the longest that a page took while something else was done."""
        first = len(self.took)
        done = threading.Event()

        def worked() -> None:
            try:
                work()
            finally:
                done.set()

        worker = threading.Thread(target=worked)
        worker.start()
        while not done.is_set():
            began = time.monotonic()
            answer = self.someone.get(self.address)
            self.took.append(time.monotonic() - began)
            if answer.status_code != 200:
                raise AssertionError(f"a page answered {answer.status_code}")
            done.wait(0.02)
        worker.join()
        return max(self.took[first:], default=0.0)


def heavy_things(server: Server, sender: Someone) -> list[str]:
    """Send each heavy thing; raise ``AssertionError`` if it takes too long, or somebody else has to wait for it."""
    other = Someone(server, "visitor")
    watched = Watched(other, other.new_show("Quiet"))
    watched.during(lambda: time.sleep(0.3))
    said = []
    for name, run in _things(sender).items():
        answered: list[tuple[float, int]] = []
        waited = watched.during(lambda run=run, answered=answered: answered.append(_timed(run)))
        took, status = answered[0] if answered else (float("inf"), 0)
        if status >= 500 or not status:
            raise AssertionError(f"{name} answered {status}")
        if took > SECONDS or waited > OTHERS_S:
            raise AssertionError(f"{name} took {took:.1f} s, and others waited {waited:.1f} s")
        said.append(f"{name} {took:.1f} s, others {waited:.2f} s")
    return said


def _timed(run: Callable[[], httpx.Response]) -> tuple[float, int]:
    began = time.monotonic()
    answer = run()
    return time.monotonic() - began, answer.status_code


def _things(sender: Someone) -> dict[str, Callable[[], httpx.Response]]:
    letters = _with(sender, [{"id": "t", "kind": "text", "width": 1200, "height": 700, "size": 18,
                              "paragraphs": [{"text": ("The lamp turns, four tons of it. " * 70)[:2000]}]}])  # fmt: skip
    soft = {"kind": "shape", "width": 1280, "height": 720, "soft_edge": 200, "shadow": {"blur": 200}}
    edges = _with(sender, [{**soft, "id": f"o{n}"} for n in range(20)])
    build = {"do": "add-builds", "slide": "s", "objects": ["t"], "kind": "entrance", "effect": "fade", "by": "character", "order": "following"}  # fmt: skip
    move = {"do": "set-objects", "slide": "s", "values": {"t": {"x": 50}}}
    return {
        **{f"outline of {n}": lambda d=d: sender.post("/shows/outline", content=d.encode()) for n, d in OUTLINES.items()},
        **{f"text of {n}": lambda d=d: sender.post("/shows/outlined", content=d.encode()) for n, d in TEXTS.items()},
        "2,000 letters built": lambda: sender.post(f"{letters}edit", json=edits(0, build)),
        "2,000 letters moved": lambda: sender.post(f"{letters}edit", json=edits(1, move)),
        "twenty soft edges": lambda: sender.get(f"{edges}pictures/s"),
    }  # fmt: skip


def _with(someone: Someone, objects: list[dict]) -> str:
    document = {"slides": [{"id": "s", "objects": objects}]}
    return someone.take_in("s.ritornel.json", json.dumps(document).encode()).headers["location"]


# ---- a small disk


def small_disk(megabytes: int = 110) -> str | None:
    """Fill a disk while files are sent and a show is edited; what was answered stands, and when there is room it goes on.

    None where no small disk can be made here.
    """
    folder = Path(tempfile.mkdtemp(prefix="ritornel-disk-"))
    mounted = subprocess.run(["mount", "-t", "tmpfs", "-o", f"size={megabytes}m", "tmpfs", str(folder)], capture_output=True, check=False)  # fmt: skip
    if mounted.returncode:
        shutil.rmtree(folder)
        return None
    try:
        with Server(folder) as server:
            return _filled(Someone(server), folder)
    finally:
        subprocess.run(["umount", "-l", str(folder)], check=False)
        shutil.rmtree(folder, ignore_errors=True)


def _filled(someone: Someone, folder: Path) -> str:
    address = someone.new_show("Kept")
    kept = someone.upload("first.png", png()).json()["asset"]["url"]
    ballast = folder / "ballast"
    with ballast.open("wb") as out:
        out.write(bytes(max(0, shutil.disk_usage(folder).free - 60 * 1024 * 1024)))
    refused = someone.upload("second.wav", wav(1.0))
    if refused.status_code != 507 or "no room" not in refused.json()["error"]:
        raise AssertionError(f"a file on a full disk was answered {refused.status_code}")
    with ballast.open("ab") as out:
        out.write(bytes(max(0, shutil.disk_usage(folder).free - 256 * 1024)))
    revision, titles = 0, 0
    for number in range(400):  # until not even an edit finds room
        command = {"do": "write-script", "slide": "slide-1", "script": f"{number} " * 9000, "was": ""}
        answer = someone.post(f"{address}edit", json=edits(revision, command))
        if answer.status_code == 507:
            break
        revision, titles = answer.json()["revision"], number
    else:
        raise AssertionError("the disk did not fill")
    ballast.unlink()
    state = someone.get(f"{address}state", params={"near": "slide-1"}).json()
    if state["revision"] != revision or not state["slides"]["slide-1"]["document"]["script"].startswith(f"{titles} "):
        raise AssertionError(f"revision {revision} was answered, and {state['revision']} is there")
    if someone.get(kept).content != png():
        raise AssertionError("a file that was kept is not there")
    again = someone.upload("second.wav", wav(1.0))
    if again.status_code != 200 or "asset" not in again.json():
        raise AssertionError(f"with room again the file was answered {again.status_code}: {again.text[:200]}")
    return f"full after {revision} edits; with room again everything goes on"
