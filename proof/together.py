"""Two pages of one show at full speed, with undo and redo: what was answered is counted, and nothing may be lost."""

import random
import threading
import time
from typing import NamedTuple

from proof.server import Server, Someone
from tests.made import edits


class Counted(NamedTuple):
    """What two pages were answered."""

    added: int
    undone: int
    redone: int
    refused: int


class _Page(threading.Thread):
    """One page: puts objects on a slide, and now and then takes a step back or forth, as fast as it is answered."""

    def __init__(self, server: Server, like: Someone, address: str, name: str, end: float) -> None:
        super().__init__()
        self.someone, self.address, self.page, self.end = Someone(server, like=like), address, name, end
        self.chance = random.Random(name)
        self.added: list[str] = []
        self.undone = self.redone = self.refused = 0
        self.failed: Exception | None = None

    def run(self) -> None:
        try:
            self._run()
        except Exception as error:
            self.failed = error

    def _run(self) -> None:
        revision = self.someone.get(f"{self.address}state").json()["revision"]
        slide = "slide-1"
        while time.monotonic() < self.end:
            act = self.chance.choices(["add", "undo", "redo"], [6, 2, 1])[0]
            name = f"{self.page}-{len(self.added)}-{self.chance.randrange(10**9)}"
            shape = {"id": name, "kind": "shape", "width": 5, "height": 5}
            command = {"do": "add-object", "slide": slide, "object": shape} if act == "add" else act
            body = edits(revision, command, page=self.page)
            answer = self.someone.post(f"{self.address}edit", json=body).json()
            revision = answer["revision"]
            if not answer["results"][0]["done"]:
                self.refused += 1
            elif act == "add":
                self.added.append(name)
            elif act == "undo":
                self.undone += 1
            else:
                self.redone += 1


def two_pages(server: Server, someone: Someone, seconds: float) -> Counted:
    """Let two pages work on a new show; raise ``AssertionError`` if what was answered is not what is there."""
    address = someone.new_show("Together")
    first = _objects(someone, address)
    end = time.monotonic() + seconds
    pages = [_Page(server, someone, address, name, end) for name in ("page-a", "page-b")]
    for page in pages:
        page.start()
    for page in pages:
        page.join()
    failed = [page.failed for page in pages if page.failed is not None]
    if failed:
        raise AssertionError(f"a page failed: {failed[0]!r}")
    added = [name for page in pages for name in page.added]
    undone, redone = sum(p.undone for p in pages), sum(p.redone for p in pages)
    there = [name for name in _objects(someone, address) if name not in first]
    if set(there) - set(added) or len(there) != len(added) - undone + redone:
        raise AssertionError(
            f"{len(added)} objects were answered, {undone} taken back and {redone} put back: {len(there)} are there"
        )
    _back_to_the_first(someone, address, len(there), first)
    return Counted(len(added), undone, redone, sum(p.refused for p in pages))


def _objects(someone: Someone, address: str) -> list[str]:
    slide = someone.get(f"{address}state", params={"near": "slide-1"}).json()["slides"]["slide-1"]
    return [thing["id"] for thing in slide["document"]["objects"]]


def _back_to_the_first(someone: Someone, address: str, steps: int, first: list[str]) -> None:
    """Take back every step there is: as many as objects came, and then all is as at first, and nothing to take back."""
    for _ in range(steps):
        revision = someone.get(f"{address}revision").json()["revision"]
        answer = someone.post(f"{address}edit", json=edits(revision, "undo", page="last")).json()
        if not answer["results"][0]["done"]:
            raise AssertionError(f"a step could not be taken back: {answer['results'][0]}")
    if _objects(someone, address) != first or someone.get(f"{address}state").json()["undo"] is not None:
        raise AssertionError("undoing everything does not give the first state")
