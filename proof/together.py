"""Several pages of one show at full speed, with undo and redo: what was answered is counted, and nothing may be lost."""

import random
import threading
import time
from typing import NamedTuple

from proof.server import Server, Someone
from tests.made import edits


class Counted(NamedTuple):
    """What pages were answered."""

    added: int
    undone: int
    redone: int
    refused: int


class _Page(threading.Thread):
    """One page: puts objects on a slide, and now and then takes a step back or forth, as fast as it is answered."""

    def __init__(self, someone: Someone, address: str, name: str, end: float) -> None:
        super().__init__()
        self.someone, self.address, self.page, self.end = someone, address, name, end
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


def pages_of_one(server: Server, someone: Someone, seconds: float, count: int = 2) -> Counted:
    """Let so many pages of one person work on a new show; raise ``AssertionError`` if what was answered is not there.

    Taking back everything must give the first state.
    """
    address = someone.new_show("Pages of one")
    first = _objects(someone, address)
    counted = _worked([Someone(server, like=someone) for _ in range(count)], address, seconds)
    there = len(_objects(someone, address)) - len(first)
    if _taken_back(someone, address, there) != there or _objects(someone, address) != first:
        raise AssertionError("undoing everything does not give the first state")
    if someone.get(f"{address}state").json()["undo"] is not None:
        raise AssertionError("everything was undone, and there is something to undo")
    return counted


def several_people(server: Server, someone: Someone, seconds: float, count: int = 5) -> Counted:
    """Let so many people work on a new show; raise ``AssertionError`` if what was answered is not what is there.

    Each takes back steps of their own at the end, and only those go.
    """
    title = "Several people"
    address = someone.new_show(title)
    people = [someone, *(Someone(server, name) for name in server.add_editors(title, count - 1))]
    counted = _worked(people, address, seconds)
    for number, person in enumerate(people):
        before = _objects(person, address)
        done = _taken_back(person, address, 2)
        gone = set(before) - set(after := _objects(person, address))
        if len(gone) != done or len(after) != len(before) - done or any(not _made_by(number, name) for name in gone):
            raise AssertionError(f"page-{number} took back {done} steps of its own, and {sorted(gone)} went")
    return counted


def _worked(people: list[Someone], address: str, seconds: float) -> Counted:
    """Let a page of each work for a while, and compare what they were answered with what is there."""
    first = _objects(people[0], address)
    end = time.monotonic() + seconds
    pages = [_Page(person, address, f"page-{number}", end) for number, person in enumerate(people)]
    for page in pages:
        page.start()
    for page in pages:
        page.join()
    failed = [page.failed for page in pages if page.failed is not None]
    if failed:
        raise AssertionError(f"a page failed: {failed[0]!r}")
    added = [name for page in pages for name in page.added]
    undone, redone = sum(p.undone for p in pages), sum(p.redone for p in pages)
    there = [name for name in _objects(people[0], address) if name not in first]
    if set(there) - set(added) or len(there) != len(added) - undone + redone:
        raise AssertionError(
            f"{len(added)} objects were answered, {undone} taken back and {redone} put back: {len(there)} are there"
        )
    return Counted(len(added), undone, redone, sum(p.refused for p in pages))


def _made_by(number: int, name: str) -> bool:
    return name.startswith(f"page-{number}-")


def _objects(someone: Someone, address: str) -> list[str]:
    slide = someone.get(f"{address}state", params={"near": "slide-1"}).json()["slides"]["slide-1"]
    return [thing["id"] for thing in slide["document"]["objects"]]


def _taken_back(someone: Someone, address: str, steps: int) -> int:
    """Take back so many steps, fewer if there are no more; return how many."""
    for done in range(steps):
        revision = someone.get(f"{address}revision").json()["revision"]
        answer = someone.post(f"{address}edit", json=edits(revision, "undo", page="last")).json()
        if not answer["results"][0]["done"]:
            return done
    return steps
